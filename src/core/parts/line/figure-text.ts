import { lexLine, type LineUnit } from './lex'
import { rangeFault, type RANGES } from './ranges'

/** What is typed into a field for one figure: nothing is unknown, which is an answer. */
export type FigureText =
  | { readonly state: 'empty' }
  | { readonly state: 'read'; readonly value: number }
  | { readonly state: 'fault'; readonly message: string }

/** Units that a field understands beside its own: `300 mA` in a field of amps, `20"` in one of millimetres. */
const MILLI: Readonly<Partial<Record<LineUnit, { readonly of: string; readonly factor: number }>>> = {
  mA: { of: 'A', factor: 0.001 },
  A: { of: 'mA', factor: 1000 },
}

/** The figure in a field of this unit; a comma is a decimal point, and another unit of the same thing is converted. */
export function readFigure(text: string, unit: string, range?: keyof typeof RANGES): FigureText {
  if (text.trim() === '' || text.trim() === '?') return { state: 'empty' }
  const tokens = lexLine(text.trim())
  const [token] = tokens
  const fault = {
    state: 'fault',
    message: `“${text.trim()}” is no figure in ${unit === '' ? 'whole numbers' : unit}: write a number such as 0.3, or leave it empty.`,
  } as const
  if (tokens.length !== 1 || token === undefined) return fault
  const milli = token.sort === 'figure' ? MILLI[token.unit] : undefined
  const value =
    token.sort === 'number' && !token.isTimes
      ? token.value
      : token.sort === 'figure' &&
          (token.unit === unit ||
            (token.unit === 'LED' && unit === 'LEDs') ||
            (token.unit === 'm3/h' && unit === 'm³/h') ||
            (token.unit === 'dBA' && unit === 'dB(A)'))
        ? token.value
        : milli?.of === unit && token.sort === 'figure'
          ? token.value * milli.factor
          : undefined
  if (value === undefined) return fault
  const rounded = Number(value.toFixed(6))
  const wrong = range === undefined ? undefined : rangeFault(range, rounded)
  return wrong === undefined ? { state: 'read', value: rounded } : { state: 'fault', message: wrong }
}
