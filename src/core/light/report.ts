import type { Harness } from '../operate/harness'
import type { Glow } from '../physics/led'
import { hexOf } from '../units/hex'
import type { VoltsAlong } from './at-look'
import { lookAt, type LineLook, type StandInsOfLine } from './line-look'
import { fewestSwaps, jumpsMm, sortingTable, type Chain } from './order'
import type { LightReport } from './report-schema'
import { screensOf } from './screens'

type LineReport = LightReport['lines'][number]

/** The volts at the far end of a light: the lowest along it, where it may be fed from both ends. */
function endOf(along: readonly VoltsAlong[], index: number): number | null {
  const volts = along[index]?.volts ?? []
  return volts.length === 0 ? null : Math.min(...volts)
}

/** What may be declared, the best first, as it is told. */
export function standInRows(standIns: StandInsOfLine | undefined): LineReport['standIns'] {
  if (standIns === undefined) return []
  const single = standIns.single.map(({ model, unitCount, ...rest }) => ({ ...rest, rows: [{ model, unitCount }] }))
  return [...(standIns.row === undefined ? [] : [standIns.row]), ...single].map(
    ({ rows, declaredCount, darkCount, spillCount }) => ({
      models: rows.map(({ model, unitCount }) => ({ model: model.name, ledCount: model.ledCount, unitCount })),
      declaredCount,
      darkCount,
      spillCount,
    }),
  )
}

function legOf(harness: Harness, chain: Chain): LineReport['legs'][number] {
  const { devices, jumps, neighbourShare } = chain
  return {
    marks: devices.map(({ mark }) => mark),
    jumpCount: jumps.length,
    jumpsMm: jumpsMm(harness, chain) ?? null,
    neighbourPercent: neighbourShare === undefined ? null : neighbourShare * 100,
    swaps: fewestSwaps(chain)?.map(({ a, b }) => [a.mark, b.mark]) ?? null,
    slots: sortingTable(chain).map(({ slot, device }) => ({ slot, mark: device.mark })),
  }
}

function lineOf(harness: Harness, look: LineLook): LineReport {
  const { line, strip, volts, brightest } = look
  return {
    at: line.source.ref,
    name: harness.name(line.source.ref),
    owner: look.owner ?? null,
    ledCount: strip.ledCount,
    unknownCount: strip.unknownCount,
    mostLedCount: strip.mostLedCount ?? null,
    framesPerSecond: look.framesPerSecond,
    atLook: look.atLook,
    atWhite: look.atWhite,
    brightestWhitePercent: brightest === undefined ? null : brightest.brightness * 100,
    declaredCount: strip.declaredCount ?? null,
    darkCount: strip.darkCount,
    spillCount: strip.spillCount,
    standIns: standInRows(look.standIns),
    lights: strip.stretches.map(({ segment, fromLed, toLed, row }, index) => ({
      at: segment.at,
      mark: segment.placed.item.mark,
      zone: segment.light.zone,
      fromLed: fromLed ?? null,
      toLed: toLed ?? null,
      leg: row + 1,
      lowVolts: endOf(volts.low, index),
      nominalVolts: endOf(volts.nominal, index),
      highVolts: endOf(volts.high, index),
    })),
    legs: look.chains.map((chain) => legOf(harness, chain)),
  }
}

/** What all lines of a build do at a look, as data. */
export function lightReportOf(harness: Harness, glow: Glow): LightReport {
  return {
    format: 'gentle-loom light',
    version: 1,
    build: { id: harness.build.id, name: harness.build.name },
    look: {
      colour: hexOf(glow).toUpperCase(),
      brightnessPercent: glow.brightness * 100,
    },
    lines: harness.lights().lines.map((line) => lineOf(harness, lookAt(harness, line, glow))),
    screens: screensOf(harness).map(({ item, screen, said, rotationDegrees }) => ({
      itemId: item.id,
      mark: item.mark,
      name: screen.name,
      rotationDegrees: rotationDegrees ?? null,
      shows: said?.shows ?? null,
    })),
  }
}
