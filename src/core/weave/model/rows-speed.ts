import type { Flow, Terms } from './model'
import type { Use } from '../problem/problem'
import { isFollowing } from '../problem/uses'
import type { Writing } from './write-model'

const MOST_FANS = 3

/** The CPU header hears something; a box that waits for a tach hears one; the rule of three fans where it is chosen. */
export function reporting({ draft, problem, flowsOn, hostOf }: Writing): void {
  const heard = (use: Use): readonly Flow[] =>
    use.piece !== undefined && !use.piece.reports
      ? []
      : flowsOn(use).filter(
          ({ demand }) => demand.leads.port.wires.includes('tach') && demand.leads.facts.all.motor.length > 0,
        )
  for (const group of problem.groups) {
    const uses = problem.uses.filter((use) => use.group === group)
    const reporters = uses.flatMap(heard)
    const sum: Terms = reporters.map(({ variable }) => [variable, 1])
    if (group.ports[0]!.role === 'cpu' && !problem.isBlindByChoice && sum.length > 0) {
      const blind = draft.whole('blind', 1)
      draft.count('loose', [blind, 1])
      draft.slacks.push({ variable: blind, flows: reporters })
      draft.row([...sum, [blind, 1]], { least: 1 })
    }
  }
  for (const host of problem.hosts.filter(({ facts }) =>
    facts.all.drives.some(({ waitsForTach }) => waitsForTach === true),
  )) {
    const uses = problem.uses.filter((use) => use.group.host === host)
    const motors = uses.flatMap((use) => flowsOn(use).filter(({ demand }) => demand.leads.isMotor))
    const wakes = uses.flatMap(heard)
    const name = hostOf(host)
    for (const { variable, demand } of name === undefined ? [] : motors) {
      draft.row([...wakes.map((flow) => [flow.variable, demand.mostCount] as const), [variable, -1]], { least: 0 })
    }
  }
  if (!problem.isThreeFans) return
  for (const use of problem.uses.filter(
    ({ port, group }) => port !== undefined && group.ports[0]!.role !== undefined,
  )) {
    const fans = flowsOn(use).filter(({ demand }) => demand.leads.isMotor && !demand.leads.isPump)
    const over = draft.whole(
      'three',
      fans.reduce((sum, { demand }) => sum + demand.mostCount, 0),
    )
    draft.row([...fans.map(({ variable }) => [variable, 1] as const), [over, -1]], { most: MOST_FANS })
    draft.count('warnings', [over, 1])
  }
}

/** Flows of fans with a PWM wire, and of those without; undefined where there is only one kind. */
function twoKinds(flows: readonly Flow[]): readonly [withPwm: readonly Flow[], without: readonly Flow[]] | undefined {
  const hasPwm = ({ demand }: Flow) => demand.leads.port.wires.includes('pwm')
  const [withPwm, without] = [flows.filter(hasPwm), flows.filter((flow) => !hasPwm(flow))]
  return withPwm.length === 0 || without.length === 0 ? undefined : [withPwm, without]
}

/** Fans with a PWM wire beside others: by mode each of them suffers, or it is warned of once. */
export function mixed(draft: Writing['draft'], { mixing, isChain }: Use, flows: readonly Flow[]): void {
  if (mixing === 'none' || isChain) return
  const kinds = twoKinds(flows.filter(({ demand }) => demand.leads.isMotor))
  if (kinds === undefined) return
  const [withPwm, without] = kinds
  if (mixing === 'once') {
    const once = draft.whole('mixed', 1)
    draft.count('warnings', [once, 1])
    return oneOf(draft, kinds, once)
  }
  const most = (list: readonly Flow[]) => list.reduce((sum, { demand }) => sum + demand.mostCount, 0)
  const isBeside = draft.whole('beside', 1)
  const suffering = draft.whole('mixed', most(withPwm))
  draft.count('warnings', [suffering, 1])
  draft.row([...without.map(({ variable }) => [variable, 1] as const), [isBeside, -most(without)]], { most: 0 })
  draft.row([...withPwm.map(({ variable }) => [variable, 1] as const), [suffering, -1], [isBeside, most(withPwm)]], {
    most: most(withPwm),
  })
}

/** Fans ruled by another one than the choice names; one that reports on the CPU header for want of others is excused. */
export function owners({ draft, problem, flowsOn }: Writing): void {
  for (const use of problem.uses) {
    const others = flowsOn(use).filter(({ isOthers }) => isOthers)
    draft.count('warnings', ...others.map(({ variable }) => [variable, 1] as const))
    if (use.group.ports[0]!.role !== 'cpu') continue
    const reporting = others.filter(({ demand }) => demand.leads.port.wires.includes('tach'))
    if (reporting.length === 0 || (use.piece !== undefined && !use.piece.reports)) continue
    const excused = draft.whole('excused', 1)
    draft.count('warnings', [excused, -1])
    draft.row([[excused, 1], ...reporting.map(({ variable }) => [variable, -1] as const)], { most: 0 })
  }
}

/** Fans with a PWM wire and without, on a box that is led: they hear one signal. */
function mixedBehind(draft: Writing['draft'], leading: readonly Flow[], fans: readonly Flow[]): void {
  const kinds = twoKinds(fans)
  if (leading.length === 0 || kinds === undefined) return
  const [both, warned] = [draft.whole('both', 1), draft.whole('mixed', 1)]
  oneOf(draft, kinds, both)
  draft.row([[both, 1], [warned, -1], ...leading.map(({ variable }) => [variable, 1] as const)], { most: 1 })
  draft.count('warnings', [warned, 1])
}

/** Fans that are to be ruled by the board through a box are not, unless the board leads the box. */
export function led({ draft, problem, flows, flowsOn }: Writing): void {
  for (const host of problem.hosts) {
    const leading = flows.filter(({ demand: { leads } }) => leads.host === host && isFollowing(leads))
    const fans = problem.uses
      .filter(({ group }) => group.host === host)
      .flatMap((use) => flowsOn(use).filter(({ wantsSync }) => wantsSync))
    for (const { variable, demand, use } of fans) {
      const unled = draft.whole('unled', demand.mostCount)
      draft.count('warnings', [unled, 1])
      const excused = leading.map((flow) => [flow.variable, -demand.mostCount] as const)
      draft.row([[variable, 1], [unled, -1], ...excused], { most: 0 })
      const unknowns = use.allowed.find(({ leads }) => leads === demand.leads)?.unknowns ?? 0
      if (unknowns === 0 || leading.length === 0) continue
      // What the box would make of a command of its own does not matter where the board leads it.
      const settled = draft.whole('settled', demand.mostCount)
      draft.count('unknowns', [settled, -unknowns])
      draft.row(
        [
          [settled, 1],
          [variable, -1],
        ],
        { most: 0 },
      )
      draft.row([[settled, 1], ...excused], { most: 0 })
    }
    mixedBehind(draft, leading, fans)
  }
}

/** At most one of several lists of flows is there, or one more where `more` says so. */
export function oneOf(draft: Writing['draft'], lists: readonly Writing['flows'][], more: string | undefined): void {
  const used = lists.map((flows) => {
    const isUsed = draft.whole('kind', 1)
    const most = flows.reduce((sum, { demand }) => sum + demand.mostCount, 0)
    draft.row([...flows.map(({ variable }) => [variable, 1] as const), [isUsed, -most]], { most: 0 })
    return [isUsed, 1] as const
  })
  draft.row([...used, ...(more === undefined ? [] : [[more, -(lists.length - 1)] as const])], { most: 1 })
}
