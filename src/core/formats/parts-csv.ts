import Papa from 'papaparse'
import { LoomError } from '../errors'
import { SLOTS_OF, SLOT_WORDS, THING_WORDS, type Draft, type Slot } from '../parts/line/draft'
import { draftFaults, withControl } from '../parts/line/draft-faults'
import { draftOfPart } from '../parts/line/draft-of-part'
import { makeOf } from '../parts/line/make-of-draft'
import type { Thing } from '../parts/line/words'
import type { Part } from '../parts/schema'
import { cut } from '../units/cut'
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
import type { Origin } from '../schema/schema-kit'

/** One cell that cannot be right, by the line of the file and its column. */
export interface CsvFault {
  readonly line: number
  readonly column: string
  readonly message: string
}

const MOST_ROWS = 200_000
/** With the empty lines, which say nothing but take time. */
const MOST_LINES = 400_000
/** No row of plain parts is near as long; one that is has a quote that never closes. */
const MOST_ROW_LENGTH = 256 * 1024
const NEWLINES = ['\r\n', '\n', '\r'] as const
const DELIMITERS = [',', ';', '\t'] as const
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
      `Line 1: “${cut(header[strange]!, 40)}” is no column here. Known: ${COLUMN_NAMES.join(', ')}.`,
      'line 1',
    )
  }
  if (!names.includes('kind')) throw new LoomError('FORMAT_WRONG', 'Line 1: there is no column “kind”.', 'line 1')
  return names.map((name) => name ?? '')
}

export interface CsvFaults {
  /** The first faults, by line; where there is one, nothing of the file is to be kept. */
  readonly faults: readonly CsvFault[]
  readonly faultCount: number
}

/** Reads a file of plain parts piece by piece, as it comes in: what it holds at a time is one row and the faults. */
export interface CsvReader {
  /** Takes the next piece of the text; gives the parts of the rows that end in it. */
  readonly push: (piece: string) => readonly Part[]
  /** Says that the text is over; gives the part of its last row, if that had no newline. */
  readonly end: () => readonly Part[]
  /** What was found so far. After a fault no more parts are given. */
  readonly found: () => CsvFaults
}

function tooMany(what: string, most: number, line: number): LoomError {
  const place = `line ${line}`
  return new LoomError('FORMAT_WRONG', `At ${place}: the file has more than ${most} ${what}. Split it.`, place)
}

/** How the cells of a file are parted and its lines end, by its first line. */
function manner(text: string) {
  const newline = NEWLINES.find((sign) => /[\r\n]+/.exec(text)?.[0].startsWith(sign) === true) ?? '\n'
  const [header = ''] = text.split(newline)
  const knownIn = (delimiter: string) =>
    header.split(delimiter).filter((cell) => COLUMN_BY_PLAIN_NAME.has(plain(cell))).length
  const delimiter = DELIMITERS.reduce((best, next) => (knownIn(next) > knownIn(best) ? next : best))
  return { newline, delimiter }
}

/** Takes the rows of a file one by one, the header first: the part of each, and what is wrong with it. */
function openRows(idOf: (index: number) => string) {
  const faults: CsvFault[] = []
  let faultCount = 0
  let rowCount = 0
  let names: readonly string[] | undefined
  const fault = (found: CsvFault) => {
    faultCount += 1
    if (faults.length < MOST_FAULTS) faults.push(found)
  }

  const partOf = (cells: readonly string[], line: number): Part | undefined => {
    const row: Row = { draft: {}, texts: {}, origin: 'label' }
    const before = faultCount
    for (const [at, cell] of cells.entries()) {
      // The quote that keeps spreadsheets from running a cell as a formula is none of its text.
      const value = cell.trim().replace(/^'(?=[=+\-@\t\r])/, '')
      const column = names![at]
      if (value === '') continue
      if (column === undefined || column === '') {
        fault({ line, column: `cell ${at + 1}`, message: `“${cut(value, 40)}” stands beyond the named columns.` })
        continue
      }
      const message = readCell(row, COLUMNS[column]!, value)
      if (message !== undefined) fault({ line, column, message })
    }
    if (faultCount === before) for (const [column, message] of rowFaults(row.draft)) fault({ line, column, message })
    const { thing } = row.draft
    return faultCount > 0 || thing === undefined ? undefined : partOfRow(row, thing, idOf(rowCount))
  }

  const take = (cells: readonly string[], line: number): readonly Part[] => {
    if (line > MOST_LINES) throw tooMany('lines', MOST_LINES, line)
    if (cells.every((cell) => cell.trim() === '')) return []
    if (names === undefined) {
      names = columnsOf(cells)
      return []
    }
    rowCount += 1
    if (rowCount > MOST_ROWS) throw tooMany('rows', MOST_ROWS, line)
    return [partOf(cells, line) ?? []].flat()
  }
  return { take, hasHeader: () => names !== undefined, found: (): CsvFaults => ({ faults, faultCount }) }
}

/** Opens a reader of a CSV file of plain parts; `idOf` names the part of each row. */
export function openPartsCsv(idOf: (index: number) => string): CsvReader {
  const rows = openRows(idOf)
  let parser: Papa.Parser | undefined
  let rest = ''
  let line = 1

  const read = (isLast: boolean): readonly Part[] => {
    parser ??= new Papa.Parser(manner(rest))
    const { data, errors, meta } = parser.parse(rest, 0, !isLast) as Papa.ParseResult<string[]>
    rest = rest.slice(meta.cursor)
    const brokenRow = errors.find(({ type }) => type === 'Quotes')?.row
    return data.flatMap((cells, index) => {
      if (index === brokenRow) throw openQuote(line)
      const parts = rows.take(cells, line)
      line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\n|\r/g)?.length ?? 0), 0)
      return parts
    })
  }

  return {
    push: (piece) => {
      rest += parser === undefined && rest === '' ? piece.replace(/^\uFEFF/, '') : piece
      // The first line tells how cells are parted, so it is waited for.
      const parts = parser === undefined && !/[\r\n]./s.test(rest) ? [] : read(false)
      if (rest.length > MOST_ROW_LENGTH) throw openQuote(line)
      return parts
    },
    end: () => {
      const parts = rest === '' ? [] : read(true)
      if (!rows.hasHeader())
        throw new LoomError('FORMAT_WRONG', 'The file is empty: its first line must name the columns.', 'line 1')
      return parts
    },
    found: rows.found,
  }
}

function openQuote(line: number): LoomError {
  const place = `line ${line}`
  return new LoomError('FORMAT_WRONG', `At ${place}: a cell opens with a quote that never closes.`, place)
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
export function writePartsCsv(
  parts: readonly Part[],
  { hasHeader = true }: { readonly hasHeader?: boolean } = {},
): { readonly text: string; readonly others: readonly Part[] } {
  const judged = parts.map((part) => ({ part, row: rowOf(part) }))
  const rows = judged.flatMap(({ row }) =>
    row === undefined ? [] : [COLUMN_NAMES.map((name) => cellOf(COLUMNS[name]!, row))],
  )
  const table = hasHeader ? [[...COLUMN_NAMES], ...rows] : rows
  const text = Papa.unparse(table, { newline: '\r\n', escapeFormulae: true })
  return {
    text: text === '' ? '' : `${text}\r\n`,
    others: judged.filter(({ row }) => row === undefined).map(({ part }) => part),
  }
}
