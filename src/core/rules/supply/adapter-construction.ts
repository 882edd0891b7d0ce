import { isPutAside } from '../../structure/wiring/loose'
import { defineRule } from '../engine/rule'

/** Moulded adapters from the peripheral plug to SATA power have a bad name. */
export const adapterConstruction = defineRule({
  id: 'adapter-construction',
  group: 'supply',
  what: 'An adapter from the peripheral plug to SATA power is a crimped one.',
  source: 'common practice, no source',
  reads: ['part.construction'],
  messages: {
    moulded: {
      severity: 'warning',
      text: '{adapter} is a moulded adapter from the peripheral plug to SATA power: these have a bad name for burning. Prefer a crimped one, or a lead of the supply itself.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Nobody has said whether {adapter}, from the peripheral plug to SATA power, is moulded or crimped: the moulded ones have a bad name for burning. Look at its end.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) => {
      const { part } = harness.factsOfItem(item.id)
      const isFrom = part.ports.some(
        ({ side, connector }) => side === 'takes' && connector.family === 'peripheral-4pin',
      )
      const onward = part.ports.find(({ side, connector }) => side === 'gives' && connector.family === 'sata-power')
      if (!isFrom || onward === undefined || isPutAside(harness, item.id)) return []
      const at = [{ itemId: item.id, portId: onward.id }]
      if (part.construction === undefined) return [say.found('unknown', at, { adapter: item.mark })]
      return [part.construction === 'moulded' ? say.found('moulded', at, { adapter: item.mark }) : say.holds()]
    }),
  mends: () => [],
})
