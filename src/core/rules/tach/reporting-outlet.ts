import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import { givesPulses } from '../../structure/signal/tach'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { movesTo, swapsInto } from '../engine/mend'
import { defineRule, type Mend } from '../engine/rule'

/** Whether what a lead reports gets to a port that reads it; on a leg without a tach wire nobody listens. */
function isHeard(harness: Harness, input: PortRef, seen: readonly string[] = []): boolean {
  return harness.across(input).some(({ ref, key, port, facts }) => {
    if (seen.includes(key) || !port.wires.includes('tach')) return false
    if (harness.tach().readingAt(ref) !== undefined) return true
    const onward = facts.all.reports.filter(({ outlet }) => outlet === port.id)
    return onward.some((report) => isHeard(harness, { itemId: ref.itemId, portId: report.input }, [...seen, key]))
  })
}

/** Whether a lead is that of a piece in use with an outlet of its own that reports: that one is told then. */
const tellsItself = (harness: Harness, { item, facts, port }: PlacedPort): boolean =>
  facts.all.reports.some(({ input }) => input === port.id) &&
  facts.part.ports.some(
    ({ id, side }) => side === 'gives' && harness.threadsAt({ itemId: item.id, portId: id }).length > 0,
  )

/** The one outlet of a hub or splitter whose tach goes back: empty, or with something on it that reports nothing. */
export const reportingOutlet = defineRule({
  id: 'reporting-outlet',
  group: 'tach',
  what: 'The outlet that reports speed has a fan that reports on it, while any outlet is used.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['reports'],
  messages: {
    empty: {
      severity: 'warning',
      text: '{outlet} is the one that reports speed, and it is empty while others are used: the board reads nothing. Put a fan there.',
    },
    silent: {
      severity: 'warning',
      text: '{outlet} is the one that reports speed, and {leads} there {leads|gives|give} no tach: the board reads nothing. Put a fan with a tach wire there.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) => {
      const { all, part } = harness.factsOfItem(item.id)
      const isUsed = (portId: string) => harness.threadsAt({ itemId: item.id, portId }).length > 0
      return all.reports.map(({ outlet, input }) => {
        const ref = { itemId: item.id, portId: outlet }
        const at = [ref]
        if (harness.tach().reportersBelow(ref).length > 0) return say.holds()
        const others = part.ports.filter(
          ({ id, side, wires }) => side === 'gives' && id !== outlet && wires.includes('12v') && isUsed(id),
        )
        if (!isHeard(harness, { itemId: item.id, portId: input })) return say.notApplicable()
        const across = harness.across(ref)
        if (across.some((there) => tellsItself(harness, there))) return say.notApplicable()
        const there = across.map((other) => harness.name(other.ref))
        if (there.length > 0) return say.found('silent', at, { outlet: harness.name(ref), leads: there })
        return others.length === 0 ? say.notApplicable() : say.found('empty', at, { outlet: harness.name(ref) })
      })
    }),
  mends: (harness, { messageId, at: [outlet] }) => {
    if (outlet === undefined) return []
    const put = messageId === 'empty' ? movesTo : swapsInto
    return reportersBeside(harness, outlet).flatMap((lead): readonly Mend[] => put(harness, lead, outlet))
  },
})

/** The last lead on another outlet of the same thing that could report. */
function reportersBeside(harness: Harness, outlet: PortRef): readonly PortRef[] {
  return harness
    .factsOfItem(outlet.itemId)
    .part.ports.filter(({ id, side }) => side === 'gives' && id !== outlet.portId)
    .flatMap(({ id }) => harness.across({ itemId: outlet.itemId, portId: id }))
    .filter(givesPulses)
    .slice(-1)
    .map(({ ref }) => ref)
}
