import { defineRule } from '../engine/rule'
import { movesTo } from '../engine/mend'
import { rangeOfCurve } from '../../physics/curve'
import { exceeds } from '../../units/compare'

const FULL_PERCENT = 100

/** A pump on a curve that lets it drop below full speed. */
export const pumpSpeed = defineRule({
  id: 'pump-speed',
  group: 'speed',
  what: 'A pump runs at full speed or by its own setting, never on a quiet fan curve.',
  source: 'common practice, no source',
  reads: ['choices.curves', 'port.role'],
  messages: {
    belowFull: {
      severity: 'warning',
      text: '{lead} follows the curve of {port}, which goes down to {leastPercent}: a pump wants full speed. Set that header to 100 % throughout.',
      worse: { leastPercent: 'less' },
    },
    curveUnknown: {
      severity: 'unknown',
      text: '{lead} is ruled by {port}, a header for fans, and no curve is written down for it: a pump wants full speed. Use the pump header, or write down 100 %.',
    },
  },
  check: (harness, say) =>
    harness
      .speed()
      .commands.filter(({ motor }) => motor.pump === true)
      .map(({ at: lead, head }) => {
        const at = [lead]
        if (head === undefined) return say.holds()
        const curve = harness.choices.curveAt(head)
        const names = { lead: harness.name(lead), port: harness.name(head) }
        if (curve === undefined) {
          if (harness.port(head).port.role === 'pump') return say.holds()
          return say.found('curveUnknown', at, names)
        }
        const { leastPercent } = rangeOfCurve(curve)
        if (!exceeds(FULL_PERCENT, leastPercent)) return say.holds()
        return say.found('belowFull', at, { ...names, leastPercent })
      }),
  mends: (harness, finding) =>
    finding.at.flatMap((lead) =>
      harness.ports.filter(({ port }) => port.role === 'pump').flatMap((header) => movesTo(harness, lead, header.ref)),
    ),
})
