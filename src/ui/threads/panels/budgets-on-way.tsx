import type { Budget } from '@/core/operate/budgets'
import { useHarness } from '@/ui/session/context'
import { BudgetBar } from '@/ui/wiring/budget-bar'
import { barOf, nameOfBudget } from '@/ui/wiring/row-view'
import { SumTable } from './sum-table'

/** Every limit on a way to the supply, nearest first, each with its bar; opened, its sum line by line. */
export function BudgetsOnWay({
  budgets,
  isOpen = false,
}: {
  readonly budgets: readonly Budget[]
  readonly isOpen?: boolean
}) {
  const harness = useHarness()
  return budgets.map((budget) => (
    <details key={budget.id} open={isOpen} className="rounded bg-weft px-2 py-1">
      <summary className="flex cursor-pointer list-none items-center justify-between gap-2 text-[13px]">
        <span className="truncate" title={nameOfBudget(harness, budget)}>
          {nameOfBudget(harness, budget)}
        </span>
        <BudgetBar bar={barOf(harness, budget)} />
      </summary>
      <SumTable budget={budget} />
    </details>
  ))
}
