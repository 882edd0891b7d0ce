import { create } from 'zustand'
import type { PortKey } from '@/core/build/refs'

interface UnderPointer {
  /** The port under what is being dragged. */
  readonly key: PortKey | null
}

/** Told to the two rows that it changes for; the drag library would tell all rows at every move. */
const useUnder = create<UnderPointer>(() => ({ key: null }))

export const useIsOver = (key: PortKey): boolean => useUnder((state) => state.key === key)

function keyAt({ clientX, clientY }: Pick<MouseEvent, 'clientX' | 'clientY'>): PortKey | null {
  const rows = document
    .elementsFromPoint(clientX, clientY)
    .map((element) => element.closest<HTMLElement>('[data-port]'))
  return (rows.find((row) => row !== null)?.dataset['port'] as PortKey | undefined) ?? null
}

/** Follows mouse or finger while something is dragged; what it gives ends that and tells over which port it ended. */
export function followPointer(): () => PortKey | null {
  let last: Pick<MouseEvent, 'clientX' | 'clientY'> | undefined
  const listening = new AbortController()
  const note = (event: MouseEvent | TouchEvent) => {
    last = 'touches' in event ? event.touches[0] : event
    if (last !== undefined) useUnder.setState({ key: keyAt(last) })
  }
  window.addEventListener('mousemove', note, { passive: true, signal: listening.signal })
  window.addEventListener('touchmove', note, { passive: true, signal: listening.signal })
  return () => {
    listening.abort()
    useUnder.setState({ key: null })
    // The picture may have scrolled under a pointer that rests.
    return last === undefined ? null : keyAt(last)
  }
}
