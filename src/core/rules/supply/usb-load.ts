import { exceeds } from '../../units/compare'
import { movesOf } from '../engine/mend'
import { defineRule } from '../engine/rule'

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
    overLane: {
      severity: 'stop',
      consequence: 'overload',
      text: '{lead} draws {totalMilliamps} by {laneCount} {laneCount|port|ports} of {port}, which may give {mostMilliamps}. Use a lead with two ports, or a USB hub with a supply of its own.',
    },
    unknown: {
      severity: 'unknown',
      text: '{port} would give at least {totalMilliamps} of {mostMilliamps}: {unknownCount} of its devices ({leads}) {unknownCount|states|state} no USB draw. Look it up in {unknownCount|the manual|the manuals}.',
    },
  },
  check: (harness, say) =>
    harness
      .usb()
      .ports.map(({ placed, devices, draws, knownMilliamps, unknownCount, mostMilliamps, laneMilliamps }) => {
        const at = [placed.ref, ...devices.map(({ lead }) => lead.ref)]
        const params = {
          port: harness.name(placed.ref),
          totalMilliamps: knownMilliamps,
          leads: devices.map(({ lead }) => harness.name(lead.ref)),
          mostMilliamps,
        }
        if (exceeds(knownMilliamps, mostMilliamps)) return say.found('over', at, params)
        // A lead draws by the lanes it has: what another lane of the same header leaves free does not help it.
        const tooMuch = draws.find((draw) => exceeds(draw.knownMilliamps, draw.laneCount * laneMilliamps))
        if (tooMuch !== undefined) {
          const { device, laneCount, knownMilliamps: totalMilliamps } = tooMuch
          const lead = harness.name(device.lead.ref)
          return say.found('overLane', [placed.ref, device.lead.ref], {
            lead,
            port: params.port,
            totalMilliamps,
            laneCount,
            mostMilliamps: laneCount * laneMilliamps,
          })
        }
        return unknownCount > 0 ? say.found('unknown', at, { ...params, unknownCount }) : say.holds()
      }),
  mends: (harness, finding) =>
    finding.messageId !== 'unknown'
      ? finding.at
          .slice(1)
          .slice(-1)
          .flatMap((lead) => movesOf(harness, lead))
      : [],
})
