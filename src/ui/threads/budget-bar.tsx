import type { Budget, BudgetState } from '@/core/harness/budgets'
import { formatAlike } from '@/core/units/format'
import { stateWords } from '@/core/wording/sum-text'
import { SeverityMark, type Look } from '@/ui/shared/severity'

const LOOK_OF_STATE: Readonly<Record<BudgetState, Look | undefined>> = {
  idle: undefined,
  within: 'holds',
  tight: 'mind',
  over: 'stop',
  unknown: 'unknown',
  wouldHold: 'unknown',
}

const FILL_OF_STATE: Readonly<Record<BudgetState, string>> = {
  idle: 'bg-moss',
  within: 'bg-moss',
  tight: 'bg-weld',
  over: 'bg-madder',
  unknown: 'bg-plum',
  wouldHold: 'bg-plum',
}

/** Amps against a limit: a bar that fills, a mark where the headroom begins, the number, and the verdict's shape. */
export function BudgetBar({ budget }: { readonly budget: Budget }) {
  // Shares of a box's supply leads are shown in full: the bar is never shorter than what may come.
  const { mostAmps: amps, knownAmps, limit, boundAmps, state, unknownCount } = budget
  const limitAmps = limit?.value
  const decimals = formatAlike([amps, limitAmps ?? amps])
  const share = limitAmps === undefined ? 0 : limitAmps === 0 ? (amps > 0 ? 1 : 0) : Math.min(1, amps / limitAmps)
  const look = LOOK_OF_STATE[state]
  const numbers = `${unknownCount > 0 ? '≥ ' : amps > knownAmps ? '≤ ' : ''}${amps.toFixed(decimals)} / ${limitAmps?.toFixed(decimals) ?? '?'} A`
  return (
    <span className="flex shrink-0 items-center gap-1.5 text-[13px]" title={stateWords(state)}>
      <span aria-hidden className="relative h-2 w-9 overflow-hidden rounded-full border border-seam bg-linen">
        <span className={`absolute inset-y-0 left-0 ${FILL_OF_STATE[state]}`} style={{ width: `${share * 100}%` }} />
        {boundAmps !== undefined && limitAmps !== undefined && limitAmps > 0 && (
          <span className="absolute inset-y-0 w-px bg-ink" style={{ left: `${(boundAmps / limitAmps) * 100}%` }} />
        )}
      </span>
      <span className="whitespace-nowrap">{numbers}</span>
      {look === undefined ? <span className="w-3.5" /> : <SeverityMark look={look} size={14} />}
    </span>
  )
}
