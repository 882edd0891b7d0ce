import { inScenario, type Harness } from '../operate/harness'
import { RAIL_VOLTS, SUPPLY_TOLERANCE_SHARE } from '../physics/amps'
import { framesPerSecond, type Glow } from '../physics/led'
import { longestReset, type Line } from '../structure/signal/lights'
import { lightOwnerOf, type LightOwner } from '../structure/signal/owners'
import { drivesAt, leastLimit } from '../structure/wiring/part-facts'
import { brightestWhite, voltsAlong, type BrightestWhite, type VoltsAlong } from './at-look'
import { chainsOf, type Chain } from './order'
import { bestRowOfModels, standInsFor, type RowOfModels, type StandIn } from './stand-in'
import { stripOf, type Strip } from './strip'

/** A sum of which nothing may be known in part. */
export interface KnownSum {
  readonly amps: number
  readonly unknownCount: number
}

/** The best stand-ins that a box allows for what hangs on a line. */
export interface StandInsOfLine {
  /** One model in some units, the best first. */
  readonly single: readonly StandIn[]
  /** Several in a row, where the box allows that and it is better than one. */
  readonly row: RowOfModels | undefined
}

/** All that is told of a line at a look. */
export interface LineLook {
  readonly line: Line
  readonly strip: Strip
  readonly chains: readonly Chain[]
  readonly framesPerSecond: number
  /** Undefined where nobody says whether its box needs a program. */
  readonly owner: LightOwner | undefined
  readonly atLook: KnownSum
  readonly atWhite: KnownSum
  readonly brightest: BrightestWhite | undefined
  /** At the look, by the volts of the supply: what it may have least, what it should, what it may have most. */
  readonly volts: Readonly<Record<'low' | 'nominal' | 'high', readonly VoltsAlong[]>>
  readonly standIns: StandInsOfLine | undefined
}

const isFullWhite = ({ red, green, blue, brightness }: Glow) => Math.min(red, green, blue, brightness) === 1

function sumOf(harness: Harness, { segments }: Line): KnownSum {
  const amps = segments.map(({ light, at }) => harness.loads.drawOf(light, at).amps)
  return {
    amps: amps.reduce<number>((sum, one) => sum + (one ?? 0), 0),
    unknownCount: amps.filter((one) => one === undefined).length,
  }
}

/** A box that states no limit takes no more than this in a program (common practice, no source). */
const MOST_DECLARED = 10_000

/** What may be declared on an outlet in place of what hangs there; undefined where its box knows no models. */
export function standInsOf({ line: { source }, ledCount, mostLedCount }: Strip): StandInsOfLine | undefined {
  const drives = drivesAt(source.facts, source.port.id, 'light')
  if (drives?.models === undefined || drives.models.length === 0 || ledCount === 0) return undefined
  const most = {
    unitCount: leastLimit(source.facts, source.port.id, 'mostUnitCount') ?? Infinity,
    ledCount: mostLedCount ?? MOST_DECLARED,
  }
  const single = standInsFor(ledCount, drives.models, most)
  const row = drives.mixesModels === true ? bestRowOfModels(ledCount, drives.models, most) : undefined
  const [best] = single
  const isBetter =
    row !== undefined && (best === undefined || row.darkCount < best.darkCount || row.spillCount < best.spillCount)
  return { single, row: isBetter ? row : undefined }
}

/** The volts along each light, all of them higher or lower. */
const shifted = (along: readonly VoltsAlong[], byVolts: number): readonly VoltsAlong[] =>
  along.map(({ segment, volts }) => ({ segment, volts: volts.map((value) => value + byVolts) }))

/** All that is told of a line when it shows a colour at a brightness, in a machine that is otherwise at its worst. */
export function lookAt(harness: Harness, line: Line, glow: Glow): LineLook {
  const strip = stripOf(harness, line)
  const { segments, source } = line
  const { light, placed } = segments[0]!
  const seen = isFullWhite(glow) ? harness : inScenario(harness, { glowByLine: { [source.key]: glow } })
  const nominal = voltsAlong(seen, line)
  // The currents do not change with the supply, so that every volt it lacks is lacking all along.
  const toleranceVolts = RAIL_VOLTS[light.rail] * SUPPLY_TOLERANCE_SHARE
  return {
    line,
    strip,
    chains: chainsOf(harness, line),
    framesPerSecond: framesPerSecond(strip.ledCount, longestReset(segments)),
    owner: lightOwnerOf(source, placed.facts.part.maker),
    atLook: sumOf(seen, line),
    atWhite: sumOf(harness, line),
    brightest: brightestWhite(harness, line),
    volts: { low: shifted(nominal, -toleranceVolts), nominal, high: shifted(nominal, toleranceVolts) },
    standIns: standInsOf(strip),
  }
}
