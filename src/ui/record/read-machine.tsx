'use client'

import { useRouter } from 'next/navigation'
import type { EntriesKept } from '@/core/record/answers'
import { ask, postFile } from '@/ui/shared/api'
import { FileButton } from '@/ui/shared/file-button'
import { useAsk } from '@/ui/shared/use-ask'

/** Reads the file of a machine and opens it; a wrong file is refused with the place of its fault. */
export function ReadMachine() {
  const router = useRouter()
  const run = useAsk()
  const read = (file: File) =>
    run(
      () => ask<EntriesKept & { readonly id: string }>('/api/machines/import', postFile(file)),
      ({ id }) => router.push(`/machines/${id}`),
    )
  return (
    <FileButton label="Machine file" accept=".json,application/json" onFile={(file) => void read(file)}>
      Open a machine’s file
    </FileButton>
  )
}
