import type { Part } from '../parts/schema'
import { planeOf } from '../places/space'
import { exceeds } from '../units/compare'
import { repeated, type Fault } from './fault'
import type { Place } from './facet-schemas'
import type { Build, Item } from './schema'

type Panel = NonNullable<Part['panels']>[number]
type Space = NonNullable<Part['space']>
type Spot = { readonly xMm: { readonly value: number }; readonly yMm: { readonly value: number } }

const idsOf = (list: readonly { readonly id: string }[] | undefined) => (list ?? []).map(({ id }) => id)

/** Layouts that are longer or wider than their panel, in a case whose inside is known. */
function* layoutFaults({ side, name, layouts }: Panel, space: Space, at: string): Generator<Fault> {
  const frame = { depthMm: space.depthMm.value, heightMm: space.heightMm.value, widthMm: space.widthMm.value }
  const { alongMm, acrossMm } = planeOf(side, frame)
  for (const [i, layout] of layouts.entries()) {
    const sizeMm = layout.sizeMm.value
    const lengthMm = layout.placeCount * sizeMm
    const endMm = (layout.startMm?.value ?? (alongMm - lengthMm) / 2) + lengthMm
    const middleMm = layout.acrossMm?.value ?? acrossMm / 2
    if (exceeds(Math.max(lengthMm, endMm), alongMm)) {
      const message = `${layout.placeCount} places of ${sizeMm} mm end at ${Math.max(lengthMm, endMm)} mm, but ${name} is ${alongMm} mm long; take fewer, or begin nearer to the front or the floor`
      yield { pointer: `${at}/${i}/placeCount`, message }
    } else if (exceeds(sizeMm / 2, middleMm) || exceeds(middleMm + sizeMm / 2, acrossMm)) {
      const message = `places of ${sizeMm} mm stick out of ${name}, which is ${acrossMm} mm wide`
      yield { pointer: `${at}/${i}/${layout.acrossMm === undefined ? 'sizeMm' : 'acrossMm'}`, message }
    }
  }
}

/** Points that lie beside the plate they are said to be on. */
function* pointFaults(
  points: readonly (readonly [pointer: string, what: string, spot: Spot])[],
  plate: { readonly name: string; readonly alongMm: number; readonly upMm: number },
): Generator<Fault> {
  for (const [pointer, what, { xMm, yMm }] of points) {
    if (!exceeds(xMm.value, plate.alongMm) && !exceeds(yMm.value, plate.upMm)) continue
    const message = `${what} would be at ${xMm.value} and ${yMm.value} mm, beside ${plate.name} of ${plate.alongMm} by ${plate.upMm} mm`
    yield { pointer, message }
  }
}

/** Faults of a case or a board in its measures: places outside their panel, holes off the tray, headers off the board. */
export function* spaceFaults({ panels, space, outline, ports }: Part, at: string): Generator<Fault> {
  yield* repeated(idsOf(panels), (i) => `${at}/panels/${i}/id`, 'the panel id')
  yield* repeated(idsOf(space?.holes), (i) => `${at}/space/holes/${i}/id`, 'the hole id')
  yield* repeated(idsOf(space?.spots), (i) => `${at}/space/spots/${i}/id`, 'the spot id')
  for (const [i, panel] of (panels ?? []).entries()) {
    const here = `${at}/panels/${i}/layouts`
    yield* repeated(idsOf(panel.layouts), (j) => `${here}/${j}/id`, 'the layout id')
    if (space !== undefined) yield* layoutFaults(panel, space, here)
  }
  if (space !== undefined) {
    const on = (list: 'holes' | 'spots', what: string) =>
      (space[list] ?? []).map((spot, i) => [`${at}/space/${list}/${i}`, `${what} “${spot.id}”`, spot] as const)
    const tray = { name: 'the tray', alongMm: space.depthMm.value, upMm: space.heightMm.value }
    const board = space.board === undefined ? [] : ([[`${at}/space/board`, 'the board', space.board]] as const)
    yield* pointFaults([...on('holes', 'the hole'), ...on('spots', 'the spot'), ...board], tray)
  }
  if (outline !== undefined) {
    const headers = ports.flatMap(({ spot, name }, i) =>
      spot === undefined ? [] : [[`${at}/ports/${i}/spot`, `the header ${name}`, spot] as const],
    )
    const { processor } = outline
    const socket = processor === undefined ? [] : [[`${at}/outline/processor`, 'the processor', processor] as const]
    const plate = { name: 'a board', alongMm: outline.depthMm.value, upMm: outline.heightMm.value }
    yield* pointFaults([...headers, ...socket], plate)
  }
}

interface Held {
  readonly itemById: ReadonlyMap<string, Item>
  readonly partById: ReadonlyMap<string, Part>
}

const partOf = ({ itemById, partById }: Held, itemId: string) => partById.get(itemById.get(itemId)?.partId ?? '')

function* mountFaults(held: Held, mount: NonNullable<Place['mount']>, at: string): Generator<Fault> {
  const holder = held.itemById.get(mount.caseItemId)
  const panel = partOf(held, mount.caseItemId)?.panels?.find(({ id }) => id === mount.panelId)
  const layout = panel?.layouts.find(({ id }) => id === mount.layoutId)
  if (holder === undefined) yield { pointer: `${at}/caseItemId`, message: `there is no item “${mount.caseItemId}”` }
  else if (panel === undefined)
    yield { pointer: `${at}/panelId`, message: `${holder.mark} has no panel “${mount.panelId}”` }
  else if (layout === undefined) {
    yield { pointer: `${at}/layoutId`, message: `${panel.name} of ${holder.mark} has no layout “${mount.layoutId}”` }
  } else if (mount.placeNumber > layout.placeCount) {
    yield {
      pointer: `${at}/placeNumber`,
      message: `this layout has ${layout.placeCount} places, but place ${mount.placeNumber} is named`,
    }
  }
}

function* spotFaults(held: Held, { spot, processor }: Place, at: string): Generator<Fault> {
  for (const [key, where] of [
    ['spot', spot],
    ['processor', processor],
  ] as const) {
    if (where !== undefined && !held.itemById.has(where.caseItemId)) {
      yield { pointer: `${at}/${key}/caseItemId`, message: `there is no item “${where.caseItemId}”` }
      return
    }
  }
  if (spot === undefined) return
  const part = partOf(held, spot.caseItemId)
  if (part?.space?.spots?.some(({ id }) => id === spot.spotId) !== true) {
    const mark = held.itemById.get(spot.caseItemId)!.mark
    yield { pointer: `${at}/spot/spotId`, message: `${mark} has no spot “${spot.spotId}” for boxes` }
  }
}

/** Places that speak of a case, a panel, a layout or a spot that is not there, or of two places for one thing. */
export function* placeFaults(build: Build): Generator<Fault> {
  const held: Held = {
    itemById: new Map(build.items.map((item) => [item.id, item])),
    partById: new Map(build.parts.map((part) => [part.id, part])),
  }
  for (const [i, place] of (build.places ?? []).entries()) {
    const at = `/places/${i}`
    const { itemId, mount, spot, processor } = place
    if (!held.itemById.has(itemId)) yield { pointer: `${at}/itemId`, message: `there is no item “${itemId}”` }
    if ([mount, spot, processor].filter((where) => where !== undefined).length > 1) {
      yield { pointer: at, message: 'a thing sits in a mount, at a spot or on the processor: say one of them' }
    }
    if (mount !== undefined) yield* mountFaults(held, mount, `${at}/mount`)
    yield* spotFaults(held, place, at)
  }
}
