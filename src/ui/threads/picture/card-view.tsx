import clsx from 'clsx'
import { ChevronDown, ChevronRight } from 'lucide-react'
import { memo } from 'react'
import { railsText } from '@/core/wording/budget-name'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import { countOf } from '@/core/wording/text'
import { useFocus } from '@/ui/focus/focus'
import { SeverityMark } from '@/ui/shared/severity'
import { AddressSwitches } from './address-switches'
import { BudgetBar } from '@/ui/wiring/budget-bar'
import { HEAD_PX, ROW_PX, type Card } from '@/ui/wiring/layout/layout'
import { PortRow } from './port-row'
import { barOf, nameOfBudget } from '@/ui/wiring/row-view'

interface CardProps {
  readonly card: Card
  readonly harness: Harness
  readonly leftPx: number
  readonly widthPx: number
  /** What the keyboard stops at now, where it is in this card. */
  readonly stopKey: string | undefined
  /** Whether a thing of it has a stop. */
  readonly hasStop: boolean
}

/** What is folded away, in a few words. */
function foldedText(harness: Harness, { rows, items }: Card): string {
  const leads = rows.filter(({ port }) => port.side === 'takes')
  const loose = leads.filter(({ ref, port }) => port.need !== 'onward' && harness.threadsAt(ref).length === 0)
  const marks = items.length > 1 ? `${items[0]!.mark} … ${items.at(-1)!.mark}, ` : ''
  return `${marks}${countOf(leads.length, 'lead')}${loose.length > 0 ? `, ${loose.length} loose` : ''}`
}

function Head({ card, harness, stopKey, hasStop }: Pick<CardProps, 'card' | 'harness' | 'stopKey' | 'hasStop'>) {
  const Chevron = card.isFolded ? ChevronRight : ChevronDown
  const title = card.items.length > 1 ? card.name : `${card.items[0]!.mark}, ${card.name}`
  return (
    <button
      type="button"
      data-stop={card.key}
      data-fold={card.key}
      tabIndex={stopKey === card.key ? 0 : -1}
      aria-expanded={!card.isFolded}
      aria-label={`${title}: ${card.isFolded ? 'unfold' : 'fold'}`}
      className={clsx(
        'flex w-full items-center gap-1.5 px-2 text-left hover:bg-weft',
        !card.isFolded && 'border-b border-thread',
      )}
      style={{ height: HEAD_PX }}
    >
      <span className="font-display font-semibold whitespace-nowrap">
        {card.items.length > 1 ? card.name : card.items[0]!.mark}
      </span>
      <span className="min-w-0 grow truncate text-[13px] text-faded" title={card.name}>
        {card.isFolded ? foldedText(harness, card) : card.name}
      </span>
      {card.items.length === 1 && <AddressSwitches harness={harness} itemId={card.items[0]!.id} />}
      {hasStop && <SeverityMark look="stop" />}
      <Chevron size={14} aria-hidden className="shrink-0 text-faded" />
    </button>
  )
}

/** A thing of the wiring with its ports, or folded into its head. */
export const CardView = memo(function CardView({ card, harness, leftPx, widthPx, stopKey, hasStop }: CardProps) {
  const isPicked = useFocus(({ itemId }) => card.items.some(({ id }) => id === itemId))
  return (
    <section
      aria-label={card.items.length > 1 ? card.name : `${card.items[0]!.mark}, ${card.name}`}
      data-card={card.key}
      data-looked-at={isPicked || undefined}
      className={clsx(
        'absolute overflow-hidden rounded-lg border bg-cloth',
        isPicked ? 'border-woad' : hasStop ? 'border-madder' : 'border-thread',
      )}
      style={{ left: leftPx, top: card.yPx, width: widthPx, height: card.heightPx }}
    >
      {!card.isSlim && <Head card={card} harness={harness} stopKey={stopKey} hasStop={hasStop} />}
      {!card.isFolded &&
        card.rows.map((placed, index) => (
          <PortRow
            key={placed.key}
            placed={placed}
            mark={card.isSlim ? (index === 0 ? placed.item.mark : '') : undefined}
            isTabStop={stopKey === placed.key}
          />
        ))}
      {card.shared.map((budget) => (
        <button
          key={budget.id}
          type="button"
          data-stop={budget.id}
          data-shows={portKey(budget.at[0]!)}
          tabIndex={stopKey === budget.id ? 0 : -1}
          aria-label={`${nameOfBudget(harness, budget)}: its sum`}
          className="flex w-full items-center justify-between gap-2 border-t border-dashed border-thread px-2 text-left text-[13px] hover:bg-weft"
          style={{ height: ROW_PX }}
        >
          <span className="truncate text-faded">
            {budget.name ?? 'together'}, {railsText(budget)}
          </span>
          <BudgetBar bar={barOf(harness, budget)} />
        </button>
      ))}
    </section>
  )
})
