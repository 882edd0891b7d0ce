'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import { useActions } from '@/ui/session/context'
import { useHelp } from '@/ui/focus/help'
import { isTyping } from '@/ui/shared/is-typing'
import { STAGES } from '@/ui/stages/stages'

/** Alt and a number go to a stage; ? shows the keys; Ctrl+Z and Ctrl+Shift+Z (or Ctrl+Y) take back and do again. */
export function Shortcuts({ buildId }: { readonly buildId: string }) {
  const router = useRouter()
  const { undoLast, redoLast } = useActions()
  const openHelp = useHelp(({ open }) => open)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const stage = event.altKey && !event.ctrlKey ? STAGES[Number(event.code.replace('Digit', '')) - 1] : undefined
      if (stage !== undefined) {
        event.preventDefault()
        router.push(`/builds/${buildId}/${stage.id}`)
      }
      if (isTyping(event)) return
      if (event.key === '?') openHelp(true)
      if (!event.ctrlKey && !event.metaKey) return
      const key = event.key.toLowerCase()
      if (key !== 'z' && key !== 'y') return
      event.preventDefault()
      if (key === 'y' || event.shiftKey) redoLast()
      else undoLast()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [buildId, router, undoLast, redoLast, openHelp])
  return null
}
