import type { LightReport } from '../light/report-schema'
import { OWNER_WORDS } from '../rules/light/light-owner'
import { countOf, listNames } from './text'

const INDENT = '  '

type LineReport = LightReport['lines'][number]

const sumText = ({ amps, unknownCount }: LineReport['atLook']) =>
  `${amps.toFixed(2)} A${unknownCount === 0 ? '' : ` and ${unknownCount} unknown`}`
const voltsText = (volts: number | null) => (volts === null ? 'unknown' : `${Math.max(0, volts).toFixed(2)} V`)

/** `3 × ring (16) and 1 × strip (30)`. */
export const modelsText = ({ models }: LineReport['standIns'][number]): string =>
  listNames(models.map(({ model, ledCount, unitCount }) => `${unitCount} × ${model} (${ledCount})`))

/** What a declaration leaves dark, or runs past the end. */
export function missText({
  darkCount,
  spillCount,
}: {
  readonly darkCount: number
  readonly spillCount: number
}): string {
  if (darkCount > 0) return `${darkCount} stay dark`
  return spillCount > 0 ? `${spillCount} past the end` : 'exact'
}

function lightLine({ mark, zone, fromLed, toLed, leg, ...volts }: LineReport['lights'][number]): string {
  const range = fromLed === null ? 'as a whole' : `LED ${fromLed} to ${toLed ?? 'unknown'}`
  const ends = [volts.lowVolts, volts.nominalVolts, volts.highVolts].map(voltsText)
  return `${INDENT}${mark} ${zone}: ${range}${leg > 1 ? `, leg ${leg}` : ''}; far end ${ends[1]} (${ends[0]} to ${ends[2]})`
}

function legLines({ marks, jumpCount, jumpsMm, swaps, slots }: LineReport['legs'][number]): readonly string[] {
  if (jumpCount === 0) return []
  const far = jumpsMm === null ? '' : `, ${(jumpsMm / 1000).toFixed(2)} m in all`
  const bySwaps =
    swaps === null
      ? []
      : [`${INDENT}${countOf(swaps.length, 'swap')}: ${swaps.map(([a, b]) => `${a} with ${b}`).join(', ')}`]
  const bySlots = slots.map(({ slot, mark }) => `${slot} (${mark})`).join(', ')
  return [
    `${INDENT}runs ${marks.join(', ')}: ${countOf(jumpCount, 'jump')}${far}`,
    ...bySwaps,
    `${INDENT}or sort the program's list to: ${bySlots}`,
  ]
}

function lineLines(line: LineReport): readonly string[] {
  const { name, ledCount, unknownCount, mostLedCount, brightestWhitePercent, declaredCount, standIns } = line
  const most = mostLedCount === null ? '' : ` of at most ${mostLedCount}`
  const counted = unknownCount === 0 ? '' : ` and those of ${countOf(unknownCount, 'light')} that nobody counted`
  const white = brightestWhitePercent === null ? 'unknown' : `${Math.floor(brightestWhitePercent)} %`
  const told = declaredCount === null ? [] : [`${INDENT}told ${declaredCount} LEDs: ${missText(line)}`]
  const [best] = standIns
  return [
    `${name}: ${countOf(ledCount, 'LED')}${most}${counted}, ruled by ${line.owner === null ? 'nobody knows whom' : OWNER_WORDS[line.owner]}`,
    `${INDENT}${sumText(line.atLook)} so, ${sumText(line.atWhite)} at full white; brightest white within the headroom: ${white}`,
    `${INDENT}${line.framesPerSecond.toFixed(0)} frames a second at most`,
    ...line.lights.map(lightLine),
    ...line.legs.flatMap(legLines),
    ...told,
    ...(best === undefined ? [] : [`${INDENT}declare ${modelsText(best)}: ${missText(best)}`]),
  ]
}

/** What the lights of a build do, line by line, and how its screens stand. */
export function lightLines({ build, look, lines, screens }: LightReport): readonly string[] {
  return [
    `${build.name} showing ${look.colour} at ${look.brightnessPercent.toFixed(0)} %`,
    ...(lines.length === 0 ? ['No light hangs on anything that rules it.'] : lines.flatMap(lineLines)),
    ...screens.map(
      ({ mark, name, rotationDegrees }) =>
        `${mark} ${name}: ${rotationDegrees === null ? 'rotation unknown, its place or its lead corner is not said' : `turn its picture by ${rotationDegrees}°`}`,
    ),
  ]
}
