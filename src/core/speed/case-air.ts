import type { Item } from '../build/schema'
import type { Harness } from '../operate/harness'
import { exactly, FULL_PERCENT, isExact, type Bounds } from '../operate/motor-speed'
import { airBalanceOf, fanLineAt, openingResistance, resistanceOf, warmingKelvin, type AirPath } from '../physics/air'
import { passesPercent } from '../structure/place/air'
import { radiatorAt } from '../structure/place/fits'
import { isFan, isSitting, radiatorOf, type Sitting } from '../structure/place/places'
import { groupBy } from '../units/group'
import type { MotorRun } from './motors-run'

/** A fan in a case with what it moves at its speed. */
export interface FanAir {
  readonly placed: Sitting
  readonly run: MotorRun
  /** Undefined where its flow, its speed or its direction is not known. */
  readonly flowM3PerH: Bounds | undefined
}

/** The air of a case as its fans run. */
export interface CaseAir {
  readonly caseItem: Item
  /** pressure: from the pressures of its fans and what holds the air back. freeFlow: an indication, from free flow alone. */
  readonly by: 'pressure' | 'freeFlow'
  readonly fans: readonly FanAir[]
  readonly inM3PerH: Bounds | undefined
  readonly outM3PerH: Bounds | undefined
  /** In its largest room, above outside; undefined for an indication. */
  readonly pressurePa: Bounds | undefined
  /** What comes in through slots and grilles without a fan; below nought where it goes out. */
  readonly leakM3PerH: Bounds | undefined
  /** How much warmer the air leaves, where somebody has said what heat is put in. */
  readonly warmingK: Bounds | undefined
}

/** The largest room of a case has no name. */
type Chamber = string | undefined

/** Fans one behind the other in a place, and what they blow through. */
interface Opening {
  readonly fans: readonly FanOf[]
  readonly direction: 'in' | 'out'
  readonly chamber: Chamber
  readonly resistance: number
}
interface FanOf {
  readonly placed: Sitting
  readonly run: MotorRun
}

/** Resistance of one of several places that share a panel or radiator: each has its part of the flow at the same pressure. */
function shareOfResistance(
  {
    dropPa,
    dropFlowM3PerH,
  }: { readonly dropPa?: { readonly value: number }; readonly dropFlowM3PerH?: { readonly value: number } },
  placeCount: number,
): number | undefined {
  if (dropPa === undefined || dropFlowM3PerH === undefined || dropFlowM3PerH.value === 0) return undefined
  return resistanceOf(dropPa.value, dropFlowM3PerH.value) * placeCount ** 2
}

const motorOf = ({ placed }: FanOf) => placed.facts.all.motor.find(({ pump }) => pump !== true)!

/**
 * A panel whose resistance nobody states holds back what the builder has said it does, at this fan's rated point; all of
 * it where it is said to pass nothing.
 */
function panelResistance(harness: Harness, fan: FanOf): number {
  const { panel, layout, caseItem } = fan.placed.mounted
  const stated = shareOfResistance(panel, layout.placeCount)
  if (stated !== undefined) return stated
  const passes = passesPercent(harness, caseItem.id, panel.id) / FULL_PERCENT
  const { flowM3PerH, mostPressurePa } = motorOf(fan)
  if (passes === 0) return Infinity
  if (passes === 1 || flowM3PerH === undefined || mostPressurePa === undefined) return 0
  return resistanceOf(mostPressurePa.value * (1 - passes), flowM3PerH.value * passes)
}

/** The place of a fan; those one behind the other at a radiator have the same. */
const placeKey = ({ mounted: { panel, layout, placeNumber } }: Sitting) => `${panel.id}/${layout.id}/${placeNumber}`

function openingOf(harness: Harness, all: readonly Sitting[], fans: readonly FanOf[]): Opening | undefined {
  const [first] = fans
  const { flow, mounted } = first!.placed
  const { direction } = flow
  if (direction === 'unknown' || fans.some(({ placed }) => placed.flow.direction !== direction)) return undefined
  // A fan that is said to press or move nothing has no line to go by.
  const hasLine = (fan: FanOf) =>
    (motorOf(fan).mostPressurePa?.value ?? 0) > 0 && (motorOf(fan).flowM3PerH?.value ?? 0) > 0
  if (!fans.every(hasLine) || fans.some(({ run }) => run.share === undefined)) return undefined
  const radiator = radiatorAt(all, mounted)
  const ofRadiator =
    radiator === undefined
      ? 0
      : shareOfResistance(
          radiator.facts.part.mechanical ?? {},
          radiatorOf(radiator.facts.part)?.fanCount ?? mounted.layout.placeCount,
        )
  if (ofRadiator === undefined) return undefined
  return { fans, direction, chamber: mounted.panel.chamber, resistance: panelResistance(harness, first!) + ofRadiator }
}

/** Which end of its bounds a speed is taken at. */
type End = keyof Bounds

/** The share of its full speed that a fan is taken at. */
const speedShareOf = ({ run }: FanOf, end: End) => run.share![end]

interface Solved {
  /** Through each opening, in the direction of its fans. */
  readonly flows: readonly number[]
  readonly pressurePa: number
  readonly leakM3PerH: number
}

type Slots = readonly {
  readonly openCm2: { readonly value: number }
  readonly chamber?: string
  readonly to?: string
}[]

/** Slots between chambers that no way joins to the outside move nothing, and have no pressure to tell. */
function reached(slots: Slots, openings: readonly Opening[]): Slots {
  const isOpen = new Set<Chamber>(openings.map(({ chamber }) => chamber))
  const joins = slots.filter(({ openCm2, chamber, to }) => openCm2.value > 0 && (to === undefined || chamber !== to))
  for (const { chamber, to } of joins) if (to === undefined) isOpen.add(chamber)
  let [before, now] = [-1, isOpen.size]
  while (now > before) {
    for (const { chamber, to } of joins) {
      if (to !== undefined && (isOpen.has(chamber) || isOpen.has(to))) isOpen.add(chamber).add(to)
    }
    ;[before, now] = [now, isOpen.size]
  }
  return joins.filter(({ chamber }) => isOpen.has(chamber))
}

/** The case as a network. `slots` undefined: so open that there is no pressure in it. */
function solve(openings: readonly Opening[], slots: Slots | undefined, endOf: (opening: Opening) => End): Solved {
  // A fan that stands, or a panel that passes nothing, lets next to nothing through: it counts as closed.
  const isClosed = (opening: Opening) =>
    opening.resistance === Infinity || opening.fans.every((fan) => speedShareOf(fan, endOf(opening)) === 0)
  const turning = openings.filter((opening) => !isClosed(opening))
  const joins = slots === undefined ? [] : reached(slots, turning)
  const rooms = [
    ...new Set<Chamber>([
      ...turning.map(({ chamber }) => chamber),
      ...joins.flatMap(({ chamber, to }) => (to === undefined ? [chamber] : [chamber, to])),
    ]),
  ]
  const roomOf = (chamber: Chamber) => (slots === undefined ? undefined : rooms.indexOf(chamber))
  const paths = turning.map((opening): AirPath => {
    const room = roomOf(opening.chamber)
    const fans = opening.fans.map((fan) => {
      const { mostPressurePa, flowM3PerH } = motorOf(fan)
      const line = { mostPressurePa: mostPressurePa!.value, freeFlowM3PerH: flowM3PerH!.value }
      return fanLineAt(line, speedShareOf(fan, endOf(opening)))
    })
    const [from, to] = opening.direction === 'in' ? [undefined, room] : [room, undefined]
    return { from, to, fans, resistance: opening.resistance }
  })
  const passive = joins.map(({ openCm2, chamber, to }): AirPath => ({
    from: to === undefined ? undefined : roomOf(to),
    to: roomOf(chamber),
    fans: [],
    resistance: openingResistance(openCm2.value),
  }))
  const { flowsM3PerH, pressuresPa } = airBalanceOf([...paths, ...passive], slots === undefined ? 0 : rooms.length)
  const flowOf = new Map(turning.map((opening, index) => [opening, flowsM3PerH[index]!]))
  const leaks = passive.map(({ from }, index) => (from === undefined ? flowsM3PerH[paths.length + index]! : 0))
  return {
    flows: openings.map((opening) => flowOf.get(opening) ?? 0),
    pressurePa: pressuresPa[rooms.indexOf(undefined)] ?? 0,
    leakM3PerH: leaks.reduce((sum, flow) => sum + flow, 0),
  }
}

const hull = (values: readonly number[]): Bounds => ({ least: Math.min(...values), most: Math.max(...values) })

/**
 * The air of a case by pressures. Where speeds or slots are known within bounds only, each flow is worked out at the ends
 * that make it least and most: a fan moves more the faster it turns, the slower those beside it and the faster those
 * against it turn.
 */
function byPressure(openings: readonly Opening[], slots: Slots | undefined) {
  const ways: readonly (Slots | undefined)[] = slots === undefined ? [undefined, []] : [slots]
  const isKnown = openings.every(({ fans }) => fans.every(({ run }) => isExact(run.share!)))
  const at = (endOf: (opening: Opening) => End) => ways.map((way) => solve(openings, way, endOf))
  if (isKnown) {
    const solved = at(() => 'most')
    return {
      flows: openings.map((_, index) => hull(solved.map(({ flows }) => flows[index]!))),
      pressure: hull(solved.map(({ pressurePa }) => pressurePa)),
      leak: hull(solved.map(({ leakM3PerH }) => leakM3PerH)),
    }
  }
  const other = (end: End): End => (end === 'most' ? 'least' : 'most')
  const flowOf = (index: number, end: End) => {
    const own = openings[index]!
    const solved = at((opening) => (opening === own || opening.direction !== own.direction ? end : other(end)))
    return solved.map(({ flows }) => flows[index]!)
  }
  const tipped = (inEnd: End) => at(({ direction }) => (direction === 'in' ? inEnd : other(inEnd)))
  const ends = [...tipped('most'), ...tipped('least')]
  return {
    flows: openings.map((_, index) => hull([...flowOf(index, 'least'), ...flowOf(index, 'most')])),
    pressure: hull(ends.map(({ pressurePa }) => pressurePa)),
    leak: hull(ends.map(({ leakM3PerH }) => leakM3PerH)),
  }
}

const sumOf = (bounds: readonly (Bounds | undefined)[]): Bounds | undefined => {
  const known = bounds.filter((one) => one !== undefined)
  if (known.length < bounds.length) return undefined
  return {
    least: known.reduce((sum, { least }) => sum + least, 0),
    most: known.reduce((sum, { most }) => sum + most, 0),
  }
}

/** A fan's part of the free flow at its speed, by what the panel keeps back: an indication. */
function indicated(harness: Harness, { placed, run }: FanOf): Bounds | undefined {
  if (placed.flow.direction === 'unknown' || run.freeFlowM3PerH === undefined) return undefined
  const passes = passesPercent(harness, placed.mounted.caseItem.id, placed.mounted.panel.id) / FULL_PERCENT
  return { least: run.freeFlowM3PerH.least * passes, most: run.freeFlowM3PerH.most * passes }
}

/** As much goes out as comes in: slots carry what the fans do not. */
function warmingOf(heatWatts: number | undefined, inflow: Bounds | undefined, outflow: Bounds | undefined) {
  if (heatWatts === undefined || inflow === undefined || outflow === undefined) return undefined
  const through = { least: Math.max(inflow.least, outflow.least), most: Math.max(inflow.most, outflow.most) }
  return { least: warmingKelvin(heatWatts, through.most), most: warmingKelvin(heatWatts, through.least) }
}

/** The air of a case with its fans as they run. */
export function airOf(harness: Harness, caseItem: Item, runs: readonly MotorRun[]): CaseAir {
  const all = harness.places().filter((placed): placed is Sitting => isSitting(placed))
  const mine = all.filter(({ mounted, facts }) => mounted.caseItem.id === caseItem.id && isFan(facts))
  const byItem = new Map(
    runs.filter(({ command }) => command.motor.pump !== true).map((run) => [run.command.at.itemId, run]),
  )
  const fans = mine.flatMap((placed): readonly FanOf[] => {
    const run = byItem.get(placed.item.id)
    return run === undefined ? [] : [{ placed, run }]
  })
  const places = groupBy(fans, ({ placed }) => placeKey(placed))
  const openings = [...places.values()].map((at) => openingOf(harness, all, at))
  const known = openings.filter((opening) => opening !== undefined)
  const slots = harness.factsOfItem(caseItem.id).part.space?.openings as Slots | undefined
  const heatWatts = harness.build.choices.air?.find(({ itemId }) => itemId === caseItem.id)?.heatWatts
  const sums = (of: readonly FanAir[], isBehind: (fan: FanAir) => boolean) => {
    const through = (direction: 'in' | 'out') =>
      sumOf(
        of
          .filter((fan) => fan.placed.flow.direction === direction && !isBehind(fan))
          .map(({ flowM3PerH }) => flowM3PerH),
      )
    const hasUnknown = of.some(({ placed }) => placed.flow.direction === 'unknown')
    const [inM3PerH, outM3PerH] = hasUnknown ? [undefined, undefined] : [through('in'), through('out')]
    return { inM3PerH, outM3PerH, warmingK: warmingOf(heatWatts, inM3PerH, outM3PerH) }
  }
  // Fans one behind the other move the same air: it is counted once.
  const firsts = new Set([...places.values()].map(([first]) => first!.placed))
  const isBehind = ({ placed }: FanAir) => !firsts.has(placed)
  if (known.length < openings.length || fans.length === 0) {
    const shown = fans.map((fan) => ({ ...fan, flowM3PerH: indicated(harness, fan) }))
    const none = { pressurePa: undefined, leakM3PerH: undefined }
    return { caseItem, by: 'freeFlow', fans: shown, ...sums(shown, isBehind), ...none }
  }
  const { flows, pressure, leak } = byPressure(known, slots)
  const flowOf = new Map(
    known.flatMap((opening, index) => opening.fans.map(({ placed }) => [placed, flows[index]!] as const)),
  )
  const shown = fans.map((fan) => ({ ...fan, flowM3PerH: flowOf.get(fan.placed) ?? exactly(0) }))
  return { caseItem, by: 'pressure', fans: shown, ...sums(shown, isBehind), pressurePa: pressure, leakM3PerH: leak }
}
