import Papa from 'papaparse'
import { LoomError } from '../errors'
import { cut } from '../units/cut'

/** One speed that a machine reports, under the name that its sensors give it. */
export interface SensorReading {
  /** Unlike any other of its listing. */
  readonly name: string
  readonly rpm: number
}

export const MOST_CHARACTERS = 1_000_000
const MOST_READINGS = 1000
const MOST_NAME = 120
/** Faster than any fan; a sensor that counts nothing may print 65535. */
const MOST_RPM = 100_000

const wrong = (place: string, message: string) => new LoomError('FORMAT_WRONG', `At ${place}: ${message}`, place)

function rpmAt(place: string, value: unknown): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) throw wrong(place, 'a speed is a number, in rpm.')
  if (value < 0 || value > MOST_RPM) throw wrong(place, `${value} rpm is no speed of a fan: 0 to ${MOST_RPM}.`)
  return value
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Chips with their features, of which a fan has `fanN_input`: as `sensors -j` of lm-sensors prints them (its manual page, from memory). */
function listed(chips: Readonly<Record<string, unknown>>): readonly (SensorReading & { readonly chip: string })[] {
  return Object.entries(chips).flatMap(([chip, features]) => {
    if (!isObject(features)) throw wrong(`“${cut(chip, 40)}”`, 'a chip holds its features in braces.')
    return Object.entries(features).flatMap(([label, feature]) => {
      const input = isObject(feature) ? Object.keys(feature).find((key) => /^fan\d+_input$/.test(key)) : undefined
      if (input === undefined) return []
      const value = (feature as Readonly<Record<string, unknown>>)[input]
      return [{ chip, name: label, rpm: rpmAt(`“${cut(chip, 40)}”, “${cut(label, 40)}”`, value) }]
    })
  })
}

function ofJson(text: string): readonly SensorReading[] {
  let chips: unknown
  try {
    chips = JSON.parse(text)
  } catch (error) {
    throw new LoomError('FILE_NOT_JSON', `This begins as JSON and is none: ${(error as Error).message}.`)
  }
  if (!isObject(chips)) throw new LoomError('FORMAT_WRONG', 'A listing of sensors names its chips in braces.')
  const all = listed(chips)
  const count = (name: string) => all.filter((one) => one.name === name).length
  return all.map(({ chip, name, rpm }) => ({ name: count(name) > 1 ? `${chip} ${name}` : name, rpm }))
}

/** Rows of a name and a speed, with or without a first row that says so. */
function ofRows(text: string): readonly SensorReading[] {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' })
  const isHeader = (cells: readonly string[]) => /name/i.test(cells[0] ?? '') && /rpm/i.test(cells[1] ?? '')
  const rows = data.map((cells, index) => ({ cells, place: `line ${index + 1}` }))
  return rows.slice(isHeader(data[0] ?? []) ? 1 : 0).map(({ cells: [name = '', speed = '', ...more], place }) => {
    if (name.trim() === '' || speed.trim() === '' || more.some((cell) => cell.trim() !== '')) {
      throw wrong(place, 'a name and its rpm are wanted, with a comma between: SYS1,812.')
    }
    const rpm = /^-?\d+(\.\d+)?( ?rpm)?$/i.test(speed.trim()) ? Number.parseFloat(speed) : undefined
    return { name: name.trim(), rpm: rpmAt(place, rpm) }
  })
}

/**
 * The speeds of a listing of sensors as Linux prints it as JSON, or of CSV `name,rpm`. Throws where it is neither, is too
 * large, names something twice, or a speed cannot be one; with its place.
 */
export function readSensors(text: string): readonly SensorReading[] {
  if (text.length > MOST_CHARACTERS) {
    throw new LoomError('FILE_TOO_LARGE', `A listing may have ${MOST_CHARACTERS / 1000} kB: this one is larger.`)
  }
  if (text.trim() === '') throw new LoomError('FORMAT_WRONG', 'There is nothing in it.')
  const readings = /^\s*[{[]/.test(text) ? ofJson(text) : ofRows(text)
  if (readings.length === 0) {
    throw new LoomError('FORMAT_WRONG', 'No fan is in it: fans are read under fan1_input, fan2_input and so on.')
  }
  if (readings.length > MOST_READINGS) throw new LoomError('FILE_TOO_LARGE', `More than ${MOST_READINGS} speeds.`)
  const twice = readings.find(({ name }, index) => readings.findIndex((one) => one.name === name) !== index)
  if (twice !== undefined) throw wrong(`“${cut(twice.name, 40)}”`, 'this name stands twice.')
  return readings.map(({ name, rpm }) => ({ name: cut(name, MOST_NAME), rpm }))
}
