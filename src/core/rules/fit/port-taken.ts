import { occupancyOf } from '../../structure/wiring/occupancy'
import { movesOf, unplugsAt } from '../engine/mend'
import { defineRule, type Mend } from '../engine/rule'

/** Ports that hold more leads than they have room for. */
export const portTaken = defineRule({
  id: 'port-taken',
  group: 'fit',
  what: 'No port holds more leads than it has places for, and no lead is in two ports.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['thread'],
  messages: {
    taken: {
      severity: 'stop',
      text: '{port} has {placeCount} {placeCount|place|places}, but {leads} there {leads|wants|want} {coveredCount}. Move {leads|it|one of them} to a free port.',
    },
    twoPlaces: {
      severity: 'stop',
      text: '{lead} is planned in {placeCount} {placeCount|port|ports} at once: {ports}. A lead has one plug; unplug it from the others.',
    },
  },
  check: (harness, say) =>
    harness.ports.map(({ ref, port }) => {
      const others = harness.across(ref).map((other) => other.ref)
      if (others.length === 0) return say.notApplicable()
      const { placeCount, coveredCount } = occupancyOf(harness, ref)
      if (coveredCount <= placeCount) return say.holds()
      const at = [ref, ...others]
      const names = others.map((other) => harness.name(other))
      const name = harness.name(ref)
      if (port.side === 'takes') {
        return say.found('twoPlaces', at, { lead: name, placeCount: coveredCount, ports: names })
      }
      return say.found('taken', at, { port: name, placeCount, coveredCount, leads: names })
    }),
  mends: (harness, finding) => {
    const [ref, ...others] = finding.at
    if (ref === undefined) return []
    if (finding.messageId === 'twoPlaces') return unplugsAt(harness, ref)
    const takers = others.filter((other) => harness.port(other).port.side === 'takes')
    const moves = takers.flatMap((other): readonly Mend[] => movesOf(harness, other, 1))
    return [...moves, ...unplugsAt(harness, ref)]
  },
})
