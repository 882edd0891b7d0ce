'use client'

import { FileUp } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useRef } from 'react'
import { ask } from './api'
import { Button } from './button'
import { notify } from './notices'
import { useAsk } from './use-ask'

export interface Made {
  readonly id: string
  readonly name: string
}

/** Reads a build file and keeps it as a build of its own; a wrong file is refused with the place of its fault. */
export function ImportButton() {
  const run = useAsk()
  const router = useRouter()
  const input = useRef<HTMLInputElement>(null)
  const read = (file: File) =>
    run(
      () =>
        ask<Made>('/api/builds/import', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: file,
        }),
      (made) => {
        notify(`“${made.name}” is imported.`)
        router.push(`/builds/${made.id}/threads`)
      },
    )
  return (
    <>
      <Button onClick={() => input.current?.click()}>
        <FileUp size={17} aria-hidden /> Open a file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        aria-label="Build file"
        className="hidden"
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          if (file !== undefined) void read(file)
        }}
      />
    </>
  )
}
