import { chosenFor } from '../../build/groups'
import type { Line, Segment } from '../../structure/signal/lights'
import { drivesAt } from '../../structure/wiring/part-facts'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { defineRule } from '../engine/rule'

/** The lines, this one among them, to which a box sends the one signal that it has; none where it drives each by itself. */
function copiedWith(source: PlacedPort, lines: readonly Line[]): readonly Line[] {
  const drives = drivesAt(source.facts, source.port.id, 'light')
  if (drives?.together !== true) return []
  return lines.filter((line) => {
    const { item, port } = line.source
    return item.id === source.item.id && drives.outlets.includes(port.id)
  })
}

/** A splitter repeats: legs that were meant to differ show the same. */
export const mirroredLegs = defineRule({
  id: 'mirrored-legs',
  group: 'light',
  what: 'Lights that are meant to be set apart do not hang on legs of one splitter, nor on outlets that show the same.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['choices.schools.splitLights'],
  messages: {
    copies: {
      severity: 'note',
      text: '{leads} {leads|shows|show} what every outlet of {box} shows, since it sends one signal to all of them; you want {leads|it|them} apart. Use a box that drives each outlet by itself, or chain them on one.',
    },
    mirrors: {
      severity: 'note',
      text: '{leads} {leads|shows|show} what another leg shows, since a splitter repeats what {port} sends; you want {leads|it|them} apart. Chain them, or use another output.',
    },
  },
  check: (harness, say) =>
    harness.lights().lines.map(({ source, segments, mirrored }, _, lines) => {
      const isAsked = ({ at: { itemId } }: Segment) =>
        chosenFor(harness.build, itemId, ({ splitLights }) => splitLights)?.wanted === 'separate'
      if (!segments.some(isAsked)) return say.notApplicable()
      const mirrors = mirrored.filter(isAsked).map((segment) => segment.at)
      const copies = mirrors.length > 0 ? [] : copiedWith(source, lines)
      if (copies.length > 1) {
        // Told once for the box.
        const first = copies.find((line) => line.segments.some(isAsked))
        if (first?.source !== source) return say.notApplicable()
        const leads = copies.flatMap((line) => line.segments.filter(isAsked).map((segment) => segment.at))
        const params = { leads: leads.map((ref) => harness.name(ref)), box: source.item.mark }
        return say.found('copies', [source.ref, ...leads], params)
      }
      if (mirrors.length === 0) return say.holds()
      return say.found('mirrors', [source.ref, ...mirrors], {
        leads: mirrors.map((ref) => harness.name(ref)),
        port: harness.name(source.ref),
      })
    }),
  mends: () => [],
})
