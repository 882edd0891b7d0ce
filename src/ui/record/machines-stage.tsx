'use client'

import { Plus } from 'lucide-react'
import { nanoid } from 'nanoid'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Page } from '@/core/formats/api-types'
import type { MachineSummary } from '@/core/record/answers'
import { RECORD_LIMITS } from '@/core/record/limits'
import { cut } from '@/core/units/cut'
import { countOf } from '@/core/wording/text'
import { useSession } from '@/ui/session/context'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { Pager } from '@/ui/shared/pager'
import { useAsk } from '@/ui/shared/use-ask'
import { useLoaded } from '@/ui/shared/use-loaded'
import { FIELD, Field } from '@/ui/shared/field'
import { MachineList } from './machine-list'
import { ReadMachine } from './read-machine'

const ROOM_FOR_NUMBER = 10

/** Makes one more machine of the plan as it is saved now. */
function NewMachine({ count }: { readonly count: number }) {
  const { id, name, revision } = useSession((state) => state.confirmed)
  const isSaved = useSession((state) => state.saving === 'saved')
  const usual = `${cut(name, RECORD_LIMITS.machineNameLength - ROOM_FOR_NUMBER)}, no. ${count + 1}`
  const [typed, setTyped] = useState<string>()
  const [serial, setSerial] = useState('')
  const router = useRouter()
  const run = useAsk()
  const make = (event: React.FormEvent) => {
    event.preventDefault()
    const called = (typed ?? usual).trim()
    const wanted = { id: nanoid(), name: called === '' ? usual : called, revision }
    void run(
      () =>
        ask<{ readonly id: string }>(
          `/api/builds/${id}/machines`,
          postJson(serial.trim() === '' ? wanted : { ...wanted, serial: serial.trim() }),
        ),
      (made) => router.push(`/machines/${made.id}`),
    )
  }
  return (
    <form onSubmit={make} className="flex flex-wrap items-end gap-3 rounded-xl border border-thread bg-cloth p-4">
      <div className="min-w-56 grow">
        <Field label="Name of the machine">
          <input
            value={typed ?? usual}
            maxLength={RECORD_LIMITS.machineNameLength}
            onChange={(event) => setTyped(event.target.value)}
            className={FIELD}
          />
        </Field>
      </div>
      <Field label="Serial, if it has one">
        <input
          value={serial}
          maxLength={RECORD_LIMITS.serialLength}
          onChange={(event) => setSerial(event.target.value)}
          className={FIELD}
        />
      </Field>
      <Button tone="act" type="submit" disabled={!isSaved}>
        <Plus size={17} aria-hidden /> Build one by revision {revision}
      </Button>
    </form>
  )
}

/** The machines that were built by this plan, and one more of them. */
export function MachinesStage() {
  const buildId = useSession((state) => state.build.id)
  const [page, setPage] = useState(1)
  const found = useLoaded<Page<MachineSummary>>(`/api/builds/${buildId}/machines?page=${page}`)
  return (
    <div className="mx-auto max-w-4xl space-y-4 p-4">
      <div>
        <h2 className="font-display text-xl font-semibold">Machines built by this plan</h2>
        <p className="max-w-prose text-faded">
          A machine is one that you build by the plan: tick its work off at the bench, write down what you measured, and
          where it is otherwise. The plan stays as it is.
        </p>
      </div>
      {found === 'failed' && (
        <p className="text-madder">The machines cannot be read just now; try again in a moment.</p>
      )}
      {found === 'loading' && <p className="text-faded">Looking for machines …</p>}
      {typeof found === 'object' && (
        <>
          <NewMachine count={found.count} />
          {found.count > 0 && (
            <>
              <p className="text-[14px] text-faded">{countOf(found.count, 'machine')}, the newest first</p>
              <MachineList rows={found.rows} isPlanTold={false} />
              <Pager of="machines" page={found.page} pageCount={found.pageCount} onPage={setPage} />
            </>
          )}
        </>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <ReadMachine />
        <Link href="/machines" className="underline">
          Search all machines
        </Link>
      </div>
    </div>
  )
}
