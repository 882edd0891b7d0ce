import { itemOf, portKey } from '../build/refs'
import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'
import { groupBy } from '../units/group'
import { stepsOf, type Step } from '../weave/plan/differences'
import type { GoalKey } from '../weave/model/model'
import { neededLoose, type Plan } from '../weave/plan/plan'
import { soldAs, type Offer } from '../weave/problem/problem'
import type { Wariness } from '../weave/problem/wary'
import type { Manner, Proposal } from '../weave/answers/proposals'
import type { Remedy } from '../weave/answers/remedy'
import type { Settled } from '../weave/plan/settle'
import { lackTexts } from './reason-text'
import { rootAndPieceOf } from '../weave/problem/today'
import type { Reached } from '../weave/solve/weave'
import { countOf, listNames } from './text'

/** What a proposal is after, in a few words, and what that means. */
export const MANNER_WORDS: Readonly<Record<Manner, { readonly name: string; readonly means: string }>> = {
  balanced: { name: 'Sound, then cheap', means: 'no limit over its headroom and no fan unruled; then the least money' },
  money: {
    name: 'Least money',
    means: 'nothing that stops the machine; then the least money, whatever else it warns of',
  },
  nothing: { name: 'Buy nothing', means: 'with what is on the bench already, as sound as it gets' },
  boxes: { name: 'Fewest things', means: 'sound, with as few splitters, hubs and boxes as can be; money after that' },
  groups: { name: 'Groups together', means: 'sound, with the fans of each group on one signal; money after that' },
  board: { name: 'The board rules', means: 'the board rules fans and lights; sound, then cheap' },
  controllers: { name: 'Boxes rule', means: 'boxes with their own programs rule fans and lights; sound, then cheap' },
  mend: { name: 'Mend it', means: 'no stop is left, and as much as can be stays as it is' },
}

const GOAL_WORDS: Readonly<Record<GoalKey, string>> = {
  loose: 'leads without a port',
  changed: 'leads of devices that stay',
  warnings: 'leads not as planned',
  roles: 'leads on headers meant for others',
  overshoot: 'mA over the headroom of limits',
  tight: 'limits over their headroom',
  unknowns: 'limits and commands that nobody knows',
  unpriced: 'things without a known price',
  cents: 'money',
  boxes: 'splitters, hubs and boxes',
  stacked: 'splitters on splitters or hubs',
  splits: 'groups kept apart',
  mingled: 'groups that share a signal with others',
  extensions: 'extensions and adapters',
  headroom: 'least free share of a limit',
}

/** Why a thing is bought only where it is ticked. */
export const WARINESS_TEXTS: Readonly<Record<Wariness, string>> = {
  moulded: 'Moulded ends can short and burn: only where you tick it.',
  joinsVolts: 'Puts a 12 V plug on a 5 V one, which kills lights: only where you tick it.',
}

/** What no plan is looked for with, so that nothing is said to be best against it; docs/weave.md tells why. */
export const NOT_LOOKED_FOR_TEXT =
  'Not looked for: more than plain splitters behind a splitter or hub, and those only in one level, of one kind on a piece, where the outlet says what it bears, and, if they are to be bought for a large machine, where some lead has no port without; a hub whose board lead stays loose; a box that follows the board where that is not the choice, or beside fans of the other kind on its signal.'

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

const counted = (list: Plan['bought']): readonly string[] =>
  [...groupBy(list, ({ part }) => part)].map(
    ([part, own]) => `${own.length} × ${part.name} (${own.map(({ item }) => item.mark).join(', ')})`,
  )

/** What was settled of what a plan leaves open, as far as there is something to say of it. */
export function settledTexts(settled: readonly Settled[]): readonly string[] {
  return settled.flatMap(({ goal, value, isProven }) => {
    const proof = isProven ? 'proven best for this plan' : 'best found for this plan'
    if (goal === 'reach' && value > 0) return [`leads that only just reach by way of a splitter: ${value} (${proof})`]
    if (goal === 'breaks') return [`breaks in the order of the lights: ${value} (${proof})`]
    if (goal === 'lengthMm')
      return [`ways of leads and beginnings of chains: ${(value / 1000).toFixed(2)} m (${proof})`]
    return []
  })
}

/** What is bought: packs with what comes in them and what of it is left over, then single things, counted by part. */
export function boughtTexts(
  today: Harness,
  { bought, packs, packed, spare }: Pick<Plan, 'bought' | 'packs' | 'packed' | 'spare'>,
): readonly string[] {
  const isSpare = new Set(spare.map(({ id }) => id))
  const ofPacks = packs.map(({ id, name }) => {
    const contents = bought.filter(({ item }) => item.packId === id)
    const left = contents.filter(({ item }) => isSpare.has(item.id))
    const listed = packed.filter(({ packId }) => packId === id)
    const marks = listed.map(({ itemId }) => itemOf(today.build, itemId).mark)
    const instead = listed.length === 0 ? [] : [`${listNames(marks)}, on the list one by one so far`]
    const over = left.length === 0 ? 'all of it used' : `left over: ${counted(left).join(', ')}`
    return `1 × ${name}: ${[...instead, ...counted(contents)].join(', ')}; ${over}`
  })
  return [...ofPacks, ...counted(bought.filter(({ item }) => item.packId === undefined))]
}

/** What happens to one lead. */
export function stepText(today: Harness, after: Harness, { does, lead, from, to, isPulledFirst }: Step): string {
  const name = after.name(lead)
  const old = from === undefined ? '' : today.name(from)
  const then = to === undefined ? '' : after.name(to)
  switch (does) {
    case 'stays':
      return `${name} stays in ${then}`
    case 'moves':
      return `${name} moves from ${old} to ${then}${isPulledFirst ? ': pull it out first, since others wait for its port' : ''}`
    case 'comes':
      return `${name} goes into ${then}`
    case 'goes':
      return `${name} comes out of ${old}`
    default:
      return does satisfies never
  }
}

/** Where a lead goes: the port, and the header behind what it is on. */
export function endText(after: Harness, lead: PortRef, to: PortRef | undefined): string {
  if (to === undefined) return 'loose'
  const root = rootAndPieceOf(after, after.port(lead))
  const isDirect = root === undefined || portKey(root.ref) === portKey(to)
  return isDirect ? after.name(to) : `${after.name(to)}, on ${after.name(root.ref)}`
}

/** What an offer is called, and what it costs as far as that is known. */
function offerText(offer: Offer): string {
  const { name } = soldAs(offer)
  return offer.priceCents === undefined ? `${name} (price unknown)` : `${name} (${(offer.priceCents / 100).toFixed(2)})`
}

/** What would help where no plan gives every lead a port, of the things that may not be bought so far. */
export function remedyText({ offers, proposal }: Remedy): string {
  const left = neededLoose(proposal.plan).length
  const rest = left === 0 ? 'Every lead would have a port' : `All but ${countOf(left, 'lead')} would have a port`
  return `${rest} with ${listNames(offers.map(offerText))}, the cheapest that does it.`
}

/** A proposal as lines of text: what it comes to, what to buy, and every lead. */
export function proposalLines(today: Harness, proposal: Proposal): readonly string[] {
  const { manner, reached, plan, verdicts, after } = proposal
  const { counts } = verdicts
  const steps = stepsOf(today, after, plan)
  const short = lackTexts(after, neededLoose(plan))
  return [
    `${plan.machine.name}, ${MANNER_WORDS[manner].name}: ${MANNER_WORDS[manner].means}`,
    ...[...reached.map(goalText), ...settledTexts(plan.settled)].map((text) => `  ${text}`),
    `Judged by all rules: ${countOf(counts.stop, 'stop')}, ${countOf(counts.warning, 'warning')}, ${counts.unknown} unknown`,
    ...(short.length > 0 ? [`No plan gives every lead a port: ${short.join('; ')}`] : []),
    ...boughtTexts(today, plan).map((text) => `Buy ${text}`),
    ...plan.spare.map(({ mark }) => `Not needed: ${mark}`),
    ...steps.map((step) => `  ${stepText(today, after, step)}`),
    NOT_LOOKED_FOR_TEXT,
  ]
}
