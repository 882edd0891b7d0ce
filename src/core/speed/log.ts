import Papa from 'papaparse'
import { LoomError } from '../errors'
import type { HeatSource } from '../operate/scenario'
import { HEAT_SOURCES } from './motors-run'

/** Temperatures over time: a row a sample, a column a source of heat. */
export interface TemperatureLog {
  /** Rising. */
  readonly seconds: Float64Array
  readonly columns: Readonly<Partial<Record<HeatSource, Float64Array>>>
}

/** So many samples are read: five days and more at one a second. */
const MOST_SAMPLES = 500_000
const LEAST_C = -50
const MOST_C = 150

/** What stands between names is what stands between numbers: a comma may then be a decimal one. */
const DELIMITERS = [';', '\t']

const wrong = (message: string, place: string) => new LoomError('FORMAT_WRONG', message, place)

/** A number as it stands in a log, with a point or a comma before its decimals; undefined where it is none. */
function numberOf(text: string | undefined): number | undefined {
  const match = /^\s*(-?\d+(?:[.,]\d+)?(?:e[+-]?\d+)?)\s*$/i.exec(text ?? '')
  return match === null ? undefined : Number(match[1]!.replace(',', '.'))
}

/** The columns by what they hold, from a first row of names: seconds, then sources of heat. */
function readNames(names: readonly string[]) {
  const plain = names.map((name) => name.trim().toLowerCase())
  if (plain.some((name) => numberOf(name) !== undefined)) {
    throw wrong(
      `The first row has to name its columns: seconds, then any of ${HEAT_SOURCES.join(', ')}. It begins with numbers.`,
      'line 1',
    )
  }
  const strange = plain.find((name) => name !== 'seconds' && !HEAT_SOURCES.some((source) => source === name))
  if (strange !== undefined) {
    throw wrong(`There is no column “${strange}”: name seconds and any of ${HEAT_SOURCES.join(', ')}.`, 'line 1')
  }
  const twice = plain.find((name, index) => plain.indexOf(name) !== index)
  if (twice !== undefined) throw wrong(`The column “${twice}” stands twice; leave one of them out.`, 'line 1')
  const secondsAt = plain.indexOf('seconds')
  const sources = HEAT_SOURCES.filter((source) => plain.includes(source)).map((source) => ({
    source,
    at: plain.indexOf(source),
  }))
  if (secondsAt < 0) throw wrong('No column is named seconds: every row has to say when it was.', 'line 1')
  if (sources.length === 0)
    throw wrong(`No column holds temperatures: name any of ${HEAT_SOURCES.join(', ')}.`, 'line 1')
  return { secondsAt, sources }
}

/**
 * A log from CSV: a row of names (seconds, processor, graphics, coolant, board), then a row a sample, in degrees Celsius;
 * commas, semicolons or tabs between, a point or (with semicolons or tabs) a comma before decimals. A FORMAT_WRONG error
 * names the line and the column of the first thing that is no such log.
 */
export function readLog(text: string): TemperatureLog {
  const [names = ''] = text.split('\n', 1)
  const { data } = Papa.parse<readonly string[]>(text.replace(/^\uFEFF/, ''), {
    delimiter: DELIMITERS.find((mark) => names.includes(mark)) ?? ',',
  })
  const isBlank = (fields: readonly string[]) => fields.every((field) => field.trim() === '')
  const [first, ...rows] = data
    .map((fields, index) => ({ fields, line: `line ${index + 1}` }))
    .filter(({ fields }) => !isBlank(fields))
  if (first === undefined)
    throw wrong('There is nothing in it: a row of names comes first, then the samples.', 'line 1')
  const { secondsAt, sources } = readNames(first.fields)
  if (rows.length === 0) throw wrong('There is no sample below the names.', 'line 2')
  if (rows.length > MOST_SAMPLES) {
    throw wrong(
      `${rows.length} samples are too many: ${MOST_SAMPLES} at most. Take a shorter time, or every other sample.`,
      rows[MOST_SAMPLES]!.line,
    )
  }
  const seconds = new Float64Array(rows.length)
  const columns = new Map(sources.map(({ source }) => [source, new Float64Array(rows.length)]))
  for (const [index, { fields: row, line }] of rows.entries()) {
    if (row.length !== first.fields.length) {
      throw wrong(
        `A sample has ${row.length} fields where ${first.fields.length} are named; with commas between them a decimal comma is one too many.`,
        line,
      )
    }
    const at = numberOf(row[secondsAt])
    if (at === undefined) throw wrong(`“${row[secondsAt]}” is no time in seconds.`, `${line}, seconds`)
    if (index > 0 && at <= seconds[index - 1]!) {
      throw wrong(
        `${at} s comes after ${seconds[index - 1]} s: each sample has to be later than the one before.`,
        `${line}, seconds`,
      )
    }
    seconds[index] = at
    for (const { source, at: column } of sources) {
      const value = numberOf(row[column])
      if (value === undefined || value < LEAST_C || value > MOST_C) {
        throw wrong(`“${row[column]}” is no temperature from ${LEAST_C} to ${MOST_C} °C.`, `${line}, ${source}`)
      }
      columns.get(source)![index] = value
    }
  }
  return { seconds, columns: Object.fromEntries(columns) }
}
