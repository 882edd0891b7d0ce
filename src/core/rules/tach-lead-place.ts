import { sameRef } from '../build/refs'
import { movesTo } from './mend'
import { defineRule } from './rule'

/** A lead that is there only to report, on a header that does not need it, while the CPU header reads nothing. */
export const tachLeadPlace = defineRule({
  id: 'tach-lead-place',
  group: 'tach',
  what: 'A tach-only lead goes where a report is needed: the CPU header first.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['port.wires', 'port.role'],
  messages: {
    elsewhere: {
      severity: 'mind',
      text: '{lead} gives its heartbeat to {port}, while {cpuHeader} reads nothing. Plug it into {cpuHeader}.',
    },
  },
  check: (harness, say) =>
    harness.tach().readings.flatMap(({ at: header, placed, motors }) =>
      motors
        .filter((motor) => !harness.port(motor.at).port.wires.includes('12v'))
        .map((motor) => {
          const at = [motor.at, header]
          const cpu = placed.facts.part.ports.find(({ role }) => role === 'cpu')
          if (cpu === undefined) return say.notApplicable(at)
          const cpuRef = { itemId: header.itemId, portId: cpu.id }
          const isBlind = (harness.tach().readingAt(cpuRef)?.motors.length ?? 0) === 0
          if (!isBlind || sameRef(cpuRef, header)) return say.holds(at)
          const params = {
            lead: harness.name(motor.at),
            port: harness.name(header),
            cpuHeader: harness.name(cpuRef),
          }
          return say.found('elsewhere', at, params)
        }),
    ),
  mends: (harness, finding) => {
    const [lead, header] = finding.at
    const cpu = header === undefined ? undefined : harness.port(header).facts.part.ports.find((p) => p.role === 'cpu')
    if (lead === undefined || header === undefined || cpu === undefined) return []
    return movesTo(harness, lead, { itemId: header.itemId, portId: cpu.id })
  },
})
