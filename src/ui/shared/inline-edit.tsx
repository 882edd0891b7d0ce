'use client'

import { useRef, useState } from 'react'

interface InlineEditProps {
  readonly value: string
  readonly label: string
  readonly maxLength: number
  readonly className?: string
  /** For a text that may be left out: what stands there then. */
  readonly placeholder?: string
  readonly onSave: (value: string) => void
}

/** A text that is its own field: Enter or leaving it saves, Escape puts the old text back. */
export function InlineEdit({ value, label, maxLength, className = '', placeholder, onSave }: InlineEditProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const isGivenUp = useRef(false)
  const finish = () => {
    const next = draft?.trim()
    setDraft(null)
    if (!isGivenUp.current && next !== undefined && next !== value && (next !== '' || placeholder !== undefined))
      onSave(next)
    isGivenUp.current = false
  }
  return (
    <input
      aria-label={label}
      title={value}
      value={draft ?? value}
      maxLength={maxLength}
      placeholder={placeholder}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={finish}
      onKeyDown={(event) => {
        if (event.key === 'Escape') isGivenUp.current = true
        if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur()
      }}
      className={`min-w-0 rounded border border-transparent bg-transparent px-1 text-ellipsis hover:border-thread focus:border-woad ${className}`}
    />
  )
}
