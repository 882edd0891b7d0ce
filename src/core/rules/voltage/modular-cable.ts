import { unplugsAt } from '../engine/mend'
import { defineRule } from '../engine/rule'

/** A modular cable in a supply that it did not come with. */
export const modularCable = defineRule({
  id: 'modular-cable',
  group: 'voltage',
  what: 'Every modular cable is one that came with its supply.',
  source: 'common practice, no source',
  reads: ['port.connector.maker', 'port.connector.generation'],
  messages: {
    otherSupply: {
      severity: 'stop',
      consequence: 'damage',
      text: '{lead} is a cable of {cableMaker} {cableGeneration}, {port} is of {supplyMaker} {supplyGeneration}: the plugs look alike and are wired differently, which destroys devices. Use only the cables that came with this supply.',
    },
    originUnknown: {
      severity: 'unknown',
      text: 'Nobody has said which supply {lead} came with, or which set {port} takes: do not plug it before you know.',
    },
  },
  check: (harness, say) =>
    harness.threads.map((thread) => {
      const at = [thread.from, thread.to]
      const cable = harness.port(thread.from).port.connector
      const supply = harness.port(thread.to).port.connector
      if (cable.family !== 'modular-supply' || supply.family !== 'modular-supply') {
        return say.notApplicable()
      }
      const lead = harness.name(thread.from)
      const port = harness.name(thread.to)
      if (harness.fit(thread).misfit === 'otherSupply' && cable.maker !== undefined && supply.maker !== undefined) {
        return say.found('otherSupply', at, {
          lead,
          port,
          cableMaker: cable.maker,
          cableGeneration: cable.generation ?? 'of no stated model',
          supplyMaker: supply.maker,
          supplyGeneration: supply.generation ?? 'of no stated model',
        })
      }
      const isNamed = [cable, supply].every(({ maker, generation }) => maker !== undefined && generation !== undefined)
      return isNamed ? say.holds() : say.found('originUnknown', at, { lead, port })
    }),
  mends: (harness, finding) => finding.at.slice(0, 1).flatMap((lead) => unplugsAt(harness, lead)),
})
