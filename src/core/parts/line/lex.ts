/** Units that a figure may carry, after conversion: watts stay watts, inches and centimetres become millimetres. */
export type LineUnit =
  | 'A'
  | 'mA'
  | 'mAPerLed'
  | 'W'
  | 'V'
  | 'mm'
  | 'AWG'
  | 'rpm'
  | 'LED'
  | 'LEDPerM'
  | 'lit'
  | 'pin'
  | 'outlet'
  | 'dBA'
  | 'm3/h'
  | 'Pa'
  | 'blade'
  | '%'
  | 'money'

interface TokenSpan {
  /** Where it stands in the line, in UTF-16 units; `to` is one past the end. */
  readonly from: number
  readonly to: number
  readonly text: string
}

/** A piece of a typed line. A number without a unit, a number with one, a word, or what ends a clause or a part. */
export type Token = TokenSpan &
  (
    | { readonly sort: 'number'; readonly value: number; readonly isTimes: boolean }
    | {
        readonly sort: 'figure'
        readonly value: number
        readonly most: number
        readonly unit: LineUnit
        readonly currency?: string
      }
    | { readonly sort: 'word'; readonly word: string }
    | { readonly sort: 'clause' | 'part' | 'strange' }
  )

const MM_PER_INCH = 25.4
/** A cubic foot a minute in cubic metres an hour: 0.3048³ × 60. */
const M3_PER_H_OF_CFM = 0.3048 ** 3 * 60
/** A millimetre of water, by standard gravity. */
const PA_PER_MM_OF_WATER = 9.80665

interface UnitWord {
  readonly unit: LineUnit
  readonly factor: number
  readonly currency?: string
}

const UNIT_WORDS: readonly (readonly [pattern: string, meaning: UnitWord])[] = [
  ['m?a\\s*(?:/|per|each|a)\\s*led', { unit: 'mAPerLed', factor: 1 }],
  ['ma|milliamps?', { unit: 'mA', factor: 1 }],
  ['a|amps?|amperes?', { unit: 'A', factor: 1 }],
  ['w|watts?', { unit: 'W', factor: 1 }],
  ['v|volts?', { unit: 'V', factor: 1 }],
  ['mm\\s*(?:h2o|h₂o|(?:of\\s*)?water)', { unit: 'Pa', factor: PA_PER_MM_OF_WATER }],
  ['pa|pascals?', { unit: 'Pa', factor: 1 }],
  ['blades?', { unit: 'blade', factor: 1 }],
  ['%|percent', { unit: '%', factor: 1 }],
  ['mm|millimet(?:er|re)s?', { unit: 'mm', factor: 1 }],
  ['cm', { unit: 'mm', factor: 10 }],
  ['m3/h|m³/h', { unit: 'm3/h', factor: 1 }],
  ['cfm', { unit: 'm3/h', factor: M3_PER_H_OF_CFM }],
  ['m|met(?:er|re)s?', { unit: 'mm', factor: 1000 }],
  ["in|inch(?:es)?|\"|″|''", { unit: 'mm', factor: MM_PER_INCH }],
  ['awg', { unit: 'AWG', factor: 1 }],
  ['rpm', { unit: 'rpm', factor: 1 }],
  ['lit(?:\\s+leds?)?', { unit: 'lit', factor: 1 }],
  ['leds?\\s*(?:/|per|a)\\s*m(?:et(?:er|re))?', { unit: 'LEDPerM', factor: 1 }],
  ['leds?', { unit: 'LED', factor: 1 }],
  ['pins?|wires?', { unit: 'pin', factor: 1 }],
  ['legs?|outlets?|ports?|ways?|outputs?|headers?|channels?', { unit: 'outlet', factor: 1 }],
  ['db\\(?a?\\)?', { unit: 'dBA', factor: 1 }],
  ['eur|€', { unit: 'money', factor: 1, currency: 'EUR' }],
  ['usd|\\$', { unit: 'money', factor: 1, currency: 'USD' }],
  ['gbp|£', { unit: 'money', factor: 1, currency: 'GBP' }],
]

const UNIT = new RegExp(
  `\\s*-?\\s*(?:${UNIT_WORDS.map(([pattern]) => `(${pattern})`).join('|')})(?![\\p{L}\\p{N}])`,
  'iuy',
)
/** A comma right between digits is a decimal one; `140, 0.3` has a space and is not meant. */
const NUMBER = /(?:\d+[.,]\d+|\d+|[.,]\d+)/y
const RANGE_TO = /\s*(?:-|–|\.\.|to)\s*(\d+(?:\.\d+)?)/iy
const TIMES = /\s*[x×](?![\p{L}\p{N}])/iuy
const WORD = /[\p{L}][\p{L}\p{N}]*(?:-\p{L}[\p{L}\p{N}]*)*/uy
const CLAUSE = /[,+/()]/y
const PART = /[;\n]/y
const SPACE = /[\s.:]+/y
const PLAIN_JOINERS = new Set(['with', 'and', 'plus'])

function match(pattern: RegExp, text: string, at: number): RegExpExecArray | null {
  pattern.lastIndex = at
  return pattern.exec(text)
}

function unitAt(text: string, at: number): { readonly meaning: UnitWord; readonly to: number } | undefined {
  const found = match(UNIT, text, at)
  if (found === null) return undefined
  const index = found.slice(1).findIndex((group) => group !== undefined)
  return { meaning: UNIT_WORDS[index]![1], to: at + found[0].length }
}

function numberAt(text: string, from: number): Token | undefined {
  const found = match(NUMBER, text, from)
  if (found === null) return undefined
  const to = from + found[0].length
  const value = Number(found[0].replace(',', '.'))
  const times = match(TIMES, text, to)
  const end = (at: number) => ({ from, to: at, text: text.slice(from, at) })
  if (times !== null) return { ...end(to + times[0].length), sort: 'number', value, isTimes: true }
  const range = match(RANGE_TO, text, to)
  const afterRange = range === null ? undefined : unitAt(text, to + range[0].length)
  if (range !== null && afterRange?.meaning.unit === 'rpm') {
    return { ...end(afterRange.to), sort: 'figure', value, most: Number(range[1]), unit: 'rpm' }
  }
  const unit = unitAt(text, to)
  if (unit === undefined) return { ...end(to), sort: 'number', value, isTimes: false }
  const scaled = value * unit.meaning.factor
  const { currency } = unit.meaning
  const figure = { ...end(unit.to), sort: 'figure', value: scaled, most: scaled, unit: unit.meaning.unit } as const
  return currency === undefined ? figure : { ...figure, currency }
}

const TIMES_FIRST = /[x×]\s*(\d+)(?![\p{L}\p{N}.,])/iuy

/** `x3` and `× 3` count as `3x` does. */
function timesAt(text: string, from: number): Token | undefined {
  const found = match(TIMES_FIRST, text, from)
  if (found === null) return undefined
  return { from, to: from + found[0].length, text: found[0], sort: 'number', value: Number(found[1]), isTimes: true }
}

const CURRENCY_FIRST = /([€$£])\s*(\d+(?:[.,]\d+)?)/y

function moneyAt(text: string, from: number): Token | undefined {
  const found = match(CURRENCY_FIRST, text, from)
  if (found === null) return undefined
  const value = Number(found[2]!.replace(',', '.'))
  const currency = { '€': 'EUR', $: 'USD', '£': 'GBP' }[found[1]!]!
  const to = from + found[0].length
  return { from, to, text: found[0], sort: 'figure', value, most: value, unit: 'money', currency }
}

function tokenAt(text: string, from: number): Token {
  const plain = (sort: 'clause' | 'part' | 'strange', length: number): Token => ({
    from,
    to: from + length,
    text: text.slice(from, from + length),
    sort,
  })
  if (match(PART, text, from) !== null) return plain('part', 1)
  const figure = moneyAt(text, from) ?? timesAt(text, from) ?? numberAt(text, from)
  if (figure !== undefined) return figure
  if (match(CLAUSE, text, from) !== null) return plain('clause', 1)
  const word = match(WORD, text, from)
  if (word === null) return plain('strange', text.codePointAt(from)! > 0xffff ? 2 : 1)
  const lower = word[0].toLowerCase()
  if (PLAIN_JOINERS.has(lower)) return plain('clause', word[0].length)
  return { from, to: from + word[0].length, text: word[0], sort: 'word', word: lower }
}

/** The pieces of a typed line, in order; spaces, full stops and colons between them say nothing. */
export function lexLine(text: string): readonly Token[] {
  const tokens: Token[] = []
  for (let at = 0; at < text.length;) {
    const space = text[at] === '\n' ? null : match(SPACE, text, at)
    const skipped = space === null ? '' : space[0].split('\n')[0]!
    if (skipped !== '') {
      at += skipped.length
      continue
    }
    const token = tokenAt(text, at)
    tokens.push(token)
    at = token.to
  }
  return tokens
}
