import clsx from 'clsx'
import type { BudgetState } from '@/core/operate/budgets'
import { SeverityMark } from '@/ui/shared/severity'
import type { BarView } from './row-view'

const FILL_OF_STATE: Readonly<Record<BudgetState, string>> = {
  idle: 'bg-moss',
  within: 'bg-moss',
  tight: 'bg-weld',
  over: 'bg-madder',
  unknown: 'bg-plum',
  wouldHold: 'bg-plum',
}

/**
 * A sum against its limit: a bar that fills, a line where the headroom begins, a notch for the peak at start-up, the
 * number, and the verdict's shape.
 */
export function BudgetBar({ bar }: { readonly bar: BarView }) {
  const { state, look, share, boundShare, surgeShare, numbers, count, words } = bar
  return (
    <span
      className={clsx('flex shrink-0 items-center', count === undefined ? 'gap-1.5 text-[13px]' : 'gap-1 text-[12px]')}
      title={count === undefined ? words : `${count.words}; ${words}`}
    >
      {count !== undefined && <span className="whitespace-nowrap text-faded">{count.short}</span>}
      <span aria-hidden className={clsx('relative h-3.5', count === undefined ? 'w-10' : 'w-6')}>
        <span className="absolute inset-x-0 bottom-0.5 h-2 overflow-hidden rounded-full border border-seam bg-linen">
          <span className={`absolute inset-y-0 left-0 ${FILL_OF_STATE[state]}`} style={{ width: `${share * 100}%` }} />
          {boundShare !== undefined && (
            <span className="absolute inset-y-0 w-px bg-ink" style={{ left: `${boundShare * 100}%` }} />
          )}
        </span>
        {surgeShare !== undefined && (
          <svg
            width="7"
            height="4"
            className="absolute top-0 -translate-x-1/2"
            style={{ left: `${surgeShare * 100}%` }}
          >
            <path d="M 0 0 H 7 L 3.5 4 Z" fill="var(--ink)" />
          </svg>
        )}
      </span>
      <span className="whitespace-nowrap">{numbers}</span>
      {look === undefined ? <span className="w-3.5" /> : <SeverityMark look={look} size={14} />}
    </span>
  )
}
