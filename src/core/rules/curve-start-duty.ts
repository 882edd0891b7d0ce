import { exceeds } from '../units/compare'
import { defineRule } from './rule'

/** Points of a curve at which a fan on it does not start, or stops though it cannot. */
export const curveStartDuty = defineRule({
  id: 'curve-start-duty',
  group: 'curve',
  what: 'No curve asks a fan for less than it starts at, or for a stop that it cannot do.',
  source: 'the figures of the fan; common practice, no source',
  reads: ['motor.startDutyPercent', 'motor.stopsAtZeroDuty'],
  messages: {
    belowStart: {
      severity: 'mind',
      text: 'The curve of {port} asks for {leastPercent}; {lead} only starts at {startPercent} and may stand still. Raise the lowest point.',
    },
    cannotStop: {
      severity: 'mind',
      text: 'The curve of {port} goes to 0 %, but {lead} does not stop at that: it keeps turning at its least speed. Raise the lowest point, or accept it.',
    },
    unknown: {
      severity: 'unknown',
      text: 'The curve of {port} goes down to {leastPercent}; nobody has said at which duty {lead} starts. Look it up, or try it on the bench.',
    },
    stopUnknown: {
      severity: 'unknown',
      text: 'The curve of {port} goes to 0 %; nobody has said whether {lead} stops at that. Look it up, or try it on the bench.',
    },
  },
  check: (harness, say) =>
    harness.speed().commands.flatMap(({ at: lead, head, motor }) => {
      const curve = head === undefined ? undefined : harness.choices.curveAt(head)
      if (head === undefined || curve === undefined || motor.pump === true) return []
      const at = [head, lead]
      const leastPercent = Math.min(...curve.points.map(({ dutyPercent }) => dutyPercent))
      const params = { port: harness.name(head), lead: harness.name(lead), leastPercent }
      if (leastPercent === 0) {
        if (motor.stopsAtZeroDuty === undefined) return [say.found('stopUnknown', at, params)]
        return [motor.stopsAtZeroDuty ? say.holds(at) : say.found('cannotStop', at, params)]
      }
      if (motor.startDutyPercent === undefined) return [say.found('unknown', at, params)]
      const startPercent = motor.startDutyPercent.value
      return [
        exceeds(startPercent, leastPercent) ? say.found('belowStart', at, { ...params, startPercent }) : say.holds(at),
      ]
    }),
  mends: () => [],
})
