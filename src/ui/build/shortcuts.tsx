'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import { useActions } from './context'
import { STAGES } from './stages'

/** Whether the key is meant for a text field, which keeps its own undo and its own Delete. */
export function isTyping(event: KeyboardEvent | React.KeyboardEvent): boolean {
  const target = event.target
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  )
}

/** Alt and a number go to a stage; Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y) take back and do again. */
export function Shortcuts({ buildId }: { readonly buildId: string }) {
  const router = useRouter()
  const { undoLast, redoLast } = useActions()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const stage = event.altKey && !event.ctrlKey ? STAGES[Number(event.code.replace('Digit', '')) - 1] : undefined
      if (stage !== undefined) {
        event.preventDefault()
        router.push(`/builds/${buildId}/${stage.id}`)
      }
      if (!(event.ctrlKey || event.metaKey) || isTyping(event)) return
      const key = event.key.toLowerCase()
      if (key !== 'z' && key !== 'y') return
      event.preventDefault()
      if (key === 'y' || event.shiftKey) redoLast()
      else undoLast()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [buildId, router, undoLast, redoLast])
  return null
}
