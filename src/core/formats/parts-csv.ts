import Papa from 'papaparse'
import { LoomError } from '../errors'
import { SLOTS_OF, SLOT_WORDS, THING_WORDS, type Draft, type Slot } from '../parts/line/draft'
import { draftFaults, withControl } from '../parts/line/draft-faults'
import { draftOfPart } from '../parts/line/draft-of-part'
import { makeOf } from '../parts/line/make-of-draft'
import type { Thing } from '../parts/line/words'
import type { Part } from '../parts/schema'
import { canonicalJson } from './canonical'
import {
  cellOf,
  COLUMN_BY_PLAIN_NAME,
  COLUMN_NAMES,
  COLUMNS,
  columnOfSlot,
  oneOfWords,
  plain,
  readCell,
  type Row,
} from './csv-columns'
import type { Origin } from './schema-kit'

/** One cell that cannot be right, by the line of the file and its column. */
export interface CsvFault {
  readonly line: number
  readonly column: string
  readonly message: string
}

const MOST_ROWS = 200_000
const MOST_FAULTS = 50

/** Every figure with this origin in place of its own. */
function withOrigin<T>(node: T, origin: Origin): T {
  if (Array.isArray(node)) return node.map((entry: unknown) => withOrigin(entry, origin)) as T
  if (typeof node !== 'object' || node === null) return node
  if ('value' in node && 'origin' in node) return { ...node, origin }
  return Object.fromEntries(Object.entries(node).map(([key, entry]) => [key, withOrigin(entry, origin)])) as T
}

/** The part of a row that holds no fault. */
function partOfRow({ draft, texts, origin }: Row, thing: Thing, id: string): Part {
  const { name, maker, note, currency } = texts
  const whole = { ...withControl({ ...draft, ...(currency === undefined ? {} : { currency }) }), thing }
  const part = name === undefined ? makeOf(whole, id) : makeOf(whole, id, name)
  const named = {
    ...part,
    ...(maker === undefined ? {} : { maker }),
    ...(note === undefined ? {} : { note }),
  }
  return origin === 'label' ? named : withOrigin(named, origin)
}

/** The faults of a row as a whole: figures that its kind does not have, or cannot do without. */
function rowFaults(draft: Draft): readonly (readonly [column: string, message: string])[] {
  const { thing } = draft
  if (thing === undefined) return [['kind', `This row has no kind: ${oneOfWords(Object.values(THING_WORDS))}.`]]
  const own: readonly Slot[] = [...SLOTS_OF[thing], 'thing', 'priceCents', 'currency']
  const foreign = (Object.keys(draft) as Slot[]).filter((slot) => !own.includes(slot))
  return [
    ...foreign.map(
      (slot) => [columnOfSlot(slot), `A ${THING_WORDS[thing]} has no ${SLOT_WORDS[slot]}: empty this cell.`] as const,
    ),
    ...draftFaults(draft).map(({ slot, message }) => [columnOfSlot(slot), message] as const),
  ]
}

function columnsOf(header: readonly string[]): readonly string[] {
  const names = header.map((cell) => COLUMN_BY_PLAIN_NAME.get(plain(cell)))
  const strange = header.findIndex((cell, index) => names[index] === undefined && cell.trim() !== '')
  if (strange >= 0) {
    throw new LoomError(
      'FORMAT_WRONG',
      `Line 1: “${header[strange]!.slice(0, 40)}” is no column here. Known: ${COLUMN_NAMES.join(', ')}.`,
      'line 1',
    )
  }
  if (!names.includes('kind')) throw new LoomError('FORMAT_WRONG', 'Line 1: there is no column “kind”.', 'line 1')
  return names.map((name) => name ?? '')
}

export interface CsvParts {
  readonly parts: readonly Part[]
  /** The first faults, by line; where there is one, nothing of the file is to be kept. */
  readonly faults: readonly CsvFault[]
  readonly faultCount: number
}

/** Rows of the text with the line each begins on; commas, semicolons or tabs part the cells, quotes hold them together. */
function rowsOf(text: string): readonly { readonly line: number; readonly cells: readonly string[] }[] {
  const body = text.replace(/^\uFEFF/, '')
  const rows: { line: number; cells: readonly string[] }[] = []
  let line = 1
  let before = 0
  let quoteFault: string | undefined
  Papa.parse<string[]>(body, {
    delimitersToGuess: [',', ';', '\t'],
    step: ({ data, errors, meta }) => {
      quoteFault ??= errors.find(({ type }) => type === 'Quotes') === undefined ? undefined : `line ${line}`
      rows.push({ line, cells: data })
      line += body.slice(before, meta.cursor).split('\n').length - 1
      before = meta.cursor
    },
  })
  if (quoteFault !== undefined) {
    throw new LoomError('FORMAT_WRONG', `At ${quoteFault}: a cell opens with a quote that never closes.`, quoteFault)
  }
  return rows.filter(({ cells }) => cells.some((cell) => cell.trim() !== ''))
}

/** The parts of a CSV file of plain parts, or its faults by line and column; `idOf` names the part of each row. */
export function readPartsCsv(text: string, idOf: (index: number) => string): CsvParts {
  const [header, ...rows] = rowsOf(text)
  if (header === undefined)
    throw new LoomError('FORMAT_WRONG', 'The file is empty: its first line must name the columns.', 'line 1')
  if (rows.length > MOST_ROWS) {
    throw new LoomError(
      'FORMAT_WRONG',
      `The file has ${rows.length} rows; ${MOST_ROWS} are allowed. Split it.`,
      'line 1',
    )
  }
  const names = columnsOf(header.cells)
  const parts: Part[] = []
  const faults: CsvFault[] = []
  let faultCount = 0
  const fault = (found: CsvFault) => {
    faultCount += 1
    if (faults.length < MOST_FAULTS) faults.push(found)
  }
  for (const [index, { line, cells }] of rows.entries()) {
    const row: Row = { draft: {}, texts: {}, origin: 'label' }
    const before = faultCount
    for (const [at, cell] of cells.entries()) {
      // The quote that keeps spreadsheets from running a cell as a formula is none of its text.
      const value = cell.trim().replace(/^'(?=[=+\-@\t\r])/, '')
      const column = names[at]
      if (value === '') continue
      if (column === undefined || column === '') {
        fault({ line, column: `cell ${at + 1}`, message: `“${value.slice(0, 40)}” stands beyond the named columns.` })
        continue
      }
      const message = readCell(row, COLUMNS[column]!, value)
      if (message !== undefined) fault({ line, column, message })
    }
    if (faultCount === before) for (const [column, message] of rowFaults(row.draft)) fault({ line, column, message })
    const { thing } = row.draft
    if (faultCount === before && thing !== undefined) parts.push(partOfRow(row, thing, idOf(index)))
  }
  return { parts, faults, faultCount }
}

/** The origin that all figures of a part share; undefined where they differ. */
function originOf(part: Part): Origin | undefined {
  const origins = new Set([...canonicalJson(part).matchAll(/"origin": "(\w+)"/g)].map(([, origin]) => origin as Origin))
  return origins.size > 1 ? undefined : ([...origins][0] ?? 'label')
}

const bare = ({ id: _id, shelf: _shelf, ...rest }: Part) => canonicalJson(rest)

/** The row of a part that a row can tell in full; undefined for any other. */
function rowOf(part: Part): Row | undefined {
  const draft = draftOfPart(part)
  const origin = originOf(part)
  if (draft === undefined || origin === undefined) return undefined
  const texts = {
    name: part.name,
    ...(part.maker === undefined ? {} : { maker: part.maker }),
    ...(part.note === undefined ? {} : { note: part.note }),
  }
  const row: Row = { draft, texts, origin }
  return bare(partOfRow(row, draft.thing, part.id)) === bare(part) ? row : undefined
}

/** Plain parts as CSV (RFC 4180), and those that are not plain and need JSON; cells are quoted off from spreadsheets' formulas. */
export function writePartsCsv(parts: readonly Part[]): { readonly text: string; readonly others: readonly Part[] } {
  const judged = parts.map((part) => ({ part, row: rowOf(part) }))
  const rows = judged.flatMap(({ row }) =>
    row === undefined ? [] : [COLUMN_NAMES.map((name) => cellOf(COLUMNS[name]!, row))],
  )
  const text = Papa.unparse({ fields: COLUMN_NAMES, data: rows }, { newline: '\r\n', escapeFormulae: true })
  return { text: `${text}\r\n`, others: judged.filter(({ row }) => row === undefined).map(({ part }) => part) }
}
