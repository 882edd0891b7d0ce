import type { Harness } from '../operate/harness'
import type { Glow } from '../physics/led'
import { framesPerSecond, FULL_WHITE, LONGEST_RESET_MICROSECONDS } from '../physics/led'
import { RAIL_VOLTS } from '../physics/amps'
import { lightOwnerOf, type LightOwner } from '../structure/signal/owners'
import type { Line } from '../structure/signal/lights'
import { brightestWhite, voltsAlong, withLook, type BrightestWhite, type VoltsAlong } from './at-look'
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

/** Supplies are allowed 5 % either way. Source: ATX12V design guide (from memory). */
const TOLERANCE_SHARE = 0.05

function sumOf(harness: Harness, { segments }: Line): KnownSum {
  const amps = segments.map(({ light, at }) => harness.loads.drawOf(light, at).amps)
  return {
    amps: amps.reduce<number>((sum, one) => sum + (one ?? 0), 0),
    unknownCount: amps.filter((one) => one === undefined).length,
  }
}

/** What may be declared on an outlet in place of what hangs there; undefined where its box knows no models. */
function standInsOf(strip: Strip): StandInsOfLine | undefined {
  const { source } = strip.line
  const drives = source.facts.all.drives.find((r) => r.signal === 'light' && r.outlets.includes(source.port.id))
  const models = drives?.models
  if (models === undefined || models.length === 0 || strip.ledCount === 0) return undefined
  const units = source.facts.all.limit.flatMap(({ ports, mostUnitCount }) =>
    mostUnitCount !== undefined && ports.includes(source.port.id) ? [mostUnitCount.value] : [],
  )
  const most = { unitCount: Math.min(...units, strip.ledCount), ledCount: strip.mostLedCount ?? Infinity }
  const bounded = { ...most, ledCount: Math.min(most.ledCount, strip.ledCount * 2 + 1000) }
  const single = standInsFor(strip.ledCount, models, bounded)
  const row = drives?.mixesModels === true ? bestRowOfModels(strip.ledCount, models, bounded) : undefined
  const [best] = single
  const isBetter =
    row !== undefined &&
    row.rows.length > 1 &&
    (best === undefined || row.darkCount < best.darkCount || row.spillCount < best.spillCount)
  return { single, row: isBetter ? row : undefined }
}

/** All that is told of a line when it shows a colour at a brightness. */
export function lookAt(harness: Harness, line: Line, glow: Glow): LineLook {
  const strip = stripOf(harness, line)
  const { segments, source } = line
  const [first] = segments
  const nominalVolts = RAIL_VOLTS[first?.light.rail ?? '5v']
  const seen = withLook(harness, line, { glow })
  const voltsWith = (share: number) =>
    voltsAlong(share === 1 ? seen : withLook(harness, line, { glow, supplyVolts: nominalVolts * share }), line)
  const resets = segments.map(({ light }) => light.resetMicroseconds?.value ?? LONGEST_RESET_MICROSECONDS)
  return {
    line,
    strip,
    chains: chainsOf(harness, line),
    framesPerSecond: framesPerSecond(strip.ledCount, Math.max(...resets, 0)),
    owner: lightOwnerOf(source, first?.placed.facts.part.maker),
    atLook: sumOf(seen, line),
    atWhite: sumOf(withLook(harness, line, { glow: FULL_WHITE }), line),
    brightest: brightestWhite(harness, line),
    volts: { low: voltsWith(1 - TOLERANCE_SHARE), nominal: voltsWith(1), high: voltsWith(1 + TOLERANCE_SHARE) },
    standIns: standInsOf(strip),
  }
}
