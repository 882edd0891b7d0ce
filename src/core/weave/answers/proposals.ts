import type { SingleEdit } from '../../build/edit-schema'
import type { Schools } from '../../build/groups'
import { portKey } from '../../build/refs'
import type { Build } from '../../build/schema'
import { derive, type Harness } from '../../operate/harness'
import { greedyPlan, placementsOf, type Placements } from '../first-plan/greedy'
import { GOALS, GOOD_GOALS, valueOf, type GoalKey, type Model, type Values } from '../model/model'
import { heldFast, machinesOf, type Machine } from '../problem/machine'
import { Learnt, withoutStacks } from '../plan/learnt-rows'
import { judge, type Judged } from '../plan/plan-edits'
import { planOf, type Settler } from '../plan/plan'
import { asJudged, scoreOf } from '../plan/score'
import { contentsOf, type Offer } from '../problem/problem'
import { worthOffering } from '../model/prune'
import { problemOf } from '../problem/read-problem'
import { isPieceOffer } from '../problem/sort-out'
import { settle } from '../plan/settle'
import { roughPlan, wholePlan } from './rough'
import type { Solver } from '../solve/solver'
import { weave, type Reached, type Woven } from '../solve/weave'
import { modelOf } from '../model/write-model'

/** What a proposal is after. */
export const MANNERS = ['balanced', 'money', 'nothing', 'boxes', 'groups', 'board', 'controllers', 'mend'] as const
export type Manner = (typeof MANNERS)[number]

interface Aim {
  /** What goes before the usual order of the goals. */
  readonly first: readonly GoalKey[]
  /** Choices that it is planned by, instead of those of the build. */
  readonly schools: Schools
}

const AIMS: Readonly<Record<Manner, Aim>> = {
  balanced: { first: ['loose', ...GOOD_GOALS, 'unpriced', 'cents'], schools: {} },
  money: { first: ['loose', 'unpriced', 'cents'], schools: {} },
  nothing: { first: ['loose', ...GOOD_GOALS], schools: {} },
  boxes: { first: ['loose', ...GOOD_GOALS, 'boxes'], schools: {} },
  groups: { first: ['loose', ...GOOD_GOALS, 'splits'], schools: { manyFans: 'gather' } },
  board: { first: ['loose', ...GOOD_GOALS, 'unpriced', 'cents'], schools: { speed: 'board', light: 'board' } },
  controllers: {
    first: ['loose', ...GOOD_GOALS, 'unpriced', 'cents'],
    schools: { speed: 'controller', light: 'maker' },
  },
  mend: { first: ['loose', 'changed', ...GOOD_GOALS, 'unpriced', 'cents'], schools: {} },
}

/** Goals in the order of a manner; of plans that are alike in all of them, the one that leaves most as it is. */
function orderOf(manner: Manner): readonly GoalKey[] {
  const { first } = AIMS[manner]
  const others: readonly GoalKey[] = [...GOALS.filter((goal) => goal !== 'changed'), 'changed']
  return [...first, ...others.filter((goal) => !first.includes(goal))]
}

/** The build with the choices of a manner; those that a group makes stay. */
function inManner(whole: Build, manner: Manner): Build {
  const { schools } = AIMS[manner]
  if (Object.keys(schools).length === 0) return whole
  return { ...whole, choices: { ...whole.choices, schools: { ...whole.choices.schools, ...schools } } }
}

/** A plan with how it was reached and what it comes to. */
export interface Proposal extends Judged {
  readonly manner: Manner
  readonly reached: readonly Reached[]
  readonly placements: Placements
  /** Choices that the plan is made by, where they differ from those of the build. */
  readonly schoolEdits: readonly SingleEdit[]
}

export interface Ask {
  /** The machine to plan; the first where nothing is said. */
  readonly machine?: Machine | undefined
  readonly offers: readonly Offer[]
  /** Plans that are known already, to begin with. */
  readonly known?: readonly Placements[]
  readonly seconds: number
  readonly now: () => number
  /** Called with the first plan, and with each better one. */
  readonly onBetter?: (proposal: Proposal) => void
}

/** What a manner needs to be planned. */
interface Prepared {
  readonly model: Model
  readonly first: Values
  readonly offers: readonly Offer[]
  readonly isShort: boolean
}

/** So much of the time is spent on whether all leads find a port, and on a rough plan to begin with. */
const WHOLE_SHARE = 0.1
const ROUGH_SHARE = 0.25

const machineOf = ({ build }: Harness, { machine }: Ask): Machine => machine ?? machinesOf(build)[0]!

function prepare(solver: Solver, harness: Harness, ask: Ask, manner: Manner): Prepared {
  const { offers, known = [] } = ask
  const machine = machineOf(harness, ask)
  const order = orderOf(manner)
  const writtenIf = (isShort: boolean, list: readonly Offer[]): Prepared => {
    const model = modelOf(problemOf(harness, list, machine, { isShort }))
    const goals = order.flatMap((key) => model.goals.filter((goal) => goal.key === key))
    const ordered = { ...model, goals }
    return { model: ordered, first: greedyPlan(ordered, known), offers: list, isShort }
  }
  const written = (list: readonly Offer[]): Prepared => {
    const plain = writtenIf(false, list)
    const loose = plain.model.goals.find(({ key }) => key === 'loose')
    if (loose === undefined || valueOf(loose.terms, plain.first) === 0) return plain
    // A first plan may miss what a solver finds.
    const seconds = ask.seconds * WHOLE_SHARE
    const whole = wholePlan(solver, harness, plain.model, {
      machine,
      offers: list,
      seconds,
      now: ask.now,
    })
    if (whole === undefined) return writtenIf(true, list)
    const first = greedyPlan(plain.model, [...known, whole])
    return valueOf(loose.terms, first) === 0 ? { ...plain, first } : writtenIf(true, list)
  }
  // Boxes with brains are dear and make the model large: first it is seen whether anything would be bought at all.
  const small = written(offers.filter(isPieceOffer))
  const fewer = worthOffering(offers, small.model, small.first)
  if (fewer.length < offers.length) return written(fewer)
  const whole = written(offers)
  const left = worthOffering(offers, whole.model, whole.first)
  return left.length < offers.length ? written(left) : whole
}

/** The same with a better plan to begin with, where many fans are unlike. */
function prepareWell(solver: Solver, harness: Harness, ask: Ask, manner: Manner): Prepared {
  const prepared = prepare(solver, harness, ask, manner)
  const { model, first, offers, isShort } = prepared
  const { now, known = [] } = ask
  const machine = machineOf(harness, ask)
  const rough = roughPlan(solver, harness, model, {
    machine,
    offers,
    isShort,
    goals: orderOf(manner),
    seconds: ask.seconds * ROUGH_SHARE,
    now,
  })
  if (rough === undefined) return prepared
  return { ...prepared, first: greedyPlan(model, [...known, placementsOf(model, first), rough]) }
}

function schoolEdits({ build }: Harness, manner: Manner): readonly SingleEdit[] {
  const { schools } = AIMS[manner]
  return (Object.entries(schools) as readonly (readonly [keyof Schools, string])[]).flatMap(([school, value]) =>
    build.choices.schools?.[school] === value
      ? []
      : [{ type: 'chooseSchool', choice: { school, value } } as SingleEdit],
  )
}

const LEAST_PAUSE_SECONDS = 0.4

/** For what a plan leaves open; it takes a fraction of that as a rule. */
const SETTLE_SECONDS = 2

/** So much of the time has each look for a plan at least, where the rules see a stop that the model does not know of. */
const LEAST_SHARE = 0.1
/** After so many looks the places that are to blame are shut altogether. */
const GENTLE_ROUNDS = 12
/** So much of the time is late: those places are shut then, too. */
const LATE_SHARE = 0.3

/** What is asked of the places of leads in which the rules see a stop. */
type Cut = 'fewerThere' | 'noneThere'

/** The model with a cut against a stop that it does not know of; undefined where no lead is to blame. */
function cutOff(model: Model, { plan, verdicts }: Judged, cut: Cut): Model | undefined {
  const stops = verdicts.findings.filter(({ severity }) => severity === 'stop')
  const leads = new Map(
    stops.flatMap(({ at }) =>
      at.flatMap((ref) => {
        const flow = plan.flowOf.get(portKey(ref))
        return flow === undefined ? [] : [[portKey(ref), flow] as const]
      }),
    ),
  )
  const blamed = [...new Set(leads.values())]
  if (blamed.length === 0) return undefined
  const row = {
    name: `cut${model.rows.length}`,
    terms: blamed.map((name) => [name, 1] as const),
    least: undefined,
    most: cut === 'noneThere' ? 0 : leads.size - 1,
    menders: [],
  }
  return { ...model, rows: [...model.rows, row] }
}

/**
 * Goals that came out as well as without any cut are proven as they were there. The first that did not has what was proven
 * there as its bound; what comes after rests on another beginning, and has none.
 */
function provenBefore(reached: readonly Reached[], uncut: readonly Reached[]): readonly Reached[] {
  const differs = reached.findIndex(({ value }, index) => value !== uncut[index]?.value)
  return reached.map((entry, index) => {
    if (differs < 0 || index < differs)
      return { ...entry, isProven: uncut[index]!.isProven, bound: uncut[index]!.bound }
    return { ...entry, isProven: false, bound: index === differs ? (uncut[index]?.bound ?? -Infinity) : -Infinity }
  })
}

/** Mending leaves as it is what works, be it warned of. */
const learnsFrom = (manner: Manner): boolean => manner !== 'mend'

/** Whether one plan has more stops than another, or is worse in the first goal in which they differ. */
function isWorse(a: Proposal, b: Proposal): boolean {
  const stops = a.verdicts.counts.stop - b.verdicts.counts.stop
  if (stops !== 0) return stops > 0
  const valueIn = ({ reached }: Proposal, goal: GoalKey) => reached.find((entry) => entry.goal === goal)?.value ?? 0
  const decides = orderOf(a.manner).find((goal) => valueIn(a, goal) !== valueIn(b, goal))
  return decides !== undefined && valueIn(a, decides) > valueIn(b, decides)
}

/** Plans in one manner. Every plan that is handed out was judged by all rules. */
export function propose(solver: Solver, harness: Harness, manner: Manner, asked: Ask): Proposal {
  // What others buy is no beginning for a plan that buys nothing.
  const ask = manner === 'nothing' ? { ...asked, offers: [], known: [] } : asked
  const planned = derive(inManner(heldFast(harness.build, machineOf(harness, ask)), manner))
  const edits = schoolEdits(harness, manner)
  const end = ask.now() + ask.seconds
  let { model, first } = prepareWell(solver, planned, ask, manner)
  // Judging takes longer than finding: of plans that come in quick succession the last is enough.
  let told = -Infinity
  const tell = (woven: Woven) => {
    if (ask.now() - told < LEAST_PAUSE_SECONDS) return
    told = ask.now()
    ask.onBetter?.(proposalOf(woven))
  }
  const learnt = new Learnt()
  const proposalOf = ({ values, reached }: Woven, settler?: Settler): Proposal => {
    const judged = judge(harness, planOf(planned, model, values, { settler, orderOn: learnt.orderOn }))
    const placements = placementsOf(model, values)
    const isStacked = [...judged.plan.useOfItem.values()].some(({ piece }) => piece?.stack !== undefined)
    const told = asJudged(reached, scoreOf(judged.verdicts), isStacked)
    return { manner, reached: told, placements, schoolEdits: edits, ...judged }
  }
  const settledProposal = (woven: Woven): Proposal => {
    const { today } = model.problem
    const pace = { seconds: SETTLE_SECONDS, now: ask.now, isMending: manner === 'mend' }
    const proposal = proposalOf(woven, (filled) => settle(solver, planned, { filled, today }, pace))
    if (proposal.verdicts.counts.stop === 0) return proposal
    const plain = proposalOf(woven)
    return plain.verdicts.counts.stop < proposal.verdicts.counts.stop ? plain : proposal
  }
  tell({ values: first, reached: [] })
  let best: Proposal | undefined
  let uncut: readonly Reached[] | undefined
  let isCut = false
  for (let round = 1; ; round += 1) {
    const found = weave(solver, model, {
      seconds: Math.max(end - ask.now(), ask.seconds * LEAST_SHARE),
      now: ask.now,
      first,
      onBetter: tell,
    })
    const woven = found ?? { values: first, reached: [] }
    const reached: readonly Reached[] = isCut ? provenBefore(woven.reached, uncut!) : woven.reached
    if (!isCut) uncut = woven.reached
    const proposal = settledProposal({ ...woven, reached })
    const hasStop = proposal.verdicts.counts.stop > 0
    best = best === undefined || !isWorse(proposal, best) ? proposal : best
    if (ask.now() > end + (hasStop ? ask.seconds * LEAST_SHARE : 0)) return best
    const isLate = round >= GENTLE_ROUNDS || ask.now() > end - ask.seconds * LATE_SHARE
    const next = hasStop
      ? (withoutStacks(model, proposal) ?? cutOff(model, proposal, isLate ? 'noneThere' : 'fewerThere'))
      : learnsFrom(manner)
        ? learnt.from(model, woven.values, proposal, orderOf(manner))
        : undefined
    if (next === undefined) return best
    // What may not hold for every plan bounds none, as a cut does not.
    isCut ||= hasStop || !learnt.isCertain
    model = next
    first = greedyPlan(model, hasStop ? [] : [proposal.placements])
  }
}

/** The manners that make sense for a build: a box with a brain has to be there, or on offer, for controllers to rule. */
export function mannersFor(harness: Harness, offers: readonly Offer[]): readonly Manner[] {
  const parts = [...harness.build.parts, ...offers.flatMap(contentsOf).map(({ part }) => part)]
  const hasBox = parts.some(({ inside, ports }) => {
    const drives = inside.some((relation) => relation.type === 'drives' && relation.signal === 'speed')
    return drives && ports.some(({ side }) => side === 'takes')
  })
  return MANNERS.filter((manner) => manner !== 'mend' && (manner !== 'controllers' || hasBox))
}
