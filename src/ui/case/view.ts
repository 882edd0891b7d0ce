import type { Item } from '@/core/build/schema'
import type { Harness } from '@/core/operate/harness'
import {
  boardOf,
  frameOf,
  isFan,
  isSitting,
  pointOnBoard,
  radiatorOf,
  spotOf,
  type CaseSpace,
  type Layout,
  type Panel,
  type Placed,
  type Sitting,
} from '@/core/structure/place/places'
import { netOf, type Mark, type Net, type Wall } from '@/core/places/net'
import { refusalAt, targetKey, targetsOf, type Refusal, type Target } from '@/core/ask/placing'
import { centreOf, type Frame, type Point } from '@/core/places/space'

/** A place to put a thing, where it is drawn. */
export interface DrawnTarget {
  readonly key: string
  readonly target: Target
  readonly wall: Wall
  readonly centre: Mark
  readonly sizeMm: number
}

/** A panel with the layout it shows. */
export interface DrawnPanel {
  readonly panel: Panel
  readonly layout: Layout
  /** Whether things sit in it, so that its layout is settled. */
  readonly isSettled: boolean
}

/** The picture of one case, in mm of the case. */
export interface CaseView {
  readonly caseItem: Item
  readonly space: CaseSpace
  readonly frame: Frame
  readonly net: Net
  readonly panels: readonly DrawnPanel[]
  readonly targets: readonly DrawnTarget[]
  readonly placed: readonly Placed[]
}

/** Things of this kind have no place of their own in a case: they are the case, or hang on their leads. */
const UNPLACED_KINDS: ReadonlySet<string> = new Set(['board', 'supply', 'case', 'splitter', 'cable', 'other'])
const SPOT_MM = 46

/** The cases of a build that have panels, in the order of their marks. */
export function casesOf(harness: Harness): readonly Item[] {
  return harness.items.filter(({ id }) => harness.factsOfItem(id).part.panels !== undefined)
}

/** Things that may be put in a case and have no place yet. */
export function looseThings(harness: Harness, caseItem: Item): readonly Item[] {
  return harness.items.filter((item) => {
    const { part } = harness.factsOfItem(item.id)
    const isPlaceable = !UNPLACED_KINDS.has(part.kind) && item.assemblyId === caseItem.assemblyId
    return isPlaceable && harness.placeOf(item.id)?.caseItem === undefined
  })
}

/** Whether a thing goes on the processor: a cooler of air, not one with a radiator. */
export function goesOnProcessor(harness: Harness, item: Item): boolean {
  const { part } = harness.factsOfItem(item.id)
  return part.kind === 'cooler' && radiatorOf(part) === undefined
}

interface Asked {
  readonly harness: Harness
  readonly caseItem: Item
  /** Layouts that were asked for, by panel. */
  readonly layoutIds: Readonly<Record<string, string>>
  readonly held: Item | undefined
}

/** Why a held thing cannot go to a target; nothing where it may. */
export function refusalFor({ harness, caseItem, held }: Asked, target: Target): Refusal | undefined {
  if (held === undefined) return undefined
  if (goesOnProcessor(harness, held)) return target.is === 'processor' ? undefined : { is: 'processorOnly' }
  if (target.is === 'processor') return { is: 'noCooler' }
  return refusalAt(harness, { caseItem, item: held, target })
}

/** Where the processor of the board in this case is; undefined where nobody has said. */
export function processorPoint(harness: Harness, { caseItem }: Pick<CaseView, 'caseItem'>): Point | undefined {
  const { space } = harness.factsOfItem(caseItem.id).part
  const outline = boardOf(harness, caseItem)?.part.outline
  return space === undefined ? undefined : pointOnBoard(space, outline, outline?.processor)
}

function panelsOf(asked: Asked, placed: readonly Sitting[]): readonly DrawnPanel[] {
  const { harness, caseItem, layoutIds, held } = asked
  return (harness.factsOfItem(caseItem.id).part.panels ?? []).map((panel) => {
    const there = placed.filter(({ mounted, item }) => mounted.panel === panel && item.id !== held?.id)
    const settled = there[0]?.mounted.layout
    const takesHeld = (layout: Layout) =>
      held !== undefined && refusalFor(asked, { is: 'mount', panel, layout, placeNumber: 1 }) === undefined
    const chosen = panel.layouts.find(({ id }) => id === layoutIds[`${caseItem.id}/${panel.id}`])
    const fitting = chosen !== undefined && takesHeld(chosen) ? chosen : panel.layouts.find(takesHeld)
    const layout = settled ?? fitting ?? chosen ?? panel.layouts[0]!
    return { panel, layout, isSettled: settled !== undefined }
  })
}

/** The picture of a case: its walls, the places that are open, and everything in it; nothing where its inside is unknown. */
export function viewOf(asked: Asked): CaseView | undefined {
  const { harness, caseItem, held } = asked
  const { space } = harness.factsOfItem(caseItem.id).part
  if (space === undefined) return undefined
  const frame = frameOf(space)
  const placed = harness.places().filter((one) => one.caseItem?.id === caseItem.id)
  const panels = panelsOf(asked, placed.filter(isSitting))
  const net = netOf(frame, new Set(panels.map(({ panel }) => panel.side)), space.sidePanelAt)
  const targets = targetsOf(harness, caseItem).flatMap((target): readonly DrawnTarget[] => {
    const key = targetKey(target)
    if (target.is === 'processor') {
      const point = processorPoint(harness, asked)
      if (point === undefined || held === undefined || !goesOnProcessor(harness, held)) return []
      return [{ key, target, wall: 'tray', centre: net.mark('tray', point), sizeMm: SPOT_MM }]
    }
    if (target.is === 'spot') {
      const { xMm, yMm } = target.spot
      const centre = net.mark('tray', { xMm: xMm.value, yMm: yMm.value, zMm: 0 })
      return [{ key, target, wall: 'tray', centre, sizeMm: SPOT_MM }]
    }
    const { panel, layout, placeNumber } = target
    if (!panels.some((drawn) => drawn.panel === panel && drawn.layout === layout)) return []
    const centre = net.mark(panel.side, centreOf(frame, spotOf(panel, layout, placeNumber)))
    return [{ key, target, wall: panel.side, centre, sizeMm: layout.sizeMm.value }]
  })
  return { caseItem, space, frame, net, panels, targets, placed }
}

/** The fans of a case, which a path can number. */
export const fansIn = ({ placed }: CaseView): readonly Sitting[] =>
  placed.filter((one): one is Sitting => isSitting(one) && isFan(one.facts))
