'use client'

import { useRouter } from 'next/navigation'
import { ask, postFile } from './api'
import { FileButton } from './file-button'
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
  const read = (file: File) =>
    run(
      () => ask<Made>('/api/builds/import', postFile(file)),
      (made) => {
        notify(`“${made.name}” is imported.`)
        router.push(`/builds/${made.id}/threads`)
      },
    )
  return (
    <FileButton label="Build file" accept=".json,application/json" onFile={(file) => void read(file)}>
      Open a file
    </FileButton>
  )
}
