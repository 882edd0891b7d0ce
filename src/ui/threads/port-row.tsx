import clsx from 'clsx'
import type { Budget, BudgetState } from '@/core/harness/budgets'
import type { Candidate, Verdict } from '@/core/harness/candidates'
import type { Harness } from '@/core/harness/derive'
import type { PlacedPort } from '@/core/harness/wiring'
import { candidateShortText, candidateText } from '@/core/wording/candidate-text'
import { SeverityMark, type Look } from '@/ui/shared/severity'
import { BudgetBar } from './budget-bar'
import { ROW_PX } from './layout'

const WORST_FIRST: readonly BudgetState[] = ['over', 'unknown', 'wouldHold', 'tight', 'within', 'idle']

/** The budget of this port alone that matters most; idle plug limits of a standard are not worth a bar. */
function worstBudget(harness: Harness, placed: PlacedPort): Budget | undefined {
  const own = harness
    .budgetsAt(placed.ref)
    .filter((budget) => budget.at.length === 1 && (budget.state !== 'idle' || budget.limitFrom === 'part'))
  return own.toSorted((a, b) => WORST_FIRST.indexOf(a.state) - WORST_FIRST.indexOf(b.state))[0]
}

export const LOOK_OF_VERDICT: Readonly<Record<Verdict, Look | undefined>> = {
  here: 'note',
  holds: 'holds',
  wouldHold: 'unknown',
  unknown: 'unknown',
  unfed: 'unknown',
  tight: 'mind',
  short: 'stop',
  over: 'stop',
  taken: undefined,
  ring: undefined,
  volts: 'stop',
  misfit: undefined,
}

interface PortRowProps {
  readonly harness: Harness
  readonly placed: PlacedPort
  readonly isSelected: boolean
  readonly isTabStop: boolean
  /** The answer for the lead that is picked, where one is. */
  readonly answer: { readonly lead: PlacedPort; readonly candidate: Candidate } | undefined
  readonly onPick: () => void
  readonly onArrow: (key: string) => void
}

function LeadState({ harness, placed }: Pick<PortRowProps, 'harness' | 'placed'>) {
  const others = harness.across(placed.ref)
  if (others.length > 0) {
    const names = others.map((other) => harness.name(other.ref)).join(', ')
    return (
      <span className="truncate text-[13px] text-faded" title={names}>
        {names}
      </span>
    )
  }
  const isNeeded = placed.port.need !== 'optional'
  return (
    <span
      className={`rounded px-1.5 text-[13px] font-semibold ${isNeeded ? 'bg-madder-wash text-madder' : 'bg-weld-wash text-weld'}`}
    >
      loose
    </span>
  )
}

function GivingState({ harness, placed, answer }: Pick<PortRowProps, 'harness' | 'placed' | 'answer'>) {
  if (answer !== undefined) {
    const look = LOOK_OF_VERDICT[answer.candidate.verdict]
    const text = candidateText(harness, answer.lead.ref, answer.candidate)
    return (
      <span
        className={clsx('flex min-w-0 items-center gap-1 text-[13px]', look === undefined && 'text-faded')}
        title={text}
      >
        <span className="truncate">{candidateShortText(harness, answer.lead.ref, answer.candidate)}</span>
        {look !== undefined && <SeverityMark look={look} size={14} />}
      </span>
    )
  }
  const budget = worstBudget(harness, placed)
  if (budget !== undefined) return <BudgetBar budget={budget} />
  const count = harness.threadsAt(placed.ref).length
  return <span className="text-[13px] text-faded">{count === 0 ? 'free' : ''}</span>
}

/** One port of a card: its name, and what it carries or what would happen there. */
export function PortRow({ harness, placed, isSelected, isTabStop, answer, onPick, onArrow }: PortRowProps) {
  const { port, item } = placed
  const isLead = port.side === 'takes'
  const isDimmed =
    answer !== undefined &&
    (answer.candidate.verdict === 'misfit' ||
      answer.candidate.verdict === 'taken' ||
      answer.candidate.verdict === 'ring')
  return (
    <button
      type="button"
      data-port={placed.key}
      tabIndex={isTabStop ? 0 : -1}
      aria-pressed={isSelected}
      aria-label={`${item.mark} ${port.name}`}
      onClick={onPick}
      onKeyDown={(event) => {
        if (!event.key.startsWith('Arrow')) return
        event.preventDefault()
        onArrow(event.key)
      }}
      style={{ height: ROW_PX }}
      className={clsx(
        'flex w-full items-center justify-between gap-2 px-2 text-left',
        isSelected ? 'bg-woad-wash font-semibold' : 'hover:bg-weft',
        isDimmed && 'text-faded',
      )}
    >
      <span className="max-w-[60%] shrink-0 truncate" title={port.name}>
        {port.name}
      </span>
      {isLead ? (
        <LeadState harness={harness} placed={placed} />
      ) : (
        <GivingState harness={harness} placed={placed} answer={answer} />
      )}
    </button>
  )
}
