/** Density of air in kg/m3 and its heat in J/(kg K) at about 20 °C. Source: handbooks of heat transfer (from memory). */
const AIR_KG_PER_M3 = 1.2
const AIR_JOULE_PER_KG_K = 1005
const SECONDS_PER_HOUR = 3600
const CM2_PER_M2 = 10_000
/** Share of an opening with sharp edges that the air uses. Source: handbooks of fluid mechanics, 0.60 to 0.62 (from memory). */
const DISCHARGE = 0.6

/**
 * How much warmer air leaves than it came in, in kelvin: P / (rho c Q). Infinite where no air moves; nought where no heat
 * is put in.
 */
export function warmingKelvin(watts: number, flowM3PerH: number): number {
  if (watts === 0) return 0
  return watts / ((AIR_KG_PER_M3 * AIR_JOULE_PER_KG_K * flowM3PerH) / SECONDS_PER_HOUR)
}

/** Pressure that a resistance takes is this times the square of the flow, in Pa/(m3/h)2; from one measured point of it. */
export const resistanceOf = (pressurePa: number, flowM3PerH: number): number => pressurePa / flowM3PerH ** 2

/** Resistance of an opening of so many cm2: rho/2 (Q / (Cd A))2, in Pa/(m3/h)2. Source: orifice equation of handbooks. */
export function openingResistance(openCm2: number): number {
  const metresPerSecondAtOne = 1 / SECONDS_PER_HOUR / (DISCHARGE * (openCm2 / CM2_PER_M2))
  return (AIR_KG_PER_M3 / 2) * metresPerSecondAtOne ** 2
}

/** A fan's pressure falls straight from its most, at no flow, to none at free flow, and goes on so past it. */
export interface FanLine {
  readonly mostPressurePa: number
  readonly freeFlowM3PerH: number
}

/** Fan laws: pressure goes with the square of the speed, flow with the speed. Source: fan engineering handbooks. */
export const fanLineAt = ({ mostPressurePa, freeFlowM3PerH }: FanLine, speedShare: number): FanLine => ({
  mostPressurePa: mostPressurePa * speedShare ** 2,
  freeFlowM3PerH: freeFlowM3PerH * speedShare,
})

/**
 * A way that air takes from one room to another: the fans on it, one behind the other, add their pressures at the same
 * flow; what it has to pass takes `resistance` times the square of the flow. Rooms are numbers; undefined is outside.
 */
export interface AirPath {
  readonly from: number | undefined
  readonly to: number | undefined
  readonly fans: readonly FanLine[]
  readonly resistance: number
}

interface Line {
  /** Pressure at no flow, and how much it falls with each m3/h. */
  readonly risePa: number
  readonly slope: number
}

const lineOf = (fans: readonly FanLine[]): Line => ({
  risePa: fans.reduce((sum, fan) => sum + fan.mostPressurePa, 0),
  slope: fans.reduce((sum, fan) => sum + (fan.freeFlowM3PerH === 0 ? 0 : fan.mostPressurePa / fan.freeFlowM3PerH), 0),
})

/** Flow for a pressure that drives it: slope q + resistance q2 = pressure, without loss of digits for small ones. */
function flowDriven(drivePa: number, slope: number, resistance: number): number {
  const size = Math.abs(drivePa)
  if (size === 0) return 0
  return (Math.sign(drivePa) * 2 * size) / (slope + Math.sqrt(slope ** 2 + 4 * resistance * size))
}

interface Flowing {
  readonly path: AirPath
  readonly line: Line
}

function driveOf({ path, line }: Flowing, pressures: readonly number[]): number {
  const at = (room: number | undefined) => (room === undefined ? 0 : pressures[room]!)
  return line.risePa + at(path.from) - at(path.to)
}

/** What the flows of a way have taken in all; least in the balance, since it is convex in the pressures of the rooms. */
function contentOf({ path, line }: Flowing, flow: number): number {
  return (line.slope * flow ** 2) / 2 + (2 / 3) * path.resistance * Math.abs(flow) ** 3
}

export interface AirBalance {
  /** Flow of each way in m3/h, in their order, from its first room to its second. */
  readonly flowsM3PerH: readonly number[]
  /** Of each room, in Pa above outside. */
  readonly pressuresPa: readonly number[]
}

const CLOSE_PA = 1e-9

/** The pressure of one room by halving: the more of it, the less comes in. */
function onePressure(ways: readonly Flowing[]): number {
  const gain = (pressure: number) =>
    ways.reduce((sum, way) => {
      const flow = flowDriven(driveOf(way, [pressure]), way.line.slope, way.path.resistance)
      return sum + (way.path.to === 0 ? flow : 0) - (way.path.from === 0 ? flow : 0)
    }, 0)
  // At the most that any way can push or pull, all flows go one way.
  const most = Math.max(...ways.map(({ line }) => line.risePa), 0)
  let [low, high] = [-most, most]
  while (high - low > CLOSE_PA) {
    const middle = (low + high) / 2
    // Halving ends where floating point has no number between.
    if (middle === low || middle === high) break
    if (gain(middle) > 0) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Solves a small symmetric system by elimination with pivots; the matrix is changed. */
function solved(matrix: number[][], right: number[]): number[] {
  const size = right.length
  for (let column = 0; column < size; column += 1) {
    let pivot = column
    for (let row = column + 1; row < size; row += 1) {
      if (Math.abs(matrix[row]![column]!) > Math.abs(matrix[pivot]![column]!)) pivot = row
    }
    ;[matrix[column], matrix[pivot]] = [matrix[pivot]!, matrix[column]!]
    ;[right[column], right[pivot]] = [right[pivot]!, right[column]!]
    for (let row = column + 1; row < size; row += 1) {
      const factor = matrix[row]![column]! / matrix[column]![column]!
      for (let k = column; k < size; k += 1) matrix[row]![k]! -= factor * matrix[column]![k]!
      right[row]! -= factor * right[column]!
    }
  }
  const found = right.map(() => 0)
  for (let row = size - 1; row >= 0; row -= 1) {
    const rest = matrix[row]!.slice(row + 1).reduce((sum, value, k) => sum + value * found[row + 1 + k]!, 0)
    found[row] = (right[row]! - rest) / matrix[row]![row]!
  }
  return found
}

const MOST_STEPS = 100
const CLOSE_M3_PER_H = 1e-9

/** What comes into each room less what goes out of it. */
function gainsOf(ways: readonly Flowing[], flows: readonly number[], roomCount: number): number[] {
  const gains = Array.from({ length: roomCount }, () => 0)
  for (const [index, { path }] of ways.entries()) {
    if (path.to !== undefined) gains[path.to]! += flows[index]!
    if (path.from !== undefined) gains[path.from]! -= flows[index]!
  }
  return gains
}

/** How much the gains of rooms fall with their pressures, and rise with those of their neighbours. */
function slopesOf(ways: readonly Flowing[], flows: readonly number[], roomCount: number): number[][] {
  const slopes = Array.from({ length: roomCount }, () => Array.from({ length: roomCount }, () => 0))
  for (const [index, { path, line }] of ways.entries()) {
    const { from, to } = path
    const give = 1 / (line.slope + 2 * path.resistance * Math.abs(flows[index]!))
    for (const room of [from, to]) if (room !== undefined) slopes[room]![room]! += give
    if (from === undefined || to === undefined) continue
    slopes[from]![to]! -= give
    slopes[to]![from]! -= give
  }
  return slopes
}

/** Newton's method from these pressures on: each step is shortened until the content falls, which is convex. */
function nearer(ways: readonly Flowing[], from: readonly number[]): readonly number[] {
  const look = (pressures: readonly number[]) => {
    const flows = ways.map((way) => flowDriven(driveOf(way, pressures), way.line.slope, way.path.resistance))
    const gains = gainsOf(ways, flows, pressures.length)
    const content = ways.reduce((sum, way, index) => sum + contentOf(way, flows[index]!), 0)
    return { pressures, flows, gains, content, worst: Math.max(...gains.map(Math.abs)) }
  }
  let now = look(from)
  for (let step = 0; step < MOST_STEPS && now.worst > CLOSE_M3_PER_H; step += 1) {
    const change = solved(slopesOf(ways, now.flows, from.length), [...now.gains])
    const moved = (share: number) => look(now.pressures.map((pressure, room) => pressure + share * change[room]!))
    let next = moved(1)
    // Where the digits of the content end, the largest gain tells.
    for (
      let share = 0.5;
      share > Number.EPSILON && next.content >= now.content && next.worst >= now.worst;
      share /= 2
    ) {
      next = moved(share)
    }
    now = next
  }
  return now.pressures
}

/**
 * Pressures of several rooms. A resistance has an endless slope at no flow, on which Newton's method may hang; so each is
 * straight at first up to a flow that is then taken smaller and smaller, from one solution to the next.
 */
function manyPressures(ways: readonly Flowing[], roomCount: number): readonly number[] {
  let pressures: readonly number[] = Array.from({ length: roomCount }, () => 0)
  for (let straightM3PerH = 100; straightM3PerH > CLOSE_M3_PER_H / 2; straightM3PerH /= 10) {
    const eased = ways.map(({ path, line }) => {
      return { path, line: { ...line, slope: line.slope + path.resistance * straightM3PerH } }
    })
    pressures = nearer(eased, pressures)
  }
  return pressures
}

/**
 * The flows at which as much comes into each room as goes out of it. A room that no way reaches has no pressure to tell
 * and must not be asked about; a way needs a fan or a resistance, or its flow would have no bound: RangeError.
 */
export function airBalanceOf(paths: readonly AirPath[], roomCount: number): AirBalance {
  const ways = paths.map((path) => ({ path, line: lineOf(path.fans) }))
  if (ways.some(({ line, path }) => line.slope === 0 && path.resistance <= 0)) {
    throw new RangeError('A way for air has neither a fan nor a resistance.')
  }
  const pressuresPa = roomCount === 0 ? [] : roomCount === 1 ? [onePressure(ways)] : manyPressures(ways, roomCount)
  const flowsM3PerH = ways.map((way) => flowDriven(driveOf(way, pressuresPa), way.line.slope, way.path.resistance))
  return { flowsM3PerH, pressuresPa }
}
