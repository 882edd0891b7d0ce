'use client'

import { useState, type ReactNode } from 'react'
import { Button } from '@/ui/shared/button'

interface SureProps {
  readonly action: ReactNode
  /** What the button is called where its own words do not say of what. */
  readonly label?: string
  readonly question: string
  readonly yes: string
  readonly onYes: () => void
}

/** Something that is only done on a second, explicit word. */
export function Sure({ action, label, question, yes, onYes }: SureProps) {
  const [isAsking, setAsking] = useState(false)
  if (!isAsking) {
    return (
      <Button small tone="quiet" aria-label={label} onClick={() => setAsking(true)}>
        {action}
      </Button>
    )
  }
  return (
    <span role="group" aria-label={question} className="flex flex-wrap items-center gap-2">
      <span className="text-[14px] text-madder">{question}</span>
      <Button
        small
        tone="danger"
        onClick={() => {
          setAsking(false)
          onYes()
        }}
      >
        {yes}
      </Button>
      <Button small autoFocus onClick={() => setAsking(false)}>
        Leave it
      </Button>
    </span>
  )
}
