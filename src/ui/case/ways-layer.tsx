import { leadWall } from './drawn'
import { hoseOf } from '@/core/structure/place/hoses'
import type { Placed } from '@/core/structure/place/places'
import type { Run, RunWay } from '@/core/structure/place/ways'
import type { Mark, Wall } from '@/core/places/net'
import { exceeds } from '@/core/units/compare'
import { useHarness } from '@/ui/session/context'
import type { CaseView } from './view'

const LOOKS: Readonly<Record<Run['reach'], { readonly stroke: string; readonly width: number }>> = {
  yes: { stroke: 'var(--moss)', width: 3 },
  tight: { stroke: 'var(--weld)', width: 3.5 },
  inSight: { stroke: 'var(--weld)', width: 3.5 },
  no: { stroke: 'var(--madder)', width: 4 },
  open: { stroke: 'var(--plum)', width: 3 },
}

/** A lead runs along edges: first straight to the fold of its wall, then on in a right angle. */
function elbow(from: Mark, to: Mark, wall: Wall): string {
  const isSideways = wall !== 'top' && wall !== 'bottom'
  const corner = isSideways ? `${to.uMm} ${from.vMm}` : `${from.uMm} ${to.vMm}`
  return `M ${from.uMm} ${from.vMm} L ${corner} L ${to.uMm} ${to.vMm}`
}

interface Course {
  readonly d: string
  readonly isBehind: boolean
}

/** The pieces of a way on the picture, those behind the tray apart. */
function coursesOf(view: CaseView, { from, to, way }: RunWay, walls: readonly [Wall, Wall]): readonly Course[] {
  const holes = (way?.holeIds ?? []).flatMap((id) => view.space.holes?.filter((hole) => hole.id === id) ?? [])
  const marks = holes.map(({ xMm, yMm }) => view.net.mark('tray', { xMm: xMm.value, yMm: yMm.value, zMm: 0 }))
  const points = [view.net.mark(walls[0], from), ...marks, view.net.mark(walls[1], to)]
  let isBehind = from.isBehind === true
  return points.slice(1).map((point, index): Course => {
    if (index > 0) isBehind = !isBehind
    const wall = index === points.length - 2 && index > 0 ? walls[1] : index === 0 ? walls[0] : 'tray'
    return { d: elbow(points[index]!, point, wall), isBehind }
  })
}

/** The shortest of the ways that a run may take. */
const shortest = ({ ways, leastMm }: Run): RunWay | undefined =>
  ways.find(({ way }) => way?.lengthMm === leastMm) ?? ways[0]

/** Ways of leads: full where they are in sight, dashed behind the tray, in the colour of their reach. */
export function WaysLayer({ view, runs }: { readonly view: CaseView; readonly runs: readonly Run[] }) {
  const harness = useHarness()
  return runs.map((run) => {
    const way = shortest(run)
    const start = harness.placeOf(run.lead.item.id)
    if (way === undefined || start === undefined) return null
    const end = harness.placeOf(run.goal.item.id)
    const pieces = coursesOf(view, way, [leadWall(start), end === undefined ? 'tray' : leadWall(end)])
    const { stroke, width } = LOOKS[run.reach]
    return pieces.map(({ d, isBehind }) => (
      <path
        key={`${run.lead.key} ${run.goal.key} ${d}`}
        d={d}
        fill="none"
        stroke={stroke}
        strokeWidth={width}
        strokeLinejoin="round"
        strokeLinecap="round"
        {...(isBehind ? { strokeDasharray: '7 6', opacity: 0.75 } : {})}
      />
    ))
  })
}

/** The hoses of coolers, straight from their end of the radiator to the processor: a pair, and never shorter. */
export function HosesLayer({ view, of }: { readonly view: CaseView; readonly of: readonly Placed[] }) {
  const harness = useHarness()
  return of.flatMap((placed) =>
    (hoseOf(harness, placed) ?? []).map(({ end, from, to, hoseMm, leastMm }) => {
      const start = view.net.mark(placed.mounted!.panel.side, from)
      const goal = view.net.mark('tray', to)
      const isShort = hoseMm !== undefined && exceeds(leastMm, hoseMm)
      return (
        <line
          key={`${placed.item.id} ${end}`}
          x1={start.uMm}
          y1={start.vMm}
          x2={goal.uMm}
          y2={goal.vMm}
          stroke={isShort ? 'var(--madder)' : 'var(--seam)'}
          strokeWidth="9"
          strokeLinecap="round"
          opacity="0.55"
          {...(placed.place.hoseEnd === undefined ? { strokeDasharray: '14 14' } : {})}
        >
          <title>{`hoses of ${placed.item.mark}`}</title>
        </line>
      )
    }),
  )
}
