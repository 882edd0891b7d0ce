'use client'

import { useEffect, useState } from 'react'
import type { ShelfFound } from '@/core/formats/api-types'
import { cut } from '@/core/units/cut'
import { ask } from '@/ui/shared/api'

const TYPING_PAUSE_MS = 120

export interface ShelfFilter {
  readonly kind: string
  readonly sizeMm: string
  readonly family: string
  readonly origin: string
}

export const NO_FILTER: ShelfFilter = { kind: '', sizeMm: '', family: '', origin: '' }

export type Found =
  | { readonly state: 'loading' }
  | { readonly state: 'failed' }
  | ({ readonly state: 'found'; readonly text: string } & ShelfFound)

/** What the shelf holds for these words and filters, asked a moment after the last key; `round` asks again. `text` says what was asked for: the answer may be a key behind. */
export function useShelf(text: string, filter: ShelfFilter, round: number): Found {
  const [found, setFound] = useState<Found>({ state: 'loading' })
  const { kind, sizeMm, family, origin } = filter
  useEffect(() => {
    const abort = new AbortController()
    const isRetired = origin === 'retired'
    const params = new URLSearchParams({ q: cut(text, 200), kind, sizeMm, family })
    params.set(isRetired ? 'retired' : 'origin', isRetired ? 'yes' : origin)
    const wait = setTimeout(() => {
      ask<ShelfFound>(`/api/parts?${params}`, { signal: abort.signal }).then(
        (answer) => setFound({ state: 'found', text, ...answer }),
        () => !abort.signal.aborted && setFound({ state: 'failed' }),
      )
    }, TYPING_PAUSE_MS)
    return () => {
      clearTimeout(wait)
      abort.abort()
    }
  }, [text, kind, sizeMm, family, origin, round])
  return found
}
