import type { PortRef } from '../schema/schema-kit'
import { candidatesFor } from '../ask/candidates'
import type { Harness } from '../operate/harness'
import type { PlacedPort } from '../structure/wiring/wiring'
import { FAMILY_FACTS } from '../parts/connectors'
import { plugKind } from '../parts/mating'
import { groupBy } from '../units/group'
import { budgetName } from './budget-name'
import { judged } from '../rules/answers'
import { amountsText } from './sum-text'
import { candidateText } from './candidate-text'
import { listNames } from './text'

/** What a thread rests on, and what would be said of the best other port: why it is there and not elsewhere. */
export function reasonFor(harness: Harness, lead: PortRef): string {
  const candidates = candidatesFor(harness, lead)
  const here = candidates.find(({ outlook }) => outlook === 'here')
  const next = candidates.find(({ outlook }) => outlook !== 'here' && outlook !== 'misfit' && outlook !== 'taken')
  const sums = (here?.changes ?? []).flatMap(({ budget, after }) =>
    after.limit === undefined ? [] : [`${budgetName(harness, budget)} ${amountsText(after, after.limit.value)}`],
  )
  const rests = sums.length === 0 ? '' : `rests on ${sums.slice(0, 2).join(', ')}`
  const other =
    next === undefined
      ? 'no other free port fits'
      : `else ${harness.name(next.to)}: ${candidateText(harness, lead, judged(harness, lead, next))}`
  return [rests, other].filter((text) => text !== '').join('; ')
}

/** What is short, kind by kind: how many more places the fewest leads that stay loose want, and what would do instead. */
export function lackTexts(harness: Harness, loose: readonly PlacedPort[]): readonly string[] {
  const byKind = groupBy(loose, ({ port }) => plugKind(port.connector))
  return [...byKind.values()].map((list) => {
    const { family, maker } = list[0]!.port.connector
    const names = listNames(list.map(({ ref }) => harness.name(ref)))
    const kind = `${FAMILY_FACTS[family].name}${maker === undefined ? '' : ` of ${maker}`}`
    const [places, things] =
      list.length === 1 ? ['one more place', 'one thing'] : [`${list.length} more places`, `${list.length} things`]
    return `${places} for a ${kind} wanted (${names}), or ${things} fewer`
  })
}

/** Why a lead finds no port: what stands against the port that comes nearest, or that nothing here takes its plug. */
export function whyLoose(harness: Harness, lead: PortRef): string {
  const name = harness.name(lead)
  const nearest = candidatesFor(harness, lead).find(({ outlook }) => outlook !== 'misfit')
  if (nearest === undefined)
    return `${name}: nothing here takes its plug. Put something on the bench, or allow to buy it, that does.`
  const text = candidateText(harness, lead, nearest)
  const isOpen = ['holds', 'tight', 'wouldHold', 'unknown', 'unfed'].includes(nearest.outlook)
  return isOpen
    ? `${name}: ${harness.name(nearest.to)} would take it (${text}), but other leads need that port. One more port of its kind is wanted, or one device fewer.`
    : `${name}: the nearest port is ${harness.name(nearest.to)}: ${text}. One more port of its kind is wanted, or one device fewer.`
}
