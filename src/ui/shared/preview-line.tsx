import type { Budget } from '@/core/operate/budgets'
import type { Harness } from '@/core/operate/harness'
import type { Preview } from '@/core/rules/preview'
import { SEVERITIES } from '@/core/rules/engine/rule'
import { unitOfSum } from '@/core/wording/sum-text'
import { countOf, findingText } from '@/core/wording/text'
import { SeverityMark } from './severity'

function spanText(before: Budget, after: Budget): string {
  const { unit, perAmp } = unitOfSum(after)
  const show = (amps: number | undefined) => (amps === undefined ? '?' : (amps * perAmp).toFixed(2))
  return `${show(before.knownAmps)} to ${show(after.knownAmps)} of ${show(after.limit?.value)} ${unit}`
}

const MOST_RAISED = 2
const MOST_SUMS = 3
const NOUNS = { stop: 'stop', warning: 'warning', unknown: 'unknown', note: 'note' } as const

/** What goes and what comes by an edit, and the sums that change: a preview in two or three lines. */
export function PreviewLine({ harness, preview }: { readonly harness: Harness; readonly preview: Preview }) {
  const { cleared, raised, budgets } = preview
  const serious = raised.filter(({ severity }) => severity !== 'note')
  const gone = SEVERITIES.flatMap((severity) => {
    const count = cleared.filter((finding) => finding.severity === severity).length
    return count === 0 || severity === 'note' ? [] : [countOf(count, NOUNS[severity])]
  })
  return (
    <span className="block text-[13px] text-faded">
      {gone.length > 0 && <span className="block">clears {gone.join(', ')}</span>}
      {budgets.slice(0, MOST_SUMS).map(({ before, after }) => (
        <span key={before.id} className="block">
          {before.name ?? (before.at[0] && harness.name(before.at[0]))}: {spanText(before, after)}
        </span>
      ))}
      {serious.slice(0, MOST_RAISED).map((finding) => (
        <span key={`${finding.ruleId} ${finding.messageId}`} className="flex items-start gap-1">
          <SeverityMark look={finding.severity} size={13} /> {findingText(finding)}
        </span>
      ))}
      {serious.length > MOST_RAISED && <span className="block">and {serious.length - MOST_RAISED} more</span>}
      {gone.length === 0 && serious.length === 0 && <span className="block">no other finding comes or goes</span>}
    </span>
  )
}
