import { useState } from 'react'
import { Button } from './button'

const MOST_REASON = 120

interface ReasonFormProps {
  readonly label: string
  readonly placeholder: string
  readonly action: string
  readonly title?: string
  readonly onReason: (reason: string) => void
}

/** Something that is decided only with a reason: the field for it, and what decides. */
export function ReasonForm({ label, placeholder, action, title, onReason }: ReasonFormProps) {
  const [text, setText] = useState('')
  const reason = text.trim()
  const decide = (event: React.FormEvent) => {
    event.preventDefault()
    if (reason !== '') onReason(reason)
  }
  return (
    <form onSubmit={decide} className="flex gap-1.5">
      <input
        value={text}
        onChange={(event) => setText(event.target.value)}
        maxLength={MOST_REASON}
        aria-label={label}
        placeholder={placeholder}
        className="min-w-0 grow rounded border border-seam bg-linen px-1.5 text-[13px]"
      />
      <Button small type="submit" disabled={reason === ''} title={title}>
        {action}
      </Button>
    </form>
  )
}
