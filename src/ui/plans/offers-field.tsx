import { useEffect, useMemo, useState } from 'react'
import { soldAs, type Offer, type Thing } from '@/core/weave/problem/problem'
import { warinessOf, type Wariness } from '@/core/weave/problem/wary'
import { WARINESS_TEXTS } from '@/core/wording/plan-text'
import { countOf } from '@/core/wording/text'
import type { Part } from '@/core/parts/schema'
import { addPartsEdit } from '@/ui/session/add-parts'
import { useActions, useSession } from '@/ui/session/context'
import { readKept, writeKept } from '@/ui/shared/browser-keep'
import { Button } from '@/ui/shared/button'
import { notify } from '@/ui/shared/notices'

/** What people say of a thing that may be bought. */
interface Said {
  readonly isChosen?: boolean
  /** As typed; what is no price is told as unknown. */
  readonly price?: string
}

interface Entry {
  readonly id: string
  readonly name: string
  readonly thing: Thing
  readonly isChosen: boolean
  readonly priceText: string
  readonly priceCents: number | undefined
  readonly isBadPrice: boolean
  /** Why it is not on offer unless it is ticked. */
  readonly wariness: Wariness | undefined
}

export interface Offers {
  readonly entries: readonly Entry[]
  readonly chosen: readonly Offer[]
  /** What may not be bought. */
  readonly others: readonly Offer[]
  readonly currency: string
  /** Whether what was said of this bench before is read already. */
  readonly isReady: boolean
  readonly say: (ids: readonly string[], said: Said) => void
  /** All of them or none; what is offered only when ticked is left out of all. */
  readonly sayOfAll: (isChosen: boolean) => void
}

const keyOf = (buildId: string) => `gentle-loom offers ${buildId}`

function readSaid(buildId: string): Readonly<Record<string, Said>> {
  const held = readKept(keyOf(buildId))
  return typeof held === 'object' ? (held as Readonly<Record<string, Said>>) : {}
}

const MOST_CENTS = 100_000_000

/** A price as people type it, in cents; undefined where it is none. */
function centsOf(text: string): number | undefined {
  const match = /^\s*(\d{1,6})(?:[.,](\d{1,2}))?\s*$/.exec(text)
  if (match === null) return undefined
  const cents = Number(match[1]) * 100 + Number((match[2] ?? '').padEnd(2, '0'))
  return cents <= MOST_CENTS ? cents : undefined
}

const NOTHING_SAID: Readonly<Record<string, Said>> = {}

/** The things of the shelf that a plan may buy: at first those with a price, since of the others nobody knows the cost. */
export function useOffers(shelf: readonly Thing[], buildId: string): Offers {
  const [held, setSaid] = useState<Readonly<Record<string, Said>>>()
  const said = held ?? NOTHING_SAID
  // What was said of a bench before is remembered by the browser, once the page is there.
  useEffect(() => setSaid(readSaid(buildId)), [buildId])
  const currency = shelf.flatMap((thing) => soldAs(thing).price ?? [])[0]?.currency ?? 'EUR'
  const entries = useMemo(() => {
    const hasPrices = shelf.some((thing) => soldAs(thing).price !== undefined)
    return shelf.map((thing): Entry => {
      const { id, name, price } = soldAs(thing)
      const own = price !== undefined && price.currency === currency ? (price.cents / 100).toFixed(2) : ''
      const priceText = said[id]?.price ?? own
      const priceCents = centsOf(priceText)
      const wariness = warinessOf(thing)
      return {
        id,
        name,
        thing,
        isChosen: said[id]?.isChosen ?? (wariness === undefined && (!hasPrices || own !== '')),
        wariness,
        priceText,
        priceCents,
        isBadPrice: priceText.trim() !== '' && priceCents === undefined,
      }
    })
  }, [shelf, said, currency])
  const [chosen, others] = useMemo(() => {
    const offered = (wanted: boolean) =>
      entries
        .filter(({ isChosen }) => isChosen === wanted)
        .map(({ thing, priceCents }): Offer => ({ ...thing, priceCents }))
    return [offered(true), offered(false)]
  }, [entries])
  const keep = (next: Readonly<Record<string, Said>>) => {
    setSaid(next)
    writeKept(keyOf(buildId), next)
  }
  const say = (ids: readonly string[], more: Said) =>
    keep({ ...said, ...Object.fromEntries(ids.map((id) => [id, { ...said[id], ...more }])) })
  const sayOfAll = (isChosen: boolean) =>
    say(
      entries.filter(({ wariness }) => wariness === undefined || !isChosen).map(({ id }) => id),
      { isChosen },
    )
  return { entries, chosen, others, currency, isReady: held !== undefined, say, sayOfAll }
}

/** What may be bought, and what it costs. */
export function OffersField({ offers }: { readonly offers: Offers }) {
  const { entries, chosen, currency, say, sayOfAll } = offers
  const { dispatch } = useActions()
  const build = useSession((state) => state.build)
  const have = (part: Part) => {
    if (dispatch(addPartsEdit(build, [{ part, count: 1 }])))
      notify(`“${part.name}” is on the bench, as at hand: plan again.`)
  }
  return (
    <details className="rounded-lg border border-thread bg-cloth px-3 py-2">
      <summary className="cursor-pointer font-semibold">
        What may be bought: {countOf(chosen.length, 'thing')} of {entries.length} on the shelf
      </summary>
      <p className="mt-2 flex gap-1.5">
        <Button small onClick={() => sayOfAll(true)}>
          All
        </Button>
        <Button small onClick={() => sayOfAll(false)}>
          None
        </Button>
      </p>
      <ul className="mt-2 grid gap-x-6 gap-y-1 xl:grid-cols-2">
        {entries.map(({ id, name, thing, isChosen, priceText, isBadPrice, wariness }) => (
          <li key={id} className="flex min-h-8 items-center gap-2">
            <label className="flex min-w-0 grow items-center gap-2">
              <input
                type="checkbox"
                checked={isChosen}
                onChange={(event) => say([id], { isChosen: event.target.checked })}
                className="accent-woad"
              />
              <span className="min-w-0">
                <span className={isChosen ? 'block truncate' : 'block truncate text-faded'} title={name}>
                  {name}
                </span>
                {wariness !== undefined && (
                  <span className="block text-[13px] text-weld">{WARINESS_TEXTS[wariness]}</span>
                )}
              </span>
            </label>
            {'part' in thing && (
              <Button
                small
                tone="quiet"
                aria-label={`I have one: ${name}`}
                title="Puts one on the bench, as at hand: plans use it for nothing"
                onClick={() => have(thing.part)}
              >
                I have one
              </Button>
            )}
            {isBadPrice && <span className="text-[13px] text-madder">no price: write 4.90</span>}
            <input
              aria-label={`Price of ${name}`}
              aria-invalid={isBadPrice}
              inputMode="decimal"
              value={priceText}
              placeholder="unknown"
              onChange={(event) => say([id], { price: event.target.value })}
              className="w-20 shrink-0 rounded border border-thread bg-linen px-1.5 py-0.5 text-right text-[13px]"
            />
            <span className="w-8 shrink-0 text-[13px] text-faded">{currency}</span>
          </li>
        ))}
      </ul>
    </details>
  )
}
