import { rangeOfCurve } from '../../physics/curve'
import { exceeds } from '../../units/compare'
import { defineRule } from '../engine/rule'

/** Points of a curve at which a fan on it does not start, or stops though it cannot. */
export const curveStartDuty = defineRule({
  id: 'curve-start-duty',
  group: 'curve',
  what: 'No curve asks a fan for less than it starts at, or for a stop that it cannot do.',
  source: 'the figures of the fan; common practice, no source',
  reads: ['motor.startDutyPercent', 'motor.stopsAtZeroDuty'],
  messages: {
    belowStart: {
      severity: 'warning',
      text: 'The curve of {port} asks for {leastPercent}; {lead} only starts at {startPercent} and may stand still. Raise the lowest point.',
      worse: { leastPercent: 'less', startPercent: 'more' },
    },
    cannotStop: {
      severity: 'warning',
      text: 'The curve of {port} goes to 0 %, but {lead} does not stop at that: it keeps turning at its least speed. Raise the lowest point, or accept it.',
    },
    unknown: {
      severity: 'unknown',
      text: 'The curve of {port} goes down to {leastPercent}; nobody has said at which duty {leads} {leads|starts|start}. Look it up, or try it on the bench.',
    },
    stopUnknown: {
      severity: 'unknown',
      text: 'The curve of {port} goes to 0 %; nobody has said whether {leads} {leads|stops|stop} at that. Look it up, or try it on the bench.',
    },
  },
  check: (harness, say) =>
    harness.speed().heads.flatMap(({ at: head, commands }) => {
      const curve = harness.choices.curveAt(head)
      if (curve === undefined) return []
      const { leastPercent } = rangeOfCurve(curve)
      const fans = commands.filter(({ motor }) => motor.pump !== true)
      const isOpen = ({ motor }: (typeof fans)[number]) =>
        leastPercent === 0 ? motor.stopsAtZeroDuty === undefined : motor.startDutyPercent === undefined
      const open = fans.filter(isOpen).map((command) => command.at)
      const port = harness.name(head)
      const known = fans
        .filter((command) => !isOpen(command))
        .map(({ at: lead, motor }) => {
          const at = [head, lead]
          const params = { port, lead: harness.name(lead), leastPercent }
          if (leastPercent === 0) {
            return motor.stopsAtZeroDuty === true ? say.holds() : say.found('cannotStop', at, params)
          }
          const startPercent = motor.startDutyPercent!.value
          return exceeds(startPercent, leastPercent)
            ? say.found('belowStart', at, { ...params, startPercent })
            : say.holds()
        })
      if (open.length === 0) return known
      const params = { port, leads: open.map((lead) => harness.name(lead)), leastPercent }
      return [...known, say.found(leastPercent === 0 ? 'stopUnknown' : 'unknown', [head, ...open], params)]
    }),
  mends: () => [],
})
