import { POWER_UP, type Moment } from '../bench/power-up'
import type { Harness } from '../operate/harness'
import { listNames } from './text'

/** Lights as they are at a moment. */
export const LIT_WORDS: Readonly<Record<NonNullable<ReturnType<Moment['lights']['get']>>, string>> = {
  dark: 'dark',
  shines: 'as told',
  astray: 'not as told, or dark',
  partly: 'up to an LED',
  yellow: 'yellow or dim',
}

/** Where a machine is, so long after its button. */
export function phaseText(harness: Harness, { isOn, complaining, unseen }: Moment, timeMs: number): string {
  if (!isOn) return 'The machine is off.'
  const marksOf = (ids: ReadonlySet<string>) =>
    listNames(harness.items.filter(({ id }) => ids.has(id)).map(({ mark }) => mark))
  if (complaining.size > 0) return `${marksOf(complaining)} complains: it reads no speed on its CPU header.`
  if (timeMs < POWER_UP.cpuAskedMs) return 'The supply is on; motors start at full.'
  if (timeMs < POWER_UP.firmwareMs) return 'The board has looked at its CPU header, and goes on.'
  const isNone = unseen.size === 0
  if (timeMs < POWER_UP.programsMs) {
    return `The firmware rules what hangs on the board.${isNone ? '' : ` No program tells ${marksOf(unseen)} anything yet.`}`
  }
  return `The system is up${isNone ? '' : `; no program sees ${marksOf(unseen)}`}.`
}

/** What has to be done before the button, in order (common practice, no source). */
export const BEFORE_BUTTON: readonly string[] = [
  'Supply off at its switch and unplugged: look at every plug once more, along the sheet.',
  'First on the bench, bare: board, processor with its cooler, one memory module, supply, screen. Nothing else.',
  'Then the fans and boxes, still without tidying; then power off, tidy, close; large cards last.',
  'Nothing metal lies on the board, no lead is near a blade, every free pin is covered.',
]
