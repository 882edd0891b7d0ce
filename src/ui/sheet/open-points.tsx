import type { Finding } from '@/core/rules/engine/rule'
import { countOf, findingText } from '@/core/wording/text'
import { useVerdicts } from '@/ui/session/context'
import { SeverityMark } from '@/ui/shared/severity'

function PointList({ findings }: { readonly findings: readonly Finding[] }) {
  return (
    <ul className="mt-1 space-y-1">
      {findings.map((finding, index) => (
        <li key={index} className="flex gap-2">
          <SeverityMark look={finding.severity} /> <span>{findingText(finding)}</span>
        </li>
      ))}
    </ul>
  )
}

/** Stops stand there in full; what can wait is folded, and printed in one line. */
export function OpenPoints({ isEdited }: { readonly isEdited: boolean }) {
  const { findings, counts } = useVerdicts()
  const stops = findings.filter(({ severity }) => severity === 'stop')
  const warnings = findings.filter(({ severity }) => severity === 'warning')
  if (counts.stop + counts.warning + counts.unknown === 0) return null
  return (
    <div className={`mt-4 rounded-lg border-2 p-3 ${counts.stop > 0 ? 'border-madder' : 'border-weld'}`}>
      <p className="font-semibold">
        {counts.stop > 0
          ? `Do not build this yet: ${countOf(counts.stop, 'stop')} open.`
          : 'Open points, none of them a stop.'}
      </p>
      <PointList findings={stops} />
      {warnings.length > 0 && (
        <details className="mt-1">
          <summary className="cursor-pointer">{countOf(warnings.length, 'warning')}: works, but not as planned</summary>
          <PointList findings={warnings} />
        </details>
      )}
      {counts.unknown > 0 && (
        <p className="mt-1 flex gap-2">
          <SeverityMark look="unknown" />
          <span>
            {countOf(counts.unknown, 'thing')} cannot be judged: figures are missing, and nothing there is called safe.
            {isEdited && ' “What is missing” among the findings lists them.'}
          </span>
        </p>
      )}
    </div>
  )
}
