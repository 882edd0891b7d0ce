import { THING_WORDS, type Draft, type Slot } from '../parts/line/draft'
import { rangeFault, type RANGES } from '../parts/line/ranges'
import { THINGS, type Thing } from '../parts/line/words'
import { LIMITS, ORIGINS, type Origin } from '../schema/schema-kit'

type NumberSlot = {
  [S in Slot]-?: NonNullable<Draft[S]> extends number ? S : never
}[Slot]
type FlagSlot = { [S in Slot]-?: NonNullable<Draft[S]> extends boolean ? S : never }[Slot]

type Column =
  | { readonly sort: 'text'; readonly field: 'name' | 'maker' | 'note' | 'currency' }
  | { readonly sort: 'kind' | 'origin' | 'price' }
  | {
      readonly sort: 'word'
      readonly slot: 'control' | 'ledShape' | 'litFaces' | 'feed'
      /** What it tells, as messages call it. */
      readonly what: string
      readonly words: Readonly<Record<string, string>>
    }
  | { readonly sort: 'number'; readonly slot: NumberSlot; readonly range?: keyof typeof RANGES }
  | { readonly sort: 'flag'; readonly slot: FlagSlot }

const number = (slot: NumberSlot, range?: keyof typeof RANGES): Column =>
  range === undefined ? { sort: 'number', slot } : { sort: 'number', slot, range }

/** The columns of a file of plain parts, as they are written; reading takes them in any order, letters large or small. */
export const COLUMNS: Readonly<Record<string, Column>> = {
  kind: { sort: 'kind' },
  name: { sort: 'text', field: 'name' },
  maker: { sort: 'text', field: 'maker' },
  sizeMm: number('sizeMm', 'sizeMm'),
  pinCount: number('pinCount'),
  amps: number('amps', 'amps'),
  watts: number('watts', 'watts'),
  startAmps: number('startAmps', 'amps'),
  leastRpm: number('leastRpm', 'rpm'),
  mostRpm: number('mostRpm', 'rpm'),
  flowM3PerH: number('flowM3PerH'),
  noiseDba: number('noiseDba'),
  mostPressurePa: number('mostPressurePa', 'pressurePa'),
  bladeCount: number('bladeCount', 'bladeCount'),
  startDutyPercent: number('startDutyPercent', 'dutyPercent'),
  leastDutyPercent: number('leastDutyPercent', 'dutyPercent'),
  stopsAtZeroDuty: { sort: 'flag', slot: 'stopsAtZeroDuty' },
  lengthMm: number('lengthMm', 'lengthMm'),
  gaugeAwg: number('gaugeAwg', 'gaugeAwg'),
  outletCount: number('outletCount', 'outletCount'),
  light: { sort: 'word', slot: 'control', what: 'kind of light', words: { '5 V': 'addressable', '12 V': 'oneColour' } },
  ledCount: number('ledCount', 'ledCount'),
  litLedCount: number('litLedCount', 'ledCount'),
  milliampsPerLed: number('milliampsPerLed', 'milliampsPerLed'),
  lightAmps: number('lightAmps', 'amps'),
  lightWatts: number('lightWatts', 'watts'),
  hasTail: { sort: 'flag', slot: 'hasTail' },
  ledShape: { sort: 'word', slot: 'ledShape', what: 'shape of LEDs', words: { ring: 'ring', row: 'line' } },
  rowMm: number('rowMm', 'lengthMm'),
  litFaces: {
    sort: 'word',
    slot: 'litFaces',
    what: 'lit face',
    words: { open: 'open', struts: 'struts', both: 'both' },
  },
  isClockwise: { sort: 'flag', slot: 'isClockwise' },
  supply: {
    sort: 'word',
    slot: 'feed',
    what: 'supply plug',
    words: { sata: 'sata-power', peripheral: 'peripheral-4pin' },
  },
  rulesVolts: { sort: 'flag', slot: 'rulesVolts' },
  isReverse: { sort: 'flag', slot: 'isReverse' },
  isTachOnly: { sort: 'flag', slot: 'isTachOnly' },
  isOwnPlug: { sort: 'flag', slot: 'isOwnPlug' },
  price: { sort: 'price' },
  currency: { sort: 'text', field: 'currency' },
  origin: { sort: 'origin' },
  note: { sort: 'text', field: 'note' },
}
export const COLUMN_NAMES = Object.keys(COLUMNS)

/** A column name or word without its case, spaces and marks. */
export const plain = (name: string) => name.toLowerCase().replaceAll(/[^a-z0-9]/g, '')
export const COLUMN_BY_PLAIN_NAME = new Map(COLUMN_NAMES.map((name) => [plain(name), name]))

const YES = ['yes', 'true', '1', 'x']
const NO = ['no', 'false', '0']
/** Flags that no part keeps as “no”: what is not so is as usual. */
const NO_SAYS_NOTHING: readonly FlagSlot[] = ['isReverse', 'isTachOnly', 'isOwnPlug', 'isPowered']
const thingByWord = new Map<string, Thing>(THINGS.map((thing) => [plain(THING_WORDS[thing]), thing]))

/** What a row says: the draft of its part and the texts beside it. */
export interface Row {
  readonly draft: Draft
  readonly texts: Partial<Record<'name' | 'maker' | 'note' | 'currency', string>>
  origin: Origin
}

/** `0,25` and `0.25` are one number; undefined for what is none. */
function numberOf(text: string): number | undefined {
  return /^\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : undefined
}

/** Words as a person is shown a choice of them. */
export const oneOfWords = (words: readonly string[]) => words.map((word) => `“${word}”`).join(', ')

/** Puts a cell into the row, or gives what is wrong with it. */
export function readCell(row: Row, column: Column, text: string): string | undefined {
  switch (column.sort) {
    case 'text':
      row.texts[column.field] = text
      if (column.field === 'currency' && !/^[A-Z]{3}$/.test(text))
        return `“${text}” is no currency: three capital letters, such as EUR.`
      return text.length > (column.field === 'note' ? LIMITS.noteLength : LIMITS.nameLength)
        ? `This text has ${text.length} characters; ${column.field === 'note' ? LIMITS.noteLength : LIMITS.nameLength} are allowed.`
        : /[\p{Cc}\p{Cs}]/u.test(column.field === 'note' ? text.replaceAll('\n', ' ') : text)
          ? 'This text holds characters that nobody can read; retype it.'
          : undefined
    case 'kind': {
      const thing = thingByWord.get(plain(text))
      if (thing === undefined)
        return `“${text}” is no kind of plain part: ${oneOfWords(Object.values(THING_WORDS))}. Others come as JSON.`
      row.draft.thing = thing
      return undefined
    }
    case 'origin':
      if (!(ORIGINS as readonly string[]).includes(text)) return `“${text}” is no origin: ${oneOfWords(ORIGINS)}.`
      row.origin = text as Origin
      return undefined
    case 'word': {
      const words = Object.keys(column.words)
      const word = words.find((known) => plain(known) === plain(text))
      if (word === undefined) return `“${text}” is no ${column.what}: ${oneOfWords(words)}.`
      row.draft[column.slot] = column.words[word] as never
      return undefined
    }
    case 'flag': {
      const word = text.toLowerCase()
      if (!YES.includes(word) && !NO.includes(word)) return `“${text}” is neither “yes” nor “no”.`
      if (YES.includes(word) || !NO_SAYS_NOTHING.includes(column.slot)) row.draft[column.slot] = YES.includes(word)
      return undefined
    }
    case 'price': {
      const price = numberOf(text)
      if (price === undefined || price > 1_000_000) return `“${text}” is no price: a number such as 16.90.`
      row.draft.priceCents = Math.round(price * 100)
      return undefined
    }
    case 'number': {
      const value = numberOf(text)
      if (value === undefined) return `“${text}” is no number: write 0.3 or 0,3, without a unit.`
      row.draft[column.slot] = value
      return column.range === undefined ? undefined : rangeFault(column.range, value)
    }
    default:
      return column satisfies never
  }
}

/** The column that a slot of a draft stands in. */
export const columnOfSlot = (slot: Slot): string => {
  const found = COLUMN_NAMES.find((name) => {
    const column = COLUMNS[name]!
    return 'slot' in column && column.slot === slot
  })
  return found ?? (slot === 'volts' ? 'light' : slot === 'isPowered' ? 'supply' : 'kind')
}

/** What a row writes into a column. */
export function cellOf(column: Column, { draft, texts, origin }: Row): string {
  switch (column.sort) {
    case 'text':
      return column.field === 'currency' ? (draft.currency ?? '') : (texts[column.field] ?? '')
    case 'kind':
      return THING_WORDS[draft.thing!]
    case 'origin':
      return origin
    case 'price':
      return draft.priceCents === undefined ? '' : (draft.priceCents / 100).toFixed(2)
    case 'word':
      return Object.keys(column.words).find((word) => column.words[word] === draft[column.slot]) ?? ''
    case 'flag':
      return draft[column.slot] === undefined ? '' : draft[column.slot] === true ? 'yes' : 'no'
    case 'number':
      return draft[column.slot] === undefined ? '' : String(draft[column.slot])
    default:
      return column satisfies never
  }
}
