import type { Thread } from '../../build/schema'
import type { Wire } from '../../parts/connectors'

/** What may be wrong with a plug without anybody seeing it: not seated, or one of its contacts open. */
export type WiringFault =
  | { readonly fault: 'plugLoose'; readonly threadId: string }
  | { readonly fault: 'contactOpen'; readonly threadId: string; readonly wire: Wire }

/** The wires of a thread whose contact is open. */
export function openWires(faults: readonly WiringFault[], thread: Thread): readonly Wire[] {
  return faults.flatMap((entry) => (entry.fault === 'contactOpen' && entry.threadId === thread.id ? [entry.wire] : []))
}
