'use client'

import { Search } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'

/** What the list of builds shows, as its address says it. */
export interface ListWish {
  readonly words: string
  readonly order: string
  readonly page: number
  /** Only builds with this tag; empty for all. */
  readonly tag: string
}

/** The address of the list as wished; what is usual is left out of it. */
export function listAddress({ words, order, page, tag }: ListWish): string {
  const params = new URLSearchParams()
  if (words !== '') params.set('q', words)
  if (order !== 'changed') params.set('order', order)
  if (tag !== '') params.set('tag', tag)
  if (page > 1) params.set('page', String(page))
  const query = params.toString()
  return query === '' ? '/' : `/?${query}`
}

const ORDER_WORDS = { changed: 'last changed', made: 'newest', name: 'name' } as const
/** So long after the last key the list is asked for: nobody needs it between two letters. */
const TYPING_MS = 200

/** Searches and sorts the list of builds; the address holds what is shown, so that it can be gone back to. */
export function FindBuilds({ wish }: { readonly wish: ListWish }) {
  const router = useRouter()
  const [words, setWords] = useState(wish.words)
  const { order, tag } = wish
  useEffect(() => {
    if (words.trim() === wish.words) return
    const wait = setTimeout(() => router.replace(listAddress({ words: words.trim(), order, tag, page: 1 })), TYPING_MS)
    return () => clearTimeout(wait)
  }, [words, wish.words, order, tag, router])
  return (
    <div role="search" aria-label="Builds" className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <label className="flex min-w-0 grow basis-60 items-center gap-2 rounded-md border border-seam bg-cloth px-2">
        <Search size={16} aria-hidden className="shrink-0 text-faded" />
        <input
          type="search"
          value={words}
          maxLength={200}
          placeholder="Find a build by words of its name"
          aria-label="Find a build by words of its name"
          onChange={(event) => setWords(event.target.value)}
          className="min-h-9 min-w-0 grow bg-transparent"
        />
      </label>
      <label className="flex items-center gap-2 text-[14px] text-faded">
        sorted by
        <select
          value={order}
          aria-label="Order of the builds"
          onChange={(event) =>
            router.replace(listAddress({ words: words.trim(), order: event.target.value, tag, page: 1 }))
          }
          className="min-h-9 rounded-md border border-seam bg-cloth px-2 text-ink"
        >
          {Object.entries(ORDER_WORDS).map(([value, text]) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      </label>
    </div>
  )
}
