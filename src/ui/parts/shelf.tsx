'use client'

import { Plus, Search } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { ShelfPart } from '@/core/formats/api-types'
import { partSummary } from '@/core/wording/part-text'
import { useActions, useSession } from '@/ui/build/context'
import { ask } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { formatMoney } from '@/ui/shared/money'
import { addPartsEdit } from './add-parts'

const TYPING_PAUSE_MS = 120
const MOST_AT_ONCE = 99

type Found =
  { readonly state: 'loading' | 'failed' } | { readonly state: 'found'; readonly parts: readonly ShelfPart[] }

function useShelf(query: string): Found {
  const [found, setFound] = useState<Found>({ state: 'loading' })
  useEffect(() => {
    const abort = new AbortController()
    const wait = setTimeout(() => {
      ask<ShelfPart[]>(`/api/parts?q=${encodeURIComponent(query)}`, { signal: abort.signal }).then(
        (parts) => setFound({ state: 'found', parts }),
        () => !abort.signal.aborted && setFound({ state: 'failed' }),
      )
    }, TYPING_PAUSE_MS)
    return () => {
      clearTimeout(wait)
      abort.abort()
    }
  }, [query])
  return found
}

function ShelfRow({ shelfPart }: { readonly shelfPart: ShelfPart }) {
  const { dispatch } = useActions()
  const build = useSession((state) => state.build)
  const [count, setCount] = useState('1')
  const { part } = shelfPart
  const number = Math.min(MOST_AT_ONCE, Math.max(1, Math.trunc(Number(count)) || 1))
  return (
    <li>
      <form
        className="flex items-center gap-2 border-b border-thread px-3 py-2"
        onSubmit={(event) => {
          event.preventDefault()
          dispatch(addPartsEdit(build, shelfPart, number))
          setCount('1')
        }}
      >
        <div className="min-w-0 grow">
          <p className="truncate font-semibold" title={part.name}>
            {part.name}
          </p>
          <p className="flex justify-between gap-2 text-[13px] leading-tight text-faded">
            <span>{partSummary(part)}</span>
            {part.price !== undefined && (
              <span className="shrink-0">{formatMoney(part.price.cents, part.price.currency)}</span>
            )}
          </p>
        </div>
        <input
          type="number"
          min={1}
          max={MOST_AT_ONCE}
          value={count}
          aria-label={`How many of ${part.name}`}
          onChange={(event) => setCount(event.target.value)}
          onFocus={(event) => event.target.select()}
          className="w-14 rounded-md border border-seam bg-linen px-1.5 py-1 text-right"
        />
        <Button type="submit" small aria-label={`Add ${part.name}`}>
          <Plus size={15} aria-hidden /> Add
        </Button>
      </form>
    </li>
  )
}

/** The shelf of parts: search as you type, add with a count. */
export function Shelf() {
  const [query, setQuery] = useState('')
  const found = useShelf(query)
  return (
    <section aria-label="Shelf" className="flex min-h-0 flex-col rounded-xl border border-thread bg-cloth">
      <header className="border-b border-thread p-3">
        <h2 className="mb-2 font-display font-semibold">Shelf</h2>
        <label className="flex items-center gap-2 rounded-md border border-seam bg-linen px-2">
          <Search size={16} aria-hidden className="text-faded" />
          <input
            type="search"
            value={query}
            maxLength={200}
            placeholder="fan 140, splitter, 12 V …"
            aria-label="Search the shelf"
            onChange={(event) => setQuery(event.target.value)}
            className="w-full bg-transparent py-1.5 outline-none"
          />
        </label>
      </header>
      {found.state === 'loading' && <p className="p-3 text-faded">Looking along the shelf …</p>}
      {found.state === 'failed' && (
        <p className="p-3 text-madder">
          The shelf cannot be reached just now. What is on the bench is safe; type again to retry.
        </p>
      )}
      {found.state === 'found' && found.parts.length === 0 && (
        <p className="p-3 text-faded">No part holds all of these words. Try fewer: a size, a plug, a kind.</p>
      )}
      {found.state === 'found' && (
        <ul className="min-h-0 overflow-y-auto">
          {found.parts.map((shelfPart) => (
            <ShelfRow key={shelfPart.part.id} shelfPart={shelfPart} />
          ))}
        </ul>
      )}
    </section>
  )
}
