import type { Harness } from '../../operate/harness'
import type { Item } from '../../build/schema'
import { hasRoles } from '../../structure/wiring/part-facts'
import { movesTo, swapsInto } from '../engine/mend'
import { defineRule } from '../engine/rule'

const MOST_MENDS = 3

/** A board in a machine that turns nothing yet has nothing to hear; a bench that is still empty is no fault. */
function turnsSomething(harness: Harness, { assemblyId }: Item): boolean {
  return harness.items.some(
    (item) => item.assemblyId === assemblyId && harness.factsOfItem(item.id).all.motor.length > 0,
  )
}

/** The board looks for a pulse on its CPU header before it starts. */
export const cpuHeaderTach = defineRule({
  id: 'cpu-header-tach',
  group: 'tach',
  what: 'Something reports its speed on the CPU header of every board.',
  source: 'common practice, no source',
  reads: [],
  asksOnly: ['port.role'],
  messages: {
    blind: {
      severity: 'stop',
      isMissing: true,
      consequence: 'noStart',
      text: 'Nothing reports its speed on {port}: the board refuses to start, or complains. Plug the pump, its tach lead or a radiator fan in there.',
    },
    blindByChoice: {
      severity: 'note',
      text: 'Nothing reports its speed on {port}, by your choice: {reason}. The firmware must be told to ignore that header.',
    },
    headerUnknown: {
      severity: 'unknown',
      text: 'Nobody has said which header of {board} is its CPU header; something must report its speed there. Look it up in the manual.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) => {
      const { part } = harness.factsOfItem(item.id)
      if (!hasRoles({ part })) return []
      const headers = part.ports.filter(({ role }) => role === 'cpu')
      const anyPort = { itemId: item.id, portId: part.ports[0]!.id }
      if (headers.length === 0) {
        return [say.found('headerUnknown', [anyPort], { board: item.mark })]
      }
      return headers.map(({ id: portId }) => {
        const ref = { itemId: item.id, portId }
        const at = [ref]
        if ((harness.tach().readingAt(ref)?.reporters.length ?? 0) > 0) return say.holds()
        const reason = harness.choices.blindReasonAt(ref)
        const port = harness.name(ref)
        if (reason !== undefined) {
          return say.found('blindByChoice', at, { port, reason })
        }
        // What is still loose changes the way out and nothing else: as it is wired the board does not start.
        const isIdle = harness.threadsAt(ref).length === 0 && !turnsSomething(harness, item)
        if (isIdle) return say.notApplicable()
        return say.found('blind', at, { port })
      })
    }),
  mends: (harness, finding) => {
    const [header] = finding.at
    if (header === undefined || finding.messageId !== 'blind') return []
    const item = harness.port(header).item
    const reporters = harness.tach().reportersOf(item.assemblyId)
    const moves = reporters.flatMap((placed) => movesTo(harness, placed.ref, header))
    const swaps = moves.length > 0 ? [] : reporters.flatMap((placed) => swapsInto(harness, placed.ref, header))
    return [...moves, ...swaps].slice(0, MOST_MENDS)
  },
})
