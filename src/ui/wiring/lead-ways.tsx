import type { Run, RunReach } from '@/core/structure/place/ways'
import { runText } from '@/core/wording/place-text'
import { useHarness } from '@/ui/session/context'
import { SeverityMark, type Look } from '@/ui/shared/severity'

const LOOKS: Readonly<Record<RunReach, Look>> = {
  yes: 'holds',
  tight: 'warning',
  inSight: 'warning',
  no: 'stop',
  open: 'unknown',
}

/** The ways of leads through the case, each with how it reaches, its length and what is to spare. */
export function LeadWays({ runs }: { readonly runs: readonly Run[] }) {
  const harness = useHarness()
  return (
    <ul className="space-y-1 text-[13px]">
      {runs.map((run) => (
        <li key={`${run.lead.key} ${run.to.key}`} className="flex gap-1.5">
          <span className="mt-0.5">
            <SeverityMark look={LOOKS[run.reach]} size={14} />
          </span>
          <span>
            {harness.name(run.lead.ref)} {runText(harness, run)}
          </span>
        </li>
      ))}
    </ul>
  )
}
