'use client'

import { Ellipsis, FileDown, FileUp, PackagePlus, Plus } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useRef, useState } from 'react'
import type { PartsRead, RowsRefused } from '@/core/formats/api-types'
import { countOf } from '@/core/wording/text'
import { fetchHere, onPageBench } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { FileInput } from '@/ui/shared/file-button'
import { MENU_CLASS, MENU_ITEM_CLASS } from '@/ui/shared/menu'
import { notify } from '@/ui/shared/notices'
import { usePackEditor } from './pack-editor-state'
import { useEditor } from '@/ui/focus/editor-job'
import { RowsDialog } from './rows-dialog'

type Read = { readonly ok: PartsRead } | { readonly rows: RowsRefused } | { readonly fault: string }

async function readFile(file: File): Promise<Read> {
  const response = await fetchHere('/api/parts/import', {
    method: 'POST',
    body: file,
    headers: { 'content-type': 'text/plain' },
  }).catch(() => undefined)
  if (response === undefined) return { fault: 'The server cannot be reached. Nothing was read; try again.' }
  const body: unknown = await response.json().catch(() => undefined)
  if (response.ok) return { ok: body as PartsRead }
  if (response.status === 422 && typeof body === 'object' && body !== null && 'faults' in body)
    return { rows: body as RowsRefused }
  return {
    fault:
      (body as { readonly error?: { readonly message: string } } | undefined)?.error?.message ??
      `The server answered ${response.status}. Nothing was read.`,
  }
}

const wordsOf = ({ addedCount, knownCount, packCount }: PartsRead) =>
  [
    `${countOf(addedCount, 'part')} read`,
    ...(packCount === 0 ? [] : [countOf(packCount, 'pack')]),
    ...(knownCount === 0 ? [] : [`${knownCount} there already`]),
  ].join(', ')

/** What can be done with the shelf as a whole: write a part or a pack out, read and write files. */
export function ShelfTools({ onChanged }: { readonly onChanged: () => void }) {
  const input = useRef<HTMLInputElement>(null)
  const [refused, setRefused] = useState<RowsRefused | null>(null)
  const read = async (file: File) => {
    const answer = await readFile(file)
    if ('rows' in answer) setRefused(answer.rows)
    else if ('fault' in answer) notify(answer.fault, { tone: 'fault' })
    else {
      notify(`${wordsOf(answer.ok)}.`)
      onChanged()
    }
  }
  return (
    <>
      <Button small onClick={() => useEditor.setState({ job: { on: 'new', onSaved: onChanged } })}>
        <Plus size={15} aria-hidden /> New part
      </Button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button tone="quiet" small aria-label="More for the shelf">
            <Ellipsis size={16} aria-hidden />
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={MENU_CLASS}>
            <DropdownMenu.Item className={MENU_ITEM_CLASS} onSelect={() => usePackEditor.setState({ job: {} })}>
              <PackagePlus size={15} aria-hidden /> New pack
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM_CLASS} onSelect={() => input.current?.click()}>
              <FileUp size={15} aria-hidden /> Read a file of parts
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM_CLASS} asChild>
              <a href={onPageBench('/api/parts/file')} download>
                <FileDown size={15} aria-hidden /> My parts, JSON
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM_CLASS} asChild>
              <a href={onPageBench('/api/parts/file?form=csv')} download>
                <FileDown size={15} aria-hidden /> My plain parts, CSV
              </a>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <FileInput
        field={input}
        label="File of parts"
        accept=".json,.csv,application/json,text/csv"
        onFile={(file) => void read(file)}
      />
      <RowsDialog refused={refused} onClose={() => setRefused(null)} />
    </>
  )
}
