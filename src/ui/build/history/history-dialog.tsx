'use client'

import { format } from 'date-fns'
import { Bookmark, BookmarkX, History } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import { historyOf, wayBack, type HistoryStep } from '@/core/build/history'
import type { Build } from '@/core/build/schema'
import type { BuildLog } from '@/core/formats/api-types'
import { derive } from '@/core/harness/derive'
import { check } from '@/core/rules/check'
import { countOf } from '@/core/wording/text'
import { useActions, useSession } from '@/ui/build/context'
import { ask, postJson } from '@/ui/shared/api'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'
import { notify } from '@/ui/shared/notices'
import { SeverityCount } from '@/ui/shared/severity'

const NAME_LENGTH = 120

type Loaded = BuildLog | 'loading' | 'failed'

function useLog(buildId: string, round: number): Loaded {
  const [log, setLog] = useState<Loaded>('loading')
  useEffect(() => {
    const abort = new AbortController()
    ask<BuildLog>(`/api/builds/${buildId}/history`, { signal: abort.signal }).then(
      setLog,
      () => !abort.signal.aborted && setLog('failed'),
    )
    return () => abort.abort()
  }, [buildId, round])
  return log
}

function Counts({ build }: { readonly build: Build }) {
  const { counts } = useMemo(() => check(derive(build)), [build])
  return (
    <p className="flex flex-wrap items-center gap-2">
      <span>
        {countOf(build.items.length, 'item')}, {countOf(build.threads.length, 'thread')}
      </span>
      <SeverityCount look="stop" count={counts.stop} />
      <SeverityCount look="mind" count={counts.mind} />
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
  readonly log: BuildLog
  readonly history: readonly HistoryStep[]
  readonly picked: number
  readonly onPick: (revision: number) => void
}

function Steps({ log, history, picked, onPick }: StepsProps) {
  const names = new Map(log.states.map(({ revision, name }) => [revision, name]))
  const times = new Map(log.entries.map(({ revision, savedAt }) => [revision, savedAt]))
  return (
    <ol aria-label="Steps, the newest first" className="max-h-[55dvh] overflow-y-auto rounded-md border border-thread">
      {history.toReversed().map(({ revision, label }) => {
        const name = names.get(revision)
        const time = times.get(revision)
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
                <span className={`block truncate ${name === undefined ? '' : 'text-[13px] text-faded'}`}>
                  {label ?? 'the beginning'}
                </span>
              </span>
              {time !== undefined && (
                <time dateTime={time} className="shrink-0 text-[13px] text-faded">
                  {format(new Date(time), 'd MMM, HH:mm')}
                </time>
              )}
            </button>
          </li>
        )
      })}
    </ol>
  )
}

function Detail({
  step,
  history,
  now,
  onBack,
}: {
  readonly step: HistoryStep
  readonly history: readonly HistoryStep[]
  readonly now: Build
  readonly onBack: () => void
}) {
  const undone = history.filter(({ revision }) => revision > step.revision).toReversed()
  return (
    <div className="space-y-2">
      <h3 className="font-display font-semibold">{step.label ?? 'The beginning'}</h3>
      <Counts build={step.build} />
      {undone.length === 0 ? (
        <p className="text-faded">This is how the build stands now.</p>
      ) : (
        <>
          <p>Going back takes back {countOf(undone.length, 'step')}, as new edits; nothing of the history is lost.</p>
          <ul className="max-h-40 list-disc overflow-y-auto pl-5 text-[13px] text-faded">
            {undone.slice(0, 40).map(({ revision, label }) => (
              <li key={revision}>{label}</li>
            ))}
            {undone.length > 40 && <li>and {undone.length - 40} more</li>}
          </ul>
          <Button tone="act" disabled={now.revision !== history.at(-1)!.revision} onClick={onBack}>
            <History size={16} aria-hidden /> Go back to here
          </Button>
        </>
      )}
    </div>
  )
}

function LogView({
  log,
  onNamed,
  onClose,
}: {
  readonly log: BuildLog
  readonly onNamed: () => void
  readonly onClose: () => void
}) {
  const { dispatch } = useActions()
  const now = useSession((state) => state.confirmed)
  const history = useMemo(() => historyOf(log.initial, log.entries), [log])
  const [picked, setPicked] = useState(history.at(-1)!.revision)
  const step = history.find(({ revision }) => revision === picked) ?? history.at(-1)!
  const back = () => {
    for (const edit of wayBack(history, step.revision)) if (!dispatch(edit)) return
    notify('The build stands as it did then. Undo takes it forward again.')
    onClose()
  }
  return (
    <div className="grid gap-4 md:grid-cols-2">
      <Steps log={log} history={history} picked={step.revision} onPick={setPicked} />
      <div className="space-y-4">
        <Detail step={step} history={history} now={now} onBack={back} />
        <NameState
          key={step.revision}
          buildId={log.initial.id}
          revision={step.revision}
          name={log.states.find(({ revision }) => revision === step.revision)?.name}
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
  const log = useLog(buildId, round)
  return (
    <Dialog isOpen isWide title="History" description="Every step of this build, the newest first." onClose={onClose}>
      {saving !== 'saved' && (
        <p className="mb-2 text-weld">Some edits are not saved yet; they join the history when they are.</p>
      )}
      {log === 'loading' && <p className="text-faded">Looking back …</p>}
      {log === 'failed' && (
        <p className="text-madder">The history cannot be read just now. The build is safe; try again in a moment.</p>
      )}
      {typeof log !== 'string' && (
        <LogView log={log} onNamed={() => setRound((before) => before + 1)} onClose={onClose} />
      )}
    </Dialog>
  )
}
