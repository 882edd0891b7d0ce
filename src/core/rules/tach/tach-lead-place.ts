import { sameRef } from '../../build/refs'
import type { Harness } from '../../operate/harness'
import { givesPulses } from '../../structure/signal/tach'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { movesTo } from '../engine/mend'
import { defineRule } from '../engine/rule'

const isReporterOnly = (placed: PlacedPort) => givesPulses(placed) && !placed.port.wires.includes('12v')

/** CPU headers of the machine that the lead belongs to, on whichever board it hangs now. */
const cpuHeadersOf = (harness: Harness, { item }: PlacedPort): readonly PlacedPort[] =>
  harness.ports.filter(({ port, item: board }) => port.role === 'cpu' && board.assemblyId === item.assemblyId)

/** A lead that is there only to report, on a header that does not need it, while a CPU header reads nothing. */
export const tachLeadPlace = defineRule({
  id: 'tach-lead-place',
  group: 'tach',
  what: 'A tach-only lead goes where a report is needed: the CPU header of its own machine first.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['port.wires', 'port.role'],
  messages: {
    elsewhere: {
      severity: 'warning',
      text: '{lead} gives its heartbeat to {port}, while {cpuHeader} reads nothing. Plug it into {cpuHeader}.',
    },
  },
  check: (harness, say) =>
    harness.ports.filter(isReporterOnly).flatMap((placed) => {
      const headers = cpuHeadersOf(harness, placed)
      return harness.across(placed.ref).map(({ ref: header }) => {
        if (headers.length === 0) return say.notApplicable()
        const blind = headers.find(({ ref }) => (harness.tach().readingAt(ref)?.reporters.length ?? 0) === 0)
        if (blind === undefined || sameRef(blind.ref, header)) return say.holds()
        const { name } = harness
        const params = { lead: name(placed.ref), port: name(header), cpuHeader: name(blind.ref) }
        return say.found('elsewhere', [placed.ref, header, blind.ref], params)
      })
    }),
  mends: (harness, { at: [lead, , cpu] }) =>
    lead === undefined || cpu === undefined ? [] : movesTo(harness, lead, cpu),
})
