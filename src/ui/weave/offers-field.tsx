import { useMemo, useState } from 'react'
import type { Part } from '@/core/parts/schema'
import type { Offer } from '@/core/weave/problem'
import { countOf } from '@/core/wording/text'

/** What people say of a thing that may be bought. */
interface Said {
  readonly isChosen?: boolean
  /** As typed; what is no price is told as unknown. */
  readonly price?: string
}

interface Entry {
  readonly part: Part
  readonly isChosen: boolean
  readonly priceText: string
  readonly priceCents: number | undefined
  readonly isBadPrice: boolean
}

export interface Offers {
  readonly entries: readonly Entry[]
  readonly chosen: readonly Offer[]
  readonly currency: string
  readonly say: (partId: string, said: Said) => void
}

const MOST_CENTS = 100_000_000

/** A price as people type it, in cents; undefined where it is none. */
function centsOf(text: string): number | undefined {
  const match = /^\s*(\d{1,6})(?:[.,](\d{1,2}))?\s*$/.exec(text)
  if (match === null) return undefined
  const cents = Number(match[1]) * 100 + Number((match[2] ?? '').padEnd(2, '0'))
  return cents <= MOST_CENTS ? cents : undefined
}

/** The things of the shelf that a plan may buy: at first those with a price, since of the others nobody knows the cost. */
export function useOffers(shelf: readonly Part[]): Offers {
  const [said, setSaid] = useState<Readonly<Record<string, Said>>>({})
  const currency = shelf.find(({ price }) => price !== undefined)?.price?.currency ?? 'EUR'
  const entries = useMemo(() => {
    const hasPrices = shelf.some(({ price }) => price !== undefined)
    return shelf.map((part): Entry => {
      const own =
        part.price !== undefined && part.price.currency === currency ? (part.price.cents / 100).toFixed(2) : ''
      const priceText = said[part.id]?.price ?? own
      const priceCents = centsOf(priceText)
      return {
        part,
        isChosen: said[part.id]?.isChosen ?? (!hasPrices || own !== ''),
        priceText,
        priceCents,
        isBadPrice: priceText.trim() !== '' && priceCents === undefined,
      }
    })
  }, [shelf, said, currency])
  const chosen = useMemo(
    () => entries.filter(({ isChosen }) => isChosen).map(({ part, priceCents }): Offer => ({ part, priceCents })),
    [entries],
  )
  const say = (partId: string, more: Said) =>
    setSaid((before) => ({ ...before, [partId]: { ...before[partId], ...more } }))
  return { entries, chosen, currency, say }
}

/** What may be bought, and what it costs. */
export function OffersField({ offers, isOpen }: { readonly offers: Offers; readonly isOpen: boolean }) {
  const { entries, chosen, currency, say } = offers
  return (
    <details open={isOpen} className="rounded-lg border border-thread bg-cloth px-3 py-2">
      <summary className="cursor-pointer font-semibold">
        What may be bought: {countOf(chosen.length, 'thing')} of {entries.length} on the shelf
      </summary>
      <ul className="mt-2 grid gap-x-6 gap-y-1 xl:grid-cols-2">
        {entries.map(({ part, isChosen, priceText, isBadPrice }) => (
          <li key={part.id} className="flex min-h-8 items-center gap-2">
            <label className="flex min-w-0 grow items-center gap-2">
              <input
                type="checkbox"
                checked={isChosen}
                onChange={(event) => say(part.id, { isChosen: event.target.checked })}
                className="accent-woad"
              />
              <span className={isChosen ? 'truncate' : 'truncate text-faded'} title={part.name}>
                {part.name}
              </span>
            </label>
            {isBadPrice && <span className="text-[13px] text-madder">no price: write 4.90</span>}
            <input
              aria-label={`Price of ${part.name}`}
              aria-invalid={isBadPrice}
              inputMode="decimal"
              value={priceText}
              placeholder="unknown"
              onChange={(event) => say(part.id, { price: event.target.value })}
              className="w-20 rounded border border-thread bg-linen px-1.5 py-0.5 text-right text-[13px]"
            />
            <span className="w-8 text-[13px] text-faded">{currency}</span>
          </li>
        ))}
      </ul>
    </details>
  )
}
