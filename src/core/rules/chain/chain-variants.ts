import { hangingOn } from '../../structure/wiring/below'
import { defineRule } from '../engine/rule'
import { movesOf } from '../engine/mend'

/** Variants of one maker's link may share a box, never a chain. */
export const chainVariants = defineRule({
  id: 'chain-variants',
  group: 'chain',
  what: 'One outlet carries one variant of a maker link.',
  source: 'common practice, no source',
  reads: ['port.connector.variant'],
  messages: {
    mixed: {
      severity: 'stop',
      text: '{outlet} has the variants {variants} in one chain ({leads}): they must not be joined, though their leads look alike. Give each variant an outlet of its own.',
    },
    unknown: {
      severity: 'unknown',
      text: 'Nobody has said which variant {leads} on {outlet} {leads|is|are}; variants must not be joined. Read the print on the leads.',
    },
  },
  check: (harness, say) =>
    harness.ports.flatMap((outlet) => {
      const { port, ref } = outlet
      const isStart = port.side === 'gives' && port.connector.family === 'maker-link' && port.need !== 'onward'
      if (!isStart || harness.threadsAt(ref).length === 0) return []
      const devices = hangingOn(harness, ref).filter(({ placed }) => placed.port.connector.family === 'maker-link')
      const at = [ref, ...devices.map(({ placed }) => placed.ref)]
      if (devices.length < 2) return [say.notApplicable()]
      const variants = [...new Set(devices.flatMap(({ placed }) => placed.port.connector.variant ?? []))].toSorted()
      const leads = devices.map(({ placed }) => harness.name(placed.ref))
      if (variants.length > 1) return [say.found('mixed', at, { outlet: harness.name(ref), variants, leads })]
      const unnamed = devices.filter(({ placed }) => placed.port.connector.variant === undefined)
      if (unnamed.length === 0) return [say.holds()]
      const names = unnamed.map(({ placed }) => harness.name(placed.ref))
      return [say.found('unknown', at, { outlet: harness.name(ref), leads: names })]
    }),
  mends: (harness, finding) =>
    finding.messageId === 'mixed' ? finding.at.slice(-1).flatMap((lead) => movesOf(harness, lead)) : [],
})
