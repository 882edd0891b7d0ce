import { Pencil } from 'lucide-react'
import Link from 'next/link'
import type { Budget } from '@/core/operate/budgets'
import { formatAlike } from '@/core/units/format'
import { limitSourceText, stateWords, sumRows, unitOfSum } from '@/core/wording/sum-text'
import { useHarness } from '@/ui/session/context'
import { useEditor } from '@/ui/focus/editor-job'
import { SeverityMark } from '@/ui/shared/severity'
import { barOf } from '@/ui/wiring/row-view'

/** To the part that states a limit, opened where its figures are changed. */
function ChangeLimit({ budget }: { readonly budget: Budget }) {
  const { build, factsOfItem } = useHarness()
  const itemId = budget.at[0]?.itemId
  if (itemId === undefined || budget.limitFrom === 'standard') return null
  const { part } = factsOfItem(itemId)
  return (
    <Link
      href={`/builds/${build.id}/parts`}
      onClick={() => useEditor.setState({ job: { on: 'bench', part } })}
      aria-label={`Change this limit of ${part.name}`}
      title={`Change it in ${part.name}`}
      className="inline-flex items-center gap-0.5 text-woad underline"
    >
      <Pencil size={12} aria-hidden /> change
    </Link>
  )
}

const TERM = 'border-b border-thread py-0.5'

/** One sum line by line: who draws what and how that was worked out, the whole, the limit with its source, the verdict. */
export function SumTable({ budget }: { readonly budget: Budget }) {
  const harness = useHarness()
  const { knownAmps, mostAmps, unknownCount, limit, boundAmps, headroomPercent, state } = budget
  const { unit, perAmp } = unitOfSum(budget)
  const decimals = formatAlike([knownAmps, mostAmps, limit?.value ?? 0, boundAmps ?? 0].map((amps) => amps * perAmp))
  const show = (amps: number) => `${(amps * perAmp).toFixed(decimals)} ${unit}`
  const { look, words } = barOf(harness, budget)
  const surge = harness.surgeOf(budget)
  const span = mostAmps > knownAmps ? `${show(knownAmps)} to ${show(mostAmps)}` : show(knownAmps)
  return (
    <table className="w-full border-collapse text-[13px] tabular-nums">
      <tbody>
        {sumRows(harness.build, budget).map(({ who, working, amount, isWeak }, index) => (
          <tr key={index}>
            <th scope="row" className={`${TERM} pr-2 text-left font-normal whitespace-nowrap`}>
              {who}
            </th>
            <td className={`${TERM} text-faded`}>
              {working}
              {isWeak && <span title="Assumed: it may find a fault, but clears none"> (assumed)</span>}
            </td>
            <td className={`${TERM} text-right whitespace-nowrap`}>
              {amount} {unit}
            </td>
          </tr>
        ))}
        <tr className="font-semibold">
          <th scope="row" colSpan={2} className="pt-0.5 text-left">
            together
          </th>
          <td className="pt-0.5 text-right whitespace-nowrap">
            {unknownCount > 0 ? '≥ ' : ''}
            {span}
          </td>
        </tr>
        <tr>
          <th scope="row" colSpan={2} className="text-left font-normal">
            limit, {limitSourceText(budget)} <ChangeLimit budget={budget} />
          </th>
          <td className="text-right align-top whitespace-nowrap">{limit === undefined ? '?' : show(limit.value)}</td>
        </tr>
        {boundAmps !== undefined && headroomPercent > 0 && (
          <tr>
            <th scope="row" colSpan={2} className="text-left font-normal">
              with {headroomPercent} % headroom
            </th>
            <td className="text-right whitespace-nowrap">{show(boundAmps)}</td>
          </tr>
        )}
        {surge !== undefined && (
          <tr>
            <th scope="row" colSpan={2} className="text-left font-normal">
              peak at start-up{surge.estimated.length > 0 ? ', start currents taken as twice the rated ones' : ''}
            </th>
            <td className="text-right align-top whitespace-nowrap">{show(surge.peakAmps)}</td>
          </tr>
        )}
        {surge !== undefined && surge.course.length > 1 && (
          <tr>
            <td colSpan={3} className="text-faded">
              {surge.course.map(({ fromMs, amps }, index) => (
                <span key={fromMs} className="mr-2 inline-block whitespace-nowrap">
                  {index === 0 ? 'at power-on' : `from ${fromMs / 1000} s`} {show(amps)}
                </span>
              ))}
            </td>
          </tr>
        )}
        <tr>
          <th scope="row" colSpan={3} className="pt-0.5 text-left font-normal" title={words}>
            <span className="flex items-center gap-1">
              {look !== undefined && <SeverityMark look={look} size={14} />} {stateWords(state)}
            </span>
          </th>
        </tr>
      </tbody>
    </table>
  )
}
