'use client'

import { PackageMinus, Pencil, ShoppingBag } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { Page, ShelfPack } from '@/core/formats/api-types'
import { cut } from '@/core/units/cut'
import { useActions, useSession } from '@/ui/session/context'
import { ask } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { formatMoney } from '@/ui/shared/money'
import { notify } from '@/ui/shared/notices'
import { Pager } from '@/ui/shared/pager'
import { buyPackEdit } from '@/ui/session/add-parts'
import { usePackEditor } from './pack-editor-state'

/** So long after the last key the packs are asked for. */
const TYPING_MS = 150

function usePacks(text: string, page: number, round: number): Page<ShelfPack> | 'loading' | 'failed' {
  const [packs, setPacks] = useState<Page<ShelfPack> | 'loading' | 'failed'>('loading')
  useEffect(() => {
    const abort = new AbortController()
    const params = new URLSearchParams({ q: cut(text, 200), page: String(page) })
    const wait = setTimeout(() => {
      ask<Page<ShelfPack>>(`/api/packs?${params}`, { signal: abort.signal }).then(
        setPacks,
        () => !abort.signal.aborted && setPacks('failed'),
      )
    }, TYPING_MS)
    return () => {
      clearTimeout(wait)
      abort.abort()
    }
  }, [text, page, round])
  return packs
}

const askAgain = () => usePackEditor.setState(({ round }) => ({ round: round + 1 }))

async function retire(shelfPack: ShelfPack, isGoing: boolean): Promise<void> {
  const { id, name } = shelfPack.pack
  try {
    await ask(`/api/packs/${id}/${isGoing ? 'retire' : 'restore'}`, { method: 'POST' })
    askAgain()
    if (isGoing)
      notify(`The pack “${name}” is off the shelf.`, {
        action: { label: 'Undo', run: () => void retire(shelfPack, false) },
      })
  } catch (error) {
    notify((error as Error).message, { tone: 'fault' })
  }
}

function PackRow({ shelfPack }: { readonly shelfPack: ShelfPack }) {
  const { dispatch } = useActions()
  const build = useSession((state) => state.build)
  const { pack, parts, origin } = shelfPack
  const nameOf = (partId: string) => parts.find(({ part }) => part.id === partId)?.part.name ?? 'a part that is gone'
  return (
    <li className="flex items-start gap-2 border-b border-thread px-3 py-2">
      <div className="min-w-0 grow">
        <p className="font-semibold">{pack.name}</p>
        <ul className="text-[13px] leading-tight text-faded">
          {pack.contents.map(({ partId, count }) => (
            <li key={partId}>
              {count} × {nameOf(partId)}
            </li>
          ))}
        </ul>
        {pack.note !== undefined && <p className="text-[13px] text-plum">{pack.note}</p>}
      </div>
      {pack.price !== undefined && (
        <span className="pt-1 text-[13px] text-faded">{formatMoney(pack.price.cents, pack.price.currency)}</span>
      )}
      <Button small aria-label={`Buy ${pack.name}`} onClick={() => dispatch(buyPackEdit(build, shelfPack))}>
        <ShoppingBag size={15} aria-hidden /> Buy
      </Button>
      {origin === 'own' && (
        <>
          <Button
            tone="quiet"
            small
            aria-label={`Change ${pack.name}`}
            onClick={() => usePackEditor.setState({ job: { shelfPack } })}
          >
            <Pencil size={15} aria-hidden />
          </Button>
          <Button
            tone="quiet"
            small
            aria-label={`Take ${pack.name} off the shelf`}
            onClick={() => void retire(shelfPack, true)}
          >
            <PackageMinus size={15} aria-hidden />
          </Button>
        </>
      )}
    </li>
  )
}

/** Packs as they are sold; buying one puts all of it on the bench. */
export function Packs({ text }: { readonly text: string }) {
  const round = usePackEditor((state) => state.round)
  const [wanted, setWanted] = useState({ text, page: 1 })
  const words = text.trim()
  // Other words begin at the first page again.
  const page = wanted.text === words ? wanted.page : 1
  const packs = usePacks(words, page, round)
  if (packs === 'loading') return <p className="p-3 text-faded">Looking along the packs …</p>
  if (packs === 'failed')
    return <p className="p-3 text-madder">The packs cannot be reached just now. What is on the bench is safe.</p>
  if (packs.count === 0) {
    return (
      <p className="p-3 text-faded">
        {words === ''
          ? 'No packs yet. “New pack” lists what is sold together.'
          : 'No pack has all of these words in its name.'}
      </p>
    )
  }
  return (
    <>
      <ul>
        {packs.rows.map((shelfPack) => (
          <PackRow key={shelfPack.pack.id} shelfPack={shelfPack} />
        ))}
      </ul>
      <Pager
        of="packs"
        page={packs.page}
        pageCount={packs.pageCount}
        onPage={(next) => setWanted({ text: words, page: next })}
      />
    </>
  )
}
