'use client'

import { format } from 'date-fns'
import { Bookmark, BookmarkX, History } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { Edit } from '@/core/build/edit-schema'
import type { Build } from '@/core/build/schema'
import { changeReportOf } from '@/core/export/change-report'
import type { HistoryPage, WayBack } from '@/core/formats/api-types'
import { derive } from '@/core/operate/harness'
import { USUAL_MINUTES_PER_LEAD } from '@/core/record/change-plan'
import { check } from '@/core/rules/check'
import { countOf } from '@/core/wording/text'
import { useActions, useSession } from '@/ui/session/context'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { notify } from '@/ui/shared/notices'
import { SeverityCount } from '@/ui/shared/severity'
import { useLoaded } from '@/ui/shared/use-loaded'
import { ChangeSteps } from '@/ui/work/change-steps'

const NAME_LENGTH = 120

function Counts({ build }: { readonly build: Build }) {
  const { counts } = useMemo(() => check(derive(build)), [build])
  return (
    <p className="flex flex-wrap items-center gap-2">
      <span>
        {countOf(build.items.length, 'item')}, {countOf(build.threads.length, 'connection')}
      </span>
      <SeverityCount look="stop" count={counts.stop} />
      <SeverityCount look="warning" count={counts.warning} />
      <SeverityCount look="unknown" count={counts.unknown} />
    </p>
  )
}

interface NameProps {
  readonly buildId: string
  readonly revision: number
  readonly name: string | undefined
  readonly onNamed: () => void
}

function NameState({ buildId, revision, name, onNamed }: NameProps) {
  const [draft, setDraft] = useState(name ?? '')
  const save = async (next: string | null) => {
    try {
      await ask(`/api/builds/${buildId}/history`, postJson({ revision, name: next }))
      onNamed()
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
    }
  }
  return (
    <form
      className="flex flex-wrap gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (draft.trim() !== '') void save(draft.trim())
      }}
    >
      <input
        value={draft}
        maxLength={NAME_LENGTH}
        placeholder="a name, such as “before the new box”"
        aria-label="Name of this state"
        onChange={(event) => setDraft(event.target.value)}
        className="min-w-0 grow rounded-md border border-seam bg-linen px-2 py-1"
      />
      <Button type="submit" small disabled={draft.trim() === '' || draft.trim() === name}>
        <Bookmark size={14} aria-hidden /> Name this state
      </Button>
      {name !== undefined && (
        <Button tone="quiet" small aria-label={`Take the name “${name}” away`} onClick={() => void save(null)}>
          <BookmarkX size={15} aria-hidden />
        </Button>
      )}
    </form>
  )
}

interface StepsProps {
  readonly page: HistoryPage
  readonly picked: number
  readonly onPick: (revision: number) => void
}

interface Row {
  readonly revision: number
  readonly label: string
  readonly savedAt?: string
}

function Steps({ page, picked, onPick }: StepsProps) {
  const names = new Map(page.states.map(({ revision, name }) => [revision, name]))
  const rows: readonly Row[] = [
    ...page.steps,
    ...(page.hasOlder ? [] : [{ revision: page.firstRevision, label: 'the beginning' }]),
  ]
  return (
    <ol aria-label="Steps, the newest first" className="max-h-[50dvh] overflow-y-auto rounded-md border border-thread">
      {rows.map(({ revision, label, savedAt }) => {
        const name = names.get(revision)
        return (
          <li key={revision} className="border-b border-thread last:border-b-0">
            <button
              type="button"
              aria-pressed={picked === revision}
              onClick={() => onPick(revision)}
              className={`flex w-full items-baseline gap-2 px-3 py-1.5 text-left ${picked === revision ? 'bg-woad-wash' : 'hover:bg-weft'}`}
            >
              <span className="min-w-0 grow">
                {name !== undefined && (
                  <span className="flex items-center gap-1 font-semibold text-woad">
                    <Bookmark size={13} aria-hidden /> {name}
                  </span>
                )}
                <span className={`block truncate ${name === undefined ? '' : 'text-[13px] text-faded'}`}>{label}</span>
              </span>
              {savedAt !== undefined && (
                <time dateTime={savedAt} className="shrink-0 text-[13px] text-faded">
                  {format(new Date(savedAt), 'd MMM, HH:mm')}
                </time>
              )}
            </button>
          </li>
        )
      })}
    </ol>
  )
}

/** What is to be done at a machine that was built as it stood then. */
function Changes({ before }: { readonly before: Build }) {
  const now = useSession((state) => state.build)
  const report = useMemo(() => changeReportOf(before, now, USUAL_MINUTES_PER_LEAD), [before, now])
  if (report.steps.length === 0) return <ChangeSteps report={report} />
  return (
    <details>
      <summary className="cursor-pointer font-semibold">
        From here to now, at the bench: {countOf(report.steps.length, 'step')}
      </summary>
      <div className="mt-1 max-h-[30dvh] overflow-y-auto text-[14px]">
        <ChangeSteps report={report} />
      </div>
    </details>
  )
}

interface DetailProps {
  readonly page: HistoryPage
  readonly picked: number
  readonly onBack: (edits: readonly Edit[]) => void
}

/** How the build stood at a step, and the way back to there. */
function Detail({ page, picked, onBack }: DetailProps) {
  const now = useSession((state) => state.confirmed)
  const build = useLoaded<Build>(`/api/builds/${now.id}/history/state?revision=${picked}`)
  const label =
    picked === page.firstRevision ? 'The beginning' : page.steps.find(({ revision }) => revision === picked)?.label
  const undoneCount = page.revision - picked
  const back = async () => {
    try {
      const way = await ask<WayBack>(`/api/builds/${now.id}/history/back?to=${picked}`)
      if (way.revision === now.revision) onBack(way.edits)
      else notify('The build was changed meanwhile; open the history again.', { tone: 'fault' })
    } catch (error) {
      notify((error as Error).message, { tone: 'fault' })
    }
  }
  return (
    <div className="space-y-2">
      <h3 className="font-display font-semibold">{label ?? `The state at revision ${picked}`}</h3>
      {build === 'failed' && <p className="text-madder">This state cannot be read just now.</p>}
      {typeof build !== 'string' && build.revision === picked ? (
        <>
          <Counts build={build} />
          {undoneCount > 0 && <Changes before={build} />}
        </>
      ) : (
        build !== 'failed' && <p className="text-faded">Looking back …</p>
      )}
      {undoneCount === 0 ? (
        <p className="text-faded">This is how the build stands now.</p>
      ) : (
        <>
          <p>Going back takes back {countOf(undoneCount, 'step')}, as new edits; nothing of the history is lost.</p>
          <Button tone="act" disabled={now.revision !== page.revision} onClick={() => void back()}>
            <History size={16} aria-hidden /> Go back to here
          </Button>
        </>
      )}
    </div>
  )
}

/** Goes to a state that has a name, wherever in the log it is. */
function NamedStates({ page, picked, onPick }: StepsProps) {
  if (page.states.length === 0) return null
  const isNamed = page.states.some(({ revision }) => revision === picked)
  return (
    <label className="flex items-center gap-2 text-[14px] text-faded">
      Named states
      <select
        value={isNamed ? picked : ''}
        onChange={(event) => onPick(Number(event.target.value))}
        className="min-w-0 grow rounded-md border border-seam bg-linen px-2 py-1 text-ink"
      >
        {!isNamed && <option value="">choose one …</option>}
        {page.states.map(({ revision, name }) => (
          <option key={revision} value={revision}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}

interface PageViewProps {
  readonly page: HistoryPage
  readonly onNamed: () => void
  readonly onTurn: (before: number | undefined) => void
  readonly onClose: () => void
}

function PageView({ page, onNamed, onTurn, onClose }: PageViewProps) {
  const { dispatch } = useActions()
  const buildId = useSession((state) => state.build.id)
  const newest = page.steps[0]?.revision ?? page.firstRevision
  const [wanted, setWanted] = useState(newest)
  const isInReach = wanted >= page.firstRevision && wanted <= page.revision
  const picked = isInReach ? wanted : newest
  const back = (edits: readonly Edit[]) => {
    for (const edit of edits) if (!dispatch(edit)) return
    notify('The build stands as it did then. Undo takes it forward again.')
    onClose()
  }
  const turn = (before: number | undefined, pick: number) => {
    setWanted(pick)
    onTurn(before)
  }
  const oldest = page.steps.at(-1)?.revision ?? page.firstRevision
  const pickNamed = (revision: number) =>
    revision <= newest && revision >= oldest ? setWanted(revision) : turn(revision + 1, revision)
  return (
    <div className="grid gap-4 md:grid-cols-2">
      <div className="space-y-2">
        <NamedStates page={page} picked={picked} onPick={pickNamed} />
        <Steps page={page} picked={picked} onPick={setWanted} />
        {(page.hasOlder || newest < page.revision) && (
          <nav aria-label="Pages of the history" className="flex justify-between">
            <Button small disabled={newest >= page.revision} onClick={() => turn(undefined, page.revision)}>
              Newest steps
            </Button>
            <Button small disabled={!page.hasOlder} onClick={() => turn(oldest, oldest - 1)}>
              Older steps
            </Button>
          </nav>
        )}
      </div>
      <div className="space-y-4">
        <Detail page={page} picked={picked} onBack={back} />
        <NameState
          key={picked}
          buildId={buildId}
          revision={picked}
          name={page.states.find(({ revision }) => revision === picked)?.name}
          onNamed={onNamed}
        />
      </div>
    </div>
  )
}

/** Steps through a build's edits, names a state, and goes back to one by new edits. */
export function HistoryDialog({ onClose }: { readonly onClose: () => void }) {
  const buildId = useSession((state) => state.build.id)
  const saving = useSession((state) => state.saving)
  const [round, setRound] = useState(0)
  const [before, setBefore] = useState<number | undefined>()
  const page = useLoaded<HistoryPage>(
    `/api/builds/${buildId}/history${before === undefined ? '' : `?before=${before}`}`,
    { round },
  )
  return (
    <Dialog isOpen isWide title="History" description="Every step of this build, the newest first." onClose={onClose}>
      {saving !== 'saved' && (
        <p className="mb-2 text-weld">Some edits are not saved yet; they join the history when they are.</p>
      )}
      {page === 'loading' && <p className="text-faded">Looking back …</p>}
      {page === 'failed' && (
        <p className="text-madder">The history cannot be read just now. The build is safe; try again in a moment.</p>
      )}
      {typeof page !== 'string' && (
        <PageView page={page} onNamed={() => setRound((count) => count + 1)} onTurn={setBefore} onClose={onClose} />
      )}
    </Dialog>
  )
}
