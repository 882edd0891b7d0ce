'use client'

import { format } from 'date-fns'
import { ArchiveRestore, Trash2 } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { DAYS_DELETED_ARE_KEPT, type DeletedBuild } from '@/core/formats/api-types'
import { ask } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { notify } from '@/ui/shared/notices'

const day = (text: string) => format(new Date(text), 'd MMM yyyy')

interface RowProps {
  readonly build: DeletedBuild
  readonly onChange: () => void
}

/** One deleted build: the way back at once, the way out for good by a second, explicit word. */
function DeletedRow({ build, onChange }: RowProps) {
  const [isSure, setSure] = useState(false)
  const run = async (work: () => Promise<unknown>, said: string) => {
    try {
      await work()
      notify(said)
      onChange()
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
    }
  }
  const url = `/api/builds/${build.id}`
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-thread py-2 last:border-b-0">
      <div className="min-w-40 grow basis-52">
        <p className="font-semibold wrap-anywhere">{build.name}</p>
        <p className="text-[13px] text-faded">
          deleted {day(build.deletedAt)}, goes for good {day(build.goesAt)}
        </p>
      </div>
      {isSure ? (
        <span className="flex flex-wrap items-center gap-2" role="group" aria-label={`Delete ${build.name} for good?`}>
          <span className="text-[14px] text-madder">With its whole history, and no way back.</span>
          <Button
            tone="danger"
            small
            onClick={() =>
              void run(() => ask(`${url}?forgood=yes`, { method: 'DELETE' }), `“${build.name}” is gone for good.`)
            }
          >
            Yes, for good
          </Button>
          <Button small autoFocus onClick={() => setSure(false)}>
            Keep it here
          </Button>
        </span>
      ) : (
        <span className="flex gap-2">
          <Button
            small
            aria-label={`Put ${build.name} back`}
            onClick={() => void run(() => ask(`${url}/restore`, { method: 'POST' }), `“${build.name}” is back.`)}
          >
            <ArchiveRestore size={15} aria-hidden /> Put back
          </Button>
          <Button tone="quiet" small aria-label={`Delete ${build.name} for good`} onClick={() => setSure(true)}>
            <Trash2 size={15} aria-hidden /> Delete for good
          </Button>
        </span>
      )}
    </li>
  )
}

/** Builds that were deleted and can still be put back. */
export function DeletedBuilds({ onClose }: { readonly onClose: () => void }) {
  const router = useRouter()
  const [builds, setBuilds] = useState<readonly DeletedBuild[] | 'loading' | 'failed'>('loading')
  const [round, setRound] = useState(0)
  useEffect(() => {
    const abort = new AbortController()
    ask<readonly DeletedBuild[]>('/api/builds/deleted', { signal: abort.signal }).then(
      setBuilds,
      () => !abort.signal.aborted && setBuilds('failed'),
    )
    return () => abort.abort()
  }, [round])
  const changed = () => {
    setRound((before) => before + 1)
    router.refresh()
  }
  return (
    <Dialog
      isOpen
      title="Deleted builds"
      description={`A deleted build stays here for ${DAYS_DELETED_ARE_KEPT} days; then it goes for good, with its history.`}
      onClose={onClose}
    >
      {builds === 'loading' && <p className="text-faded">Looking …</p>}
      {builds === 'failed' && <p className="text-madder">They cannot be read just now; try again in a moment.</p>}
      {builds.length === 0 && <p className="text-faded">Nothing is deleted.</p>}
      {typeof builds !== 'string' && (
        <ul>
          {builds.map((build) => (
            <DeletedRow key={build.id} build={build} onChange={changed} />
          ))}
        </ul>
      )}
    </Dialog>
  )
}
