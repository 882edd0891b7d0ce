import { exceeds } from '../../units/compare'

interface Range {
  readonly least: number
  readonly most: number
  readonly unit: string
  readonly what: string
  /** What is likely meant beyond the range. */
  readonly hint: string
}

/** What a figure of a thing in a case can be; beyond it somebody slipped. Common practice, no source. */
export const RANGES = {
  count: { least: 1, most: 99, unit: '', what: 'count', hint: 'Add the same line again for more.' },
  sizeMm: {
    least: 30,
    most: 250,
    unit: 'mm',
    what: 'fan size',
    hint: 'Fans are sold by the side of their frame, such as 120 or 140.',
  },
  lengthMm: { least: 10, most: 3000, unit: 'mm', what: 'lead', hint: 'Leave it out where you do not know it.' },
  amps: { least: 0.001, most: 20, unit: 'A', what: 'draw', hint: 'A label gives amps or milliamps: 300 mA is 0.3 A.' },
  watts: { least: 0.01, most: 240, unit: 'W', what: 'draw', hint: 'Read the label again.' },
  ledCount: { least: 1, most: 1000, unit: 'LEDs', what: 'LED count', hint: 'Count those of one device.' },
  gaugeAwg: { least: 16, most: 32, unit: 'AWG', what: 'wire', hint: 'A larger number is a thinner wire.' },
  rpm: { least: 100, most: 20000, unit: 'rpm', what: 'speed', hint: 'Read the label again.' },
  pressurePa: {
    least: 0.1,
    most: 500,
    unit: 'Pa',
    what: 'pressure',
    hint: 'One mm of water is 9.8 Pa.',
  },
  bladeCount: { least: 2, most: 30, unit: 'blades', what: 'rotor', hint: 'Count the blades of one fan.' },
  dutyPercent: { least: 0, most: 100, unit: '%', what: 'duty', hint: 'It goes from 0 to 100 %.' },
  outletCount: {
    least: 2,
    most: 20,
    unit: 'outlets',
    what: 'splitter or hub',
    hint: 'Count the places a fan can be plugged in.',
  },
  milliampsPerLed: {
    least: 1,
    most: 100,
    unit: 'mA',
    what: 'LED',
    hint: 'One LED at full white, not the whole strip.',
  },
} as const satisfies Readonly<Record<string, Range>>

/** What is wrong with a figure, with the bounds and a way out; undefined where nothing is. Units as the range says. */
export function rangeFault(range: keyof typeof RANGES, value: number): string | undefined {
  const { least, most, unit, what, hint }: Range = RANGES[range]
  if (!exceeds(least, value) && !exceeds(value, most)) return undefined
  const shown = `${value} ${unit}`.trim()
  return `${shown} is no ${what} that can be right: ${least} to ${most}${unit === '' ? '' : ` ${unit}`}. ${hint}`
}
