'use client'

import { Trash2 } from 'lucide-react'
import { useMemo } from 'react'
import { curveEdit } from '@/core/build/choose'
import type { Curve } from '@/core/build/facet-schemas'
import { portKey } from '@/core/build/refs'
import type { Harness } from '@/core/operate/harness'
import { inOrder } from '@/core/physics/curve'
import { isSameCurve, TEMPLATES, templatePoints, type Template } from '@/core/speed/edit-curve'
import type { Head } from '@/core/structure/signal/speed'
import { HEAT_WORDS } from '@/core/wording/heat-words'
import { countOf } from '@/core/wording/text'
import { useActions } from '@/ui/session/context'
import { Button } from '@/ui/shared/button'
import { Finer, PointTable, Source, type Points } from './curve-fields'
import { CurvePlot } from './curve-plot'
import { SET_NAMES, SETS, useSpeed } from './speed-state'

const TEMPLATE_WORDS: Readonly<Record<Template, readonly [name: string, hint: string]>> = {
  hushed: ['Hushed', 'slow for as long as it can be'],
  even: ['Even', 'one slope from cool to hot'],
  cool: ['Cool', 'early and strong'],
  full: ['Full', 'all it gives at any heat: for pumps'],
}

/** The groups that have a thing on this head, with all heads they are told by. */
function groupsOf(harness: Harness, head: Head) {
  const { heads } = harness.speed()
  return (harness.build.groups ?? [])
    .filter(({ itemIds }) => head.commands.some(({ at }) => itemIds.includes(at.itemId)))
    .map((group) => ({
      group,
      others: heads.filter(
        (other) => other !== head && other.commands.some(({ at }) => group.itemIds.includes(at.itemId)),
      ),
    }))
    .filter(({ others }) => others.length > 0)
}

/** Gives the curve to all heads of a group in one step, and says where they part. */
function OneForGroup({
  harness,
  head,
  curve,
}: {
  readonly harness: Harness
  readonly head: Head
  readonly curve: Curve
}) {
  const { dispatch } = useActions()
  const set = useSpeed((state) => state.set)
  return groupsOf(harness, head).map(({ group, others }) => {
    const parted = others.filter((other) => {
      const held = harness.choices.curveAt(other.at, set)
      return held === undefined || !isSameCurve(held, curve)
    })
    return (
      <p key={group.id} className="flex flex-wrap items-center gap-2 text-[13px]">
        {parted.length === 0 ? (
          <>All heads of “{group.name}” run by this curve.</>
        ) : (
          <>
            <span className="text-weld">
              “{group.name}” parts here: {parted.map((other) => harness.name(other.at)).join(', ')}{' '}
              {parted.length === 1 ? 'has' : 'have'} another curve, or none.
            </span>
            <Button
              small
              onClick={() =>
                dispatch({ type: 'batch', edits: parted.map((other) => curveEdit(set, { ...curve, at: other.at })) })
              }
            >
              One curve for all of it
            </Button>
          </>
        )}
      </p>
    )
  })
}

/** One head's curve of a set: drawn and dragged, typed, begun from a template, given to its group. */
export function CurveEditor({ harness, head }: { readonly harness: Harness; readonly head: Head }) {
  const { dispatch } = useActions()
  const { set, lookAtSet, heat, setHeat, dragged, drag } = useSpeed()
  const key = portKey(head.at)
  const held = harness.choices.curveAt(head.at, set)
  // Files may hold points in any order; here a point has its neighbours beside it.
  const kept = useMemo(() => (held === undefined ? undefined : { ...held, points: inOrder(held.points) }), [held])
  const curve = dragged?.key === key ? dragged.curve : kept
  const others = useMemo(
    () =>
      harness.speed().heads.flatMap((other): Points[] => {
        const points = other === head ? undefined : harness.choices.curveAt(other.at, set)?.points
        return points === undefined ? [] : [inOrder(points)]
      }),
    [harness, head, set],
  )
  const save = (changed: Curve) => {
    drag(null)
    if (kept === undefined || !isSameCurve(changed, kept)) dispatch(curveEdit(set, changed))
  }
  const hasPump = head.commands.some(({ motor }) => motor.pump === true)
  const begin = (template: Template) => {
    const starts = head.commands.flatMap(({ motor }) => motor.startDutyPercent?.value ?? [])
    const source = hasPump ? ('coolant' as const) : ('processor' as const)
    const base: Curve = kept ?? { at: head.at, heatSource: source, points: [] }
    save({ ...base, points: templatePoints(template, starts) })
  }
  const source = curve?.heatSource ?? 'processor'
  return (
    <section aria-label={`Curve of ${harness.name(head.at)}`} className="rounded-lg border border-thread bg-cloth p-3">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h2 className="font-display text-lg font-semibold">{harness.name(head.at)}</h2>
        <span className="text-[13px] text-faded">{countOf(head.commands.length, 'motor')}</span>
        <span
          role="group"
          aria-label="Set of curves"
          className="inline-flex overflow-hidden rounded-md border border-seam"
        >
          {SETS.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={set === one}
              onClick={() => lookAtSet(one)}
              className={`min-h-8 px-2.5 max-sm:min-h-[44px] ${set === one ? 'bg-woad text-linen' : 'bg-linen hover:bg-weft'}`}
            >
              {SET_NAMES[one]}
            </button>
          ))}
        </span>
      </header>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {curve !== undefined && <Source curve={curve} onChange={save} />}
        {curve !== undefined && <span className="grow" />}
        <span className="text-[13px] text-faded">Begin with</span>
        {TEMPLATES.filter((template) => !hasPump || template === 'full').map((template) => (
          <Button key={template} small title={TEMPLATE_WORDS[template][1]} onClick={() => begin(template)}>
            {TEMPLATE_WORDS[template][0]}
          </Button>
        ))}
      </div>
      {curve === undefined ? (
        <p className="mt-3 max-w-prose">
          Nobody has written down a curve for it here, so what its fans do is not known.{' '}
          {hasPump ? 'A pump wants full speed.' : 'Begin with one of these; every point can then be moved.'}
        </p>
      ) : (
        <>
          <div className="mt-2 grid gap-4 xl:grid-cols-[minmax(0,1fr)_17rem]">
            <CurvePlot
              points={curve.points}
              others={others}
              sourceName={HEAT_WORDS[source]}
              heatC={heat[source]}
              onHeat={(temperatureC) => setHeat(source, temperatureC)}
              onDrag={(points) => drag({ key, curve: { ...curve, points } })}
              onChange={(points) => save({ ...curve, points })}
            />
            <div className="space-y-4">
              <PointTable points={curve.points} onChange={(points) => save({ ...curve, points: inOrder(points) })} />
              <Finer curve={curve} onChange={save} />
              <Button small tone="quiet" onClick={() => dispatch(curveEdit(set, { at: head.at, points: null }))}>
                <Trash2 size={14} aria-hidden /> Take the curve away
              </Button>
            </div>
          </div>
          <OneForGroup harness={harness} head={head} curve={curve} />
        </>
      )}
    </section>
  )
}
