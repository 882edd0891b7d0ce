'use client'

import Link from 'next/link'
import { useMemo } from 'react'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import type { HeatSource } from '@/core/operate/scenario'
import { dutyOfHead, HEAT_SOURCES } from '@/core/speed/motors-run'
import { ofMachine, runAt } from '@/core/speed/run'
import type { Command, Head, Speed } from '@/core/structure/signal/speed'
import { HEAT_WORDS } from '@/core/wording/heat-words'
import { useFocus } from '@/ui/focus/focus'
import { useHarness } from '@/ui/session/context'
import { buttonClass } from '@/ui/shared/button'
import { ViewTabs } from '@/ui/shared/view-tabs'
import { AtHeat } from './at-heat'
import { CurveEditor } from './curve-editor'
import { HeadsList } from './heads-list'
import { OverHeat } from './over-heat'
import { ReplayView } from './replay-view'
import { COOL_C, HOT_C, useSpeed } from './speed-state'
import { TuneView } from './tune-view'

/** Heads and motors of the machine that is looked at. */
function useMachine(harness: Harness): Speed {
  const assemblyId = useFocus((state) => state.assemblyId)
  return useMemo(() => {
    const isMine = ({ placed }: Head | Command) => assemblyId === null || placed.item.assemblyId === assemblyId
    const { heads, commands } = harness.speed()
    return { heads: heads.filter(isMine), commands: commands.filter(isMine) }
  }, [harness, assemblyId])
}

/** The head that is picked: itself, or through something that listens to it; the first where nothing is. */
function usePickedHead(heads: readonly Head[]): Head | undefined {
  const selected = useFocus((state) => state.selected)
  const itemId = useFocus((state) => state.itemId)
  const isAt = (head: Head) => selected !== null && portKey(head.at) === portKey(selected.ref)
  const hears = (head: Head) => head.commands.some(({ at }) => at.itemId === itemId)
  return heads.find(isAt) ?? heads.find(hears) ?? heads[0]
}

function HeatSliders({ sources }: { readonly sources: readonly HeatSource[] }) {
  const { heat, setHeat } = useSpeed()
  return (
    <fieldset className="flex flex-wrap items-center gap-x-6 gap-y-1 rounded-lg border border-thread bg-cloth px-3 py-2">
      <legend className="sr-only">Temperatures</legend>
      <span className="font-display font-semibold">At this heat</span>
      {sources.map((source) => (
        <label key={source} className="flex items-center gap-2 text-[14px]">
          <span className="inline-block first-letter:uppercase">{HEAT_WORDS[source]}</span>
          <input
            type="range"
            min={COOL_C}
            max={HOT_C}
            value={heat[source]}
            onChange={({ target }) => setHeat(source, Number(target.value))}
            aria-valuetext={`${heat[source]} degrees`}
            className="w-36 accent-madder"
          />
          <output className="w-12 text-right">{heat[source]} °C</output>
        </label>
      ))}
    </fieldset>
  )
}

function Machine({ heads, commands }: Speed) {
  const harness = useHarness()
  const { heat, set, dragged } = useSpeed()
  const picked = usePickedHead(heads)
  const assemblyId = useFocus((state) => state.assemblyId)
  const run = useMemo(() => {
    const duty = dragged === null ? undefined : dutyOfHead(dragged.curve, heat)
    const dutyByHead = duty === undefined ? {} : { dutyByHead: { [dragged!.key]: duty } }
    const whole = runAt(harness, { heat, set, ...dutyByHead })
    return assemblyId === null ? whole : ofMachine(whole, assemblyId)
  }, [harness, heat, set, dragged, assemblyId])
  const listened = new Set(heads.flatMap(({ at }) => harness.choices.curveAt(at, set)?.heatSource ?? []))
  const sources = HEAT_SOURCES.filter((source) => listened.has(source))
  const heats = sources.length === 0 ? (['processor'] as const) : sources
  const tuning = (
    <>
      <HeatSliders sources={heats} />
      {run.cases.map(({ caseItem }) => (
        <TuneView key={caseItem.id} harness={harness} run={run} caseItem={caseItem} />
      ))}
    </>
  )
  return (
    <div className="grid gap-4 p-3 lg:grid-cols-[15rem_minmax(0,1fr)]">
      <HeadsList harness={harness} commands={commands} heads={heads} picked={picked} />
      <div className="min-w-0 space-y-3">
        {picked !== undefined && <CurveEditor key={portKey(picked.at)} harness={harness} head={picked} />}
        <ViewTabs
          label="What comes of it"
          views={[
            {
              id: 'heat',
              name: 'At a heat',
              content: (
                <>
                  <HeatSliders sources={heats} />
                  <AtHeat harness={harness} run={run} />
                </>
              ),
            },
            {
              id: 'heats',
              name: 'Against heat',
              content: (
                <>
                  <HeatSliders sources={heats} />
                  <OverHeat harness={harness} sources={heats} />
                </>
              ),
            },
            { id: 'log', name: 'Over a log', content: <ReplayView harness={harness} head={picked} /> },
            ...(run.cases.length === 0 ? [] : [{ id: 'quiet', name: 'Tune for quiet', content: tuning }]),
          ]}
        />
      </div>
    </div>
  )
}

/** What every fan will do: who commands it, by which curve, and what comes of it at a temperature. */
export function SpeedStage() {
  const harness = useHarness()
  const machine = useMachine(harness)
  if (machine.heads.length > 0) return <Machine {...machine} />
  return (
    <div className="p-8">
      <h2 className="font-display text-xl font-semibold">Nothing listens to anything yet</h2>
      <p className="my-3 max-w-prose text-faded">
        Plug fans into headers or outlets first: each of them that commands something then has its curve here.
      </p>
      <Link href={`/builds/${harness.build.id}/threads`} className={buttonClass('act')}>
        Go to Wiring
      </Link>
    </div>
  )
}
