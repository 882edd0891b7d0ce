import { format } from 'date-fns'
import Link from 'next/link'
import type { MachineSummary } from '@/core/record/answers'
import { countOf } from '@/core/wording/text'

function Row({ row, isPlanTold }: { readonly row: MachineSummary; readonly isPlanTold: boolean }) {
  const { id, name, serial, planName, planRevision, nowRevision, madeAt, lastAt, doneCount, differenceCount, found } =
    row
  const isBehind = nowRevision !== null && nowRevision > planRevision
  return (
    <li className="border-t border-thread px-4 py-3 first:border-t-0">
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <Link href={`/machines/${id}`} className="font-semibold underline">
          {name}
        </Link>
        <span className="text-[13px] text-faded">
          {lastAt === null
            ? `made ${format(new Date(madeAt), 'd MMM yyyy')}, nothing written yet`
            : `last written ${format(new Date(lastAt), 'd MMM yyyy, HH:mm')}`}
        </span>
      </p>
      <p className="text-[14px] text-faded">
        {serial !== null && `serial ${serial}, `}
        {isPlanTold && `${planName}, `}revision {planRevision}
        {isBehind && <strong className="text-weld"> (the plan is at {nowRevision})</strong>}
        {nowRevision === null && <strong className="text-weld"> (the plan is deleted)</strong>}:{' '}
        {countOf(doneCount, 'step')} done
        {differenceCount > 0 && <strong className="text-weld">, {countOf(differenceCount, 'difference')}</strong>}
      </p>
      {found.length > 0 && <p className="text-[14px]">in it: {found.join(', ')}</p>}
    </li>
  )
}

/** Machines, each with how far it is and how it differs. */
export function MachineList({
  rows,
  isPlanTold,
}: {
  readonly rows: readonly MachineSummary[]
  readonly isPlanTold: boolean
}) {
  return (
    <ul className="rounded-xl border border-thread bg-cloth">
      {rows.map((row) => (
        <Row key={row.id} row={row} isPlanTold={isPlanTold} />
      ))}
    </ul>
  )
}
