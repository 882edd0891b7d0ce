import { exceeds } from '../units/compare'
import { movesOf } from './mend'
import { defineRule } from './rule'

/** Milliamps on a USB port against what it may give; headroom is for amp budgets only. */
export const usbLoad = defineRule({
  id: 'usb-load',
  group: 'supply',
  what: 'No USB port gives more than it may: 500 mA, or 100 mA on a hub without a supply of its own.',
  source: 'USB 2.0 specification (from memory)',
  reads: ['usb.drawMilliamps'],
  messages: {
    over: {
      severity: 'stop',
      consequence: 'overload',
      text: '{port} would have to give {totalMilliamps} to {leads}; it may give {mostMilliamps}. Use a USB hub with a supply of its own, or another header.',
    },
    unknown: {
      severity: 'unknown',
      text: '{port} would give at least {totalMilliamps} of {mostMilliamps}: {unknownCount} of its devices ({leads}) {unknownCount|states|state} no USB draw. Look it up in {unknownCount|the manual|the manuals}.',
    },
  },
  check: (harness, say) =>
    harness.usb().ports.map(({ placed, devices, knownMilliamps, unknownCount, mostMilliamps }) => {
      const at = [placed.ref, ...devices.map(({ lead }) => lead.ref)]
      const params = {
        port: harness.name(placed.ref),
        totalMilliamps: knownMilliamps,
        leads: devices.map(({ lead }) => harness.name(lead.ref)),
        mostMilliamps,
      }
      if (exceeds(knownMilliamps, mostMilliamps)) return say.found('over', at, params)
      return unknownCount > 0 ? say.found('unknown', at, { ...params, unknownCount }) : say.holds(at)
    }),
  mends: (harness, finding) =>
    finding.messageId === 'over'
      ? finding.at
          .slice(1)
          .slice(-1)
          .flatMap((lead) => movesOf(harness, lead))
      : [],
})
