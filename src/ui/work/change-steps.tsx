import type { ChangeReport } from '@/core/record/report-schema'
import { countOf } from '@/core/wording/text'

/** What is to be done at the bench from one state to another, in working order, each step with a box for paper. */
export function ChangeSteps({ report }: { readonly report: ChangeReport }) {
  const { steps, leadCount, minutes, minutesPerLead } = report
  if (steps.length === 0) return <p className="text-faded">Nothing is to be done at the bench.</p>
  return (
    <>
      <p>
        {countOf(steps.length, 'step')}, {countOf(leadCount, 'lead')}, about {minutes} min at {minutesPerLead} min each.
        Power off, switch the supply off and pull its plug first.
      </p>
      <ol aria-label="Changes at the bench">
        {steps.map(({ text }, index) => (
          <li key={index} className="flex gap-2 border-b border-thread py-1 break-inside-avoid">
            <span className="w-7 shrink-0 text-right text-faded">{index + 1}</span>
            <span aria-hidden className="mt-0.5 hidden size-4 shrink-0 border border-ink print:block" />
            <span>{text}</span>
          </li>
        ))}
      </ol>
    </>
  )
}
