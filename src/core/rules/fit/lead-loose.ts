import { parkEdit } from '../../build/choose'
import type { Harness } from '../../operate/harness'
import { isIdleByChoice } from '../../structure/signal/owners'
import { missesProgram } from '../../structure/signal/usb'
import type { PlacedPort } from '../../structure/wiring/wiring'
import { plugsOf } from '../engine/mend'
import { defineRule, type Mend } from '../engine/rule'

/** Only what takes can be left wanting; a free onward tail or a free header is no fault. */
const wants = ({ port }: PlacedPort) =>
  port.side === 'takes' && port.need !== 'onward' && (port.lead !== undefined || port.need !== undefined)

/** Neither one that its box needs for its program, which is told there, nor one that a choice makes idle. */
const isForComfort = (harness: Harness, placed: PlacedPort) =>
  placed.port.need === 'optional' && !missesProgram(harness, placed) && !isIdleByChoice(harness, placed)

/** Leads that nobody has plugged in: the needed ones as one bundle, the ones for comfort as another. */
export const leadLoose = defineRule({
  id: 'lead-loose',
  group: 'fit',
  // What is open, or loose, is told once for the whole build.
  looksOver: 'build',
  what: 'Every lead that its device needs is plugged in; a lead left loose on purpose says why.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['port.need'],
  messages: {
    needed: {
      severity: 'stop',
      isMissing: true,
      consequence: 'loose',
      text: 'Still loose, and needed ({looseCount}): {leads}. Plug {leads|it|each} into a port.',
    },
    comfort: {
      severity: 'warning',
      text: 'Still loose, though not needed to run ({looseCount}): {leads}. Plug {leads|it|each} into a port, or leave it loose on purpose.',
      worse: { looseCount: 'more' },
    },
    parked: { severity: 'note', text: '{lead} is left loose on purpose: {reason}.' },
  },
  check: (harness, say) => {
    const wanting = harness.ports.filter(wants)
    const loose = wanting.filter(({ ref }) => harness.threadsAt(ref).length === 0)
    const bundle = (messageId: 'needed' | 'comfort', isOfBundle: (placed: PlacedPort) => boolean) => {
      const all = wanting.filter(isOfBundle)
      const left = loose.filter(
        (placed) => isOfBundle(placed) && harness.choices.parkedReasonAt(placed.ref) === undefined,
      )
      const at = left.map(({ ref }) => ref)
      if (all.length === 0) return say.notApplicable()
      if (left.length === 0) return say.holds()
      const params = { looseCount: left.length, leads: at.map((ref) => harness.name(ref)) }
      return say.found(messageId, at, params)
    }
    const parked = loose.flatMap((placed) => {
      const reason = harness.choices.parkedReasonAt(placed.ref)
      if (reason === undefined) return []
      const params = { lead: harness.name(placed.ref), reason }
      return [say.found('parked', [placed.ref], params)]
    })
    return [
      bundle('needed', ({ port }) => port.need !== 'optional'),
      bundle('comfort', (placed) => isForComfort(harness, placed)),
      ...parked,
    ]
  },
  mends: function* (harness, finding) {
    for (const ref of finding.at) {
      yield* plugsOf(harness, ref)
      const params = { lead: harness.name(ref) }
      if (finding.messageId === 'comfort')
        yield { messageId: 'park', params, edit: parkEdit(ref, 'on purpose') } satisfies Mend
    }
  },
})
