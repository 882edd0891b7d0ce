import type { Entry, What } from '../../src/core/record/entry-schema'

/** An entry of a machine's log, written so many seconds after a fixed time. */
export const entry = (id: string, seconds: number, what: What, corrects?: string): Entry => ({
  id,
  at: new Date(Date.UTC(2026, 2, 1, 9, 0, seconds)).toISOString(),
  ...(corrects === undefined ? {} : { corrects }),
  what,
})

/** A lead of a build put into another port than its plan says. */
export const elsewhere = (threadId: string, from: string, to: string, reason: string): What => {
  const ref = (text: string) => {
    const [itemId, portId] = text.split('.')
    return { itemId: itemId!, portId: portId! }
  }
  return {
    kind: 'difference',
    reason,
    edit: {
      type: 'batch',
      edits: [
        { type: 'disconnect', threadId },
        { type: 'connect', thread: { id: threadId, from: ref(from), to: ref(to) } },
      ],
    },
  }
}
