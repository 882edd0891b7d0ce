import { movesTo } from './mend'
import { defineRule } from './rule'

const MOST_MENDS = 3

/** Headers of a board tell their role; a box's outlets do not. */
const hasRoles = ({ ports }: { readonly ports: readonly { readonly role?: unknown }[] }) =>
  ports.some(({ role }) => role !== undefined)

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
      if (!hasRoles(part)) return []
      const headers = part.ports.filter(({ role }) => role === 'cpu')
      const anyPort = { itemId: item.id, portId: part.ports[0]!.id }
      if (headers.length === 0) {
        return [say.found('headerUnknown', [anyPort], { board: item.mark })]
      }
      return headers.map(({ id: portId }) => {
        const ref = { itemId: item.id, portId }
        const at = [ref]
        // What is still loose may yet go there; and a board on an empty bench has nothing to report.
        const reporters = harness.tach().reporters(item.assemblyId)
        const isOpen = reporters.loose.length > 0 || reporters.all.length === 0
        if ((harness.tach().readingAt(ref)?.motors.length ?? 0) > 0) return say.holds(at)
        const reason = harness.build.choices.cpuHeaderBlindReason
        const port = harness.name(ref)
        if (reason !== undefined) {
          return say.found('blindByChoice', at, { port, reason })
        }
        if (isOpen) return say.notApplicable(at)
        return say.found('blind', at, { port })
      })
    }),
  mends: (harness, finding) => {
    const [header] = finding.at
    if (header === undefined || finding.messageId !== 'blind') return []
    const item = harness.port(header).item
    return harness
      .tach()
      .reporters(item.assemblyId)
      .all.flatMap((placed) => movesTo(harness, placed.ref, header))
      .slice(0, MOST_MENDS)
  },
})
