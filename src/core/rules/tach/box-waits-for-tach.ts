import { hasPump } from '../../structure/wiring/part-facts'
import { insertEdit, type Insert } from '../../build/rewire'
import type { PortRef } from '../../schema/schema-kit'
import type { Harness } from '../../operate/harness'
import { givesPulses } from '../../structure/signal/tach'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { TEMPLATE_PIECES } from '../../templates/pieces'
import { defineRule, type Mend } from '../engine/rule'

const MOST_MENDS = 2

/** Fans with a tach that may come: loose ones first, then those that no CPU header depends on. */
function fansFor(harness: Harness, outlet: PortRef): readonly PlacedPort[] {
  const isBusy = ({ ref }: PlacedPort) =>
    harness.across(ref).some(({ port, item }) => port.role === 'cpu' || item.id === outlet.itemId)
  const isPump = ({ facts }: PlacedPort) => hasPump(facts)
  const fans = harness.ports.filter(
    (lead) =>
      givesPulses(lead) &&
      !isPump(lead) &&
      lead.port.wires.includes('12v') &&
      lead.item.id !== outlet.itemId &&
      !isBusy(lead),
  )
  const isLoose = ({ ref }: PlacedPort) => harness.threadsAt(ref).length === 0
  return [...fans.filter(isLoose), ...fans.filter((lead) => !isLoose(lead))]
}

/** A splitter that lies loose, or one more to buy. */
function splitters(harness: Harness): readonly { readonly piece: Insert; readonly name: string }[] {
  const isSplitter = (itemId: string) => harness.factsOfItem(itemId).all.reports.length > 0
  const isLoose = (itemId: string) =>
    harness.factsOfItem(itemId).part.ports.every(({ id: portId }) => harness.threadsAt({ itemId, portId }).length === 0)
  const owned = harness.items
    .filter(({ id }) => isSplitter(id) && isLoose(id))
    .map((item) => ({ piece: { item }, name: item.mark }))
  const [toBuy] = TEMPLATE_PIECES.filter(({ inside }) => inside.some(({ type }) => type === 'reports'))
  return toBuy === undefined ? owned : [...owned, { piece: { part: toBuy, stock: 'toBuy' }, name: toBuy.name }]
}

/** The command led on by a splitter, whose reporting leg holds a real fan: the box then hears it and drives. */
function wakes(harness: Harness, outlet: PortRef): readonly Mend[] {
  const [fan] = fansFor(harness, outlet)
  const [lead] = harness.across(outlet).map(({ ref }) => ref)
  if (fan === undefined || lead === undefined) return []
  return splitters(harness).flatMap(({ piece, name }): readonly Mend[] => {
    const edit = insertEdit(harness.build, { leads: [fan.ref, lead], to: outlet, piece })
    if (edit === undefined) return []
    const params = { part: name, lead: harness.name(lead), port: harness.name(outlet), fan: harness.name(fan.ref) }
    return [{ messageId: 'wake', params, edit }]
  })
}

/** Boxes that stay silent until one of their fans turns. */
export const boxWaitsForTach = defineRule({
  id: 'box-waits-for-tach',
  group: 'tach',
  what: 'A box that waits for a tach before it drives gets one.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['drives.waitsForTach'],
  messages: {
    silent: {
      severity: 'stop',
      isMissing: true,
      text: '{box} drives nothing until it sees a tach, and {leads} there {leads|gives|give} none: {leads|that fan stands|those fans stand} still. Lead the command out of a splitter whose tach leg holds a real fan.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) =>
      harness.factsOfItem(item.id).all.drives.map((drives) => {
        const outlets = drives.outlets.map((portId) => ({ itemId: item.id, portId }))
        const used = outlets.filter((ref) => harness.threadsAt(ref).length > 0)
        if (drives.signal !== 'speed' || drives.waitsForTach !== true || used.length === 0) {
          return say.notApplicable()
        }
        const seesOne = used.some((ref) => (harness.tach().readingAt(ref)?.reporters.length ?? 0) > 0)
        if (seesOne) return say.holds()
        const leads = used.flatMap((ref) => harness.across(ref).map((other) => harness.name(other.ref)))
        return say.found('silent', used, { box: item.mark, leads })
      }),
    ),
  mends: (harness, { at }) => at.flatMap((outlet) => wakes(harness, outlet)).slice(0, MOST_MENDS),
})
