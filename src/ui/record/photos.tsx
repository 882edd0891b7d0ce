'use client'

import { Camera } from 'lucide-react'
import { nanoid } from 'nanoid'
import { useEffect, useMemo, useRef } from 'react'
import { RECORD_LIMITS } from '@/core/record/limits'
import { Button } from '@/ui/shared/button'
import { FileInput } from '@/ui/shared/file-button'
import { notify } from '@/ui/shared/notices'
import { useMachine } from './machine-context'

const MEGABYTE = 1024 * 1024

/** What a photo is beside: a step of the work, or an entry of the log. */
interface Beside {
  readonly workId?: string
  readonly entryId?: string
}

/** Takes a photo, or picks one, beside a step or an entry; it is kept in the browser until the server has it. */
export function PhotoButton({ workId, entryId, small = false }: Beside & { readonly small?: boolean }) {
  const { write } = useMachine()
  const field = useRef<HTMLInputElement>(null)
  const take = (file: File) => {
    if (file.size > RECORD_LIMITS.photoBytes) {
      const most = RECORD_LIMITS.photoBytes / MEGABYTE
      return notify(`The photo has ${(file.size / MEGABYTE).toFixed(1)} MB; at most ${most} MB are taken.`, {
        tone: 'fault',
      })
    }
    const beside = { ...(workId === undefined ? {} : { workId }), ...(entryId === undefined ? {} : { entryId }) }
    write({ kind: 'photo', photoId: nanoid(), ...beside }, { photo: file })
  }
  return (
    <>
      <Button small={small} tone={small ? 'quiet' : 'plain'} onClick={() => field.current?.click()}>
        <Camera size={16} aria-hidden /> Add a photo
      </Button>
      <FileInput field={field} label="Photo" accept="image/jpeg,image/png,image/webp" onFile={take} />
    </>
  )
}

function Preview({ photoId, caption }: { readonly photoId: string; readonly caption: string }) {
  const { machine, waitingPhotos } = useMachine()
  const waiting = waitingPhotos.get(photoId)
  const local = useMemo(() => (waiting === undefined ? undefined : URL.createObjectURL(waiting)), [waiting])
  useEffect(() => () => (local === undefined ? undefined : URL.revokeObjectURL(local)), [local])
  const address = `/api/machines/${machine.id}/photos/${photoId}`
  const picture = (
    <img src={local ?? `${address}?size=preview`} alt={caption} className="max-h-40 rounded border border-thread" />
  )
  if (local !== undefined) return picture
  return (
    <a href={address} target="_blank" rel="noreferrer" className="inline-block">
      {picture}
    </a>
  )
}

/** The photos beside a step or an entry. */
export function Photos({ workId, entryId }: Beside) {
  const { state } = useMachine()
  const own = state.photos.filter(({ what }) =>
    workId === undefined ? what.entryId === entryId : what.workId === workId,
  )
  if (own.length === 0) return null
  return (
    <span className="mt-1 flex flex-wrap gap-2">
      {own.map(({ id, at, what }) => (
        <Preview key={id} photoId={what.photoId} caption={what.caption ?? `Photo of ${at.slice(0, 10)}`} />
      ))}
    </span>
  )
}
