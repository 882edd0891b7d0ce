import type { Harness } from '../harness/derive'
import { groupBy } from '../units/group'
import { stepsOf, type Step } from '../weave/differences'
import type { GoalKey } from '../weave/model'
import type { Plan } from '../weave/plan'
import type { Manner, Proposal } from '../weave/proposals'
import type { Reached } from '../weave/weave'
import { countOf } from './text'

/** What a proposal is after, in a few words, and what that means. */
export const MANNER_WORDS: Readonly<Record<Manner, { readonly name: string; readonly means: string }>> = {
  balanced: { name: 'Sound, then cheap', means: 'no limit over its headroom and no fan unruled; then the least money' },
  money: {
    name: 'Least money',
    means: 'nothing that stops the machine; then the least money, whatever else there is to mind',
  },
  boxes: { name: 'Fewest things', means: 'sound, with as few splitters, hubs and boxes as can be; money after that' },
  groups: { name: 'Groups together', means: 'sound, with the fans of each group on one signal; money after that' },
  board: { name: 'The board rules', means: 'the board rules fans and lights; sound, then cheap' },
  controllers: { name: 'Boxes rule', means: 'boxes with their own programs rule fans and lights; sound, then cheap' },
  mend: { name: 'Mend it', means: 'no stop is left, and as much as can be stays as it is' },
}

const GOAL_WORDS: Readonly<Record<GoalKey, string>> = {
  loose: 'leads without a port',
  changed: 'leads of devices that stay',
  minds: 'things to mind',
  unpriced: 'things without a known price',
  cents: 'money',
  boxes: 'splitters, hubs and boxes',
  splits: 'signals for the groups',
  extensions: 'extensions and adapters',
  headroom: 'least free share of a limit',
}

/** One goal with what it came to, and whether less is impossible. */
export function goalText({ goal, value, bound, isProven }: Reached): string {
  const shown =
    goal === 'cents'
      ? (value / 100).toFixed(2)
      : goal === 'headroom'
        ? `${Math.round(-value * 100)} %`
        : String(Math.abs(value))
  const least =
    Number.isFinite(bound) && goal !== 'headroom' && goal !== 'changed' ? Math.ceil(bound - 1e-6) : undefined
  const proof = isProven
    ? 'proven best'
    : least === undefined
      ? 'best found in the time'
      : `best found; not less than ${goal === 'cents' ? (least / 100).toFixed(2) : least}`
  return `${GOAL_WORDS[goal]}: ${shown} (${proof})`
}

/** What is bought, counted by part. */
export function boughtTexts({ bought }: Pick<Plan, 'bought'>): readonly string[] {
  return [...groupBy(bought, ({ part }) => part)].map(
    ([part, list]) => `${list.length} × ${part.name} (${list.map(({ item }) => item.mark).join(', ')})`,
  )
}

/** What happens to one lead. */
export function stepText(today: Harness, after: Harness, { does, lead, from, to }: Step): string {
  const name = after.name(lead)
  const old = from === undefined ? '' : today.name(from)
  const then = to === undefined ? '' : after.name(to)
  switch (does) {
    case 'stays':
      return `${name} stays in ${then}`
    case 'moves':
      return `${name} moves from ${old} to ${then}`
    case 'comes':
      return `${name} goes into ${then}`
    case 'goes':
      return `${name} comes out of ${old}`
    default:
      return does satisfies never
  }
}

/** A proposal as lines of text: what it comes to, what to buy, and every lead. */
export function proposalLines(today: Harness, proposal: Proposal): readonly string[] {
  const { manner, reached, plan, verdicts, after } = proposal
  const { counts } = verdicts
  const steps = stepsOf(today, after, plan)
  const loose = plan.loose.map(({ ref }) => today.name(ref))
  return [
    `${MANNER_WORDS[manner].name}: ${MANNER_WORDS[manner].means}`,
    ...reached.map((goal) => `  ${goalText(goal)}`),
    `Judged by all rules: ${countOf(counts.stop, 'stop')}, ${countOf(counts.mind, 'mind')}, ${counts.unknown} unknown`,
    ...(loose.length > 0 ? [`No port for ${loose.join(', ')}`] : []),
    ...boughtTexts(plan).map((text) => `Buy ${text}`),
    ...plan.spare.map(({ mark }) => `Not needed: ${mark}`),
    ...steps.map((step) => `  ${stepText(today, after, step)}`),
  ]
}
