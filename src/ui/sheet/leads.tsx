import type { PortRef } from '@/core/schema/schema-kit'
import type { LeadLine } from '@/core/sheet/leads'
import { lookText } from '@/core/wording/part-text'
import { countOf } from '@/core/wording/text'
import { useHarness } from '@/ui/session/context'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { SERVICE_LINES } from '@/ui/wiring/thread-line'
import type { Order } from './use-order'

function End({ at, name }: { readonly at: PortRef; readonly name: string }) {
  const { port } = useHarness().port(at)
  const look = lookText(port)
  return (
    <span className="flex min-w-0 items-center gap-2">
      <ConnectorFace connector={port.connector} wires={port.wires} />
      <span>
        <span className="font-semibold">{name}</span>
        {look !== undefined && <span className="text-[13px] text-faded"> {look}</span>}
      </span>
    </span>
  )
}

function LeadRow({ line, step }: { readonly line: LeadLine; readonly step: number }) {
  return (
    <li className="grid grid-cols-[1.6rem_1.2rem_minmax(0,1fr)] items-center gap-x-2 border-b border-thread py-1.5 break-inside-avoid sm:grid-cols-[1.6rem_1.2rem_minmax(0,1fr)_minmax(0,1fr)_9rem]">
      <span className="text-right text-faded">{step}</span>
      <span aria-hidden className="size-4 rounded-sm border-2 border-seam" />
      <End at={line.from} name={line.fromName} />
      <span className="flex items-center gap-2 max-sm:col-start-3">
        <span aria-label="into" className="text-faded">
          →
        </span>
        <End at={line.to} name={line.toName} />
      </span>
      <span className="text-[13px] text-faded max-sm:col-start-3">
        {SERVICE_LINES[line.service].word}
        {line.lengthMm !== undefined && `, ${line.lengthMm} mm`}
        {line.asOnBench && ', as found'}
      </span>
    </li>
  )
}

/** The order of work goes on from the placing steps; what was plugged there already is not told again. */
export function Leads({ order: { steps, lines } }: { readonly order: Order }) {
  const harness = useHarness()
  if (harness.threads.length === 0) return <p className="text-faded">No lead is plugged in yet.</p>
  const doneCount = harness.threads.length - lines.length
  return (
    <>
      {doneCount > 0 && (
        <p className="mb-1 text-[13px] text-faded">
          {countOf(doneCount, 'lead')} {doneCount === 1 ? 'was' : 'were'} plugged while placing, since something covers{' '}
          {doneCount === 1 ? 'its plug' : 'their plugs'} afterwards.
        </p>
      )}
      <ol start={steps.length + 1}>
        {lines.map((line, index) => (
          <LeadRow key={line.threadId} line={line} step={steps.length + index + 1} />
        ))}
      </ol>
    </>
  )
}
