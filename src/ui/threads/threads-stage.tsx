'use client'

import Link from 'next/link'
import { useEffect } from 'react'
import { useActions, useHarness } from '@/ui/build/context'
import { isTyping } from '@/ui/build/shortcuts'
import { buttonClass } from '@/ui/shared/button'
import { Diagram } from './diagram'
import { usePlug } from './plug'
import { useSelection } from './selection'

/** Delete unplugs what is picked, Escape puts it down; a text field keeps both keys to itself. */
function useKeys() {
  const harness = useHarness()
  const { dispatch } = useActions()
  const { selected, select } = useSelection()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (selected === null || event.defaultPrevented) return
      if (event.key === 'Escape') {
        const row = document.querySelector<HTMLElement>(`[data-port="${selected.ref.itemId}.${selected.ref.portId}"]`)
        select(null)
        row?.focus()
      }
      if (event.key === 'Delete' && !isTyping(event)) {
        const edits = harness
          .threadsAt(selected.ref)
          .map((thread) => ({ type: 'disconnect', threadId: thread.id }) as const)
        if (edits.length > 0) dispatch({ type: 'batch', edits })
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [harness, dispatch, selected, select])
}

export function ThreadsStage() {
  const { items, build } = useHarness()
  const plug = usePlug()
  useKeys()
  if (items.length === 0) {
    return (
      <div className="p-8">
        <h2 className="font-display text-xl font-semibold">Nothing to thread yet</h2>
        <p className="my-3 max-w-prose text-faded">
          Put a board, fans and lights on the bench first; their leads then appear here, each asking for a port.
        </p>
        <Link href={`/builds/${build.id}/parts`} className={buttonClass('act')}>
          Go to Parts
        </Link>
      </div>
    )
  }
  return <Diagram onPickGiver={plug} />
}
