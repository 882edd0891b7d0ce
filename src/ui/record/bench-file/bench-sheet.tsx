import type { MeasuredPlace } from '@/core/record/as-built'
import { RECORD_LIMITS } from '@/core/record/limits'
import { CAUTIONS } from '@/core/sheet/cautions'
import type { Work } from '@/core/sheet/work'
import type { Harness } from '@/core/operate/harness'
import { speedText } from '@/core/wording/bench-text'
import { taskText } from '@/core/wording/work-text'
import { BoardPicture } from '@/ui/case/board-picture'
import { CasePicture } from '@/ui/case/case-picture'
import { casesOf } from '@/ui/case/view'
import { WorkList } from '@/ui/work/work-list'
import type { SheetData } from './script'

export interface BenchSheetProps {
  readonly data: SheetData
  readonly built: Harness
  readonly work: readonly Work[]
  readonly places: readonly MeasuredPlace[]
}

const HEAD = 'mt-6 mb-2 border-b border-thread pb-1 font-display text-lg font-semibold'

function Speeds({ places }: { readonly places: readonly MeasuredPlace[] }) {
  return (
    <ul>
      {places.map(({ at, name, expectedRpm }) => (
        <li key={name} className="border-b border-thread py-2">
          <label className="flex flex-wrap items-center gap-x-3">
            <span className="font-semibold">{name}</span>
            <input
              data-item={at.itemId}
              data-port={at.portId}
              data-most={RECORD_LIMITS.speedRpm}
              inputMode="decimal"
              aria-label={`Speed at ${name} in rpm`}
              className="min-h-[44px] w-24 rounded border border-seam bg-linen px-2 text-right"
            />
            rpm
            <span className="text-faded">
              expected: {expectedRpm === undefined ? 'unknown' : speedText(expectedRpm)}
            </span>
          </label>
        </li>
      ))}
    </ul>
  )
}

/** The body of the sheet that is one file: the whole work with boxes to tick, speeds to write down, notes, pictures. */
export function BenchSheet({ data, built, work, places }: BenchSheetProps) {
  const boards = built.items
    .map((item) => ({ item, part: built.factsOfItem(item.id).part }))
    .filter(({ part }) => part.outline !== undefined)
  return (
    <main className="mx-auto max-w-3xl p-4 pb-16">
      <h1 className="font-display text-2xl font-semibold">{data.machineName}</h1>
      <p className="text-faded">
        {data.planName}, revision {data.planRevision}. This file works without a network: what you tick stays in this
        browser, and “Save the ticks” gives it back.
      </p>
      <div className="sticky top-0 z-10 mt-3 space-y-2 border-y border-thread bg-linen py-2">
        <p id="sheet-status" role="status" />
        <p className="flex flex-wrap items-center gap-3">
          <button
            id="sheet-give"
            type="button"
            className="min-h-[44px] rounded-md border border-woad bg-woad px-4 font-medium text-linen"
          >
            Save the ticks
          </button>
          <label>
            written by{' '}
            <input
              id="sheet-by"
              maxLength={RECORD_LIMITS.machineNameLength}
              className="min-h-[44px] w-36 rounded border border-seam bg-linen px-2"
            />
          </label>
        </p>
      </div>
      <h2 className={HEAD}>Before you start</h2>
      <ul className="list-disc pl-5">
        {CAUTIONS.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
      <h2 className={HEAD}>The work, in order</h2>
      <WorkList
        all={work}
        tickOf={({ id, task }) => (
          <input
            type="checkbox"
            data-work={id}
            aria-label={`Done: ${taskText(built, task)}`}
            className="size-[44px] shrink-0 accent-(--moss)"
          />
        )}
      />
      {places.length > 0 && (
        <>
          <h2 className={HEAD}>Speeds after the first start, at rest</h2>
          <Speeds places={places} />
        </>
      )}
      <h2 className={HEAD}>Otherwise than planned, left over, or anything else</h2>
      <form id="sheet-note" className="flex gap-2">
        <input
          id="sheet-note-text"
          aria-label="A note"
          maxLength={RECORD_LIMITS.lineLength}
          className="min-h-[44px] min-w-0 grow rounded border border-seam bg-linen px-2"
        />
        <button type="submit" className="min-h-[44px] rounded-md border border-seam px-4">
          Write it down
        </button>
      </form>
      <ul id="sheet-notes" className="list-disc pl-5" />
      <h2 className={HEAD}>Where things are</h2>
      <div className="space-y-4">
        {casesOf(built).map((item) => (
          <CasePicture key={item.id} caseItem={item} />
        ))}
        {boards.map(({ item, part }) => (
          <BoardPicture key={item.id} item={item} part={part} />
        ))}
      </div>
    </main>
  )
}
