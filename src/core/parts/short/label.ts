import type { Figure, Origin } from '../../schema/schema-kit'
import type { RANGES } from '../line/ranges'
import type { RelationField } from '../field-kit'
import { FAN_WIRES } from '../make/kit'
import { RELATION_FORMS } from '../relation-fields'
import type { Part, Port, RelationOf } from '../schema'

/** Where a figure is kept in a part. */
export type FigurePath = readonly (string | number)[]

/** A figure that stands on a label or in a short manual, and where it is kept in the part. */
export interface LabelFigure {
  /** As an edit of a figure wants it: `inside`, 0, `ratedAmps`. */
  readonly path: FigurePath
  readonly label: string
  readonly unit: string
  /** Where it is read. */
  readonly origin: Extract<Origin, 'label' | 'manual' | 'measured'>
  readonly range?: keyof typeof RANGES
}

type Rest = Partial<Pick<LabelFigure, 'range' | 'origin'>>

const figure = (path: FigurePath, label: string, unit: string, rest: Rest = {}): LabelFigure => ({
  path,
  label,
  unit,
  origin: 'label',
  ...rest,
})

/** A draw in watts where the label gave watts. */
function drawOf(at: FigurePath, what: string, relation: { readonly ratedAmps?: Figure; readonly ratedWatts?: Figure }) {
  return relation.ratedAmps === undefined && relation.ratedWatts !== undefined
    ? figure([...at, 'ratedWatts'], what, 'W', { range: 'watts' })
    : figure([...at, 'ratedAmps'], what, 'A', { range: 'amps' })
}

function leadFigure(part: Part, portId: string, label: string): readonly LabelFigure[] {
  const leadId = part.ports.find(({ id }) => id === portId)?.lead?.leadId
  const at = (part.leads ?? []).findIndex(({ id }) => id === leadId)
  return at < 0 ? [] : [figure(['leads', at, 'lengthMm'], label, 'mm', { range: 'lengthMm', origin: 'measured' })]
}

function ofMotor(part: Part, motor: RelationOf<'motor'>, at: FigurePath): readonly LabelFigure[] {
  const what = motor.pump === true ? 'pump' : 'motor'
  return [
    drawOf(at, `${what} draws`, motor),
    figure([...at, 'startAmps'], `${what} at start`, 'A', { range: 'amps' }),
    figure([...at, 'leastRpm'], 'turns from', 'rpm', { range: 'rpm' }),
    figure([...at, 'mostRpm'], 'to', 'rpm', { range: 'rpm' }),
    ...leadFigure(part, motor.port, `${what} lead`),
  ]
}

function ofLight(part: Part, light: RelationOf<'light'>, at: FigurePath): readonly LabelFigure[] {
  const isByAmps = light.control === 'oneColour' || light.ratedAmps !== undefined || light.ratedWatts !== undefined
  const count = figure([...at, 'litLedCount'], 'LEDs', '', { range: 'ledCount' })
  return [
    ...(isByAmps
      ? [drawOf(at, 'light draws', light)]
      : [figure([...at, 'whiteMilliampsPerLed'], 'each LED at white', 'mA', { range: 'milliampsPerLed' })]),
    ...(light.control === 'eachLed'
      ? [count, figure([...at, 'addressedLedCount'], 'LEDs it is told as', '', { range: 'ledCount', origin: 'manual' })]
      : []),
    ...leadFigure(part, light.input, 'light lead'),
  ]
}

/** What label and manual of a device say, most telling first: draws, speeds, LEDs, lengths of its leads. */
export function labelFigures(part: Part): readonly LabelFigure[] {
  return part.inside.flatMap((relation, index) => {
    const at = ['inside', index]
    if (relation.type === 'motor') return ofMotor(part, relation, at)
    if (relation.type === 'light') return ofLight(part, relation, at)
    return relation.type === 'draw' ? [drawOf(at, 'draws', relation)] : []
  })
}

/** What the data sheet of a fan says beside its label: air, sound, and how slow it can be told to turn. */
export function dataSheetFigures(part: Part): readonly LabelFigure[] {
  const isByVolts = part.ports.every(({ wires }) => !wires.includes('pwm'))
  return part.inside.flatMap((relation, index) => {
    if (relation.type !== 'motor' || relation.pump === true) return []
    const of = (key: string, label: string, unit: string, rest: Rest = {}) =>
      figure(['inside', index, key], label, unit, rest)
    const slowest = isByVolts
      ? [of('startVolts', 'starts at', 'V'), of('stopVolts', 'stands under', 'V')]
      : [
          of('startDutyPercent', 'starts at', '%', { range: 'dutyPercent', origin: 'manual' }),
          of('leastDutyPercent', 'turns down to', '%', { range: 'dutyPercent', origin: 'manual' }),
        ]
    return [
      of('flowM3PerH', 'moves', 'm³/h'),
      of('mostPressurePa', 'presses at most', 'Pa', { range: 'pressurePa' }),
      of('noiseDba', 'sounds', 'dB(A)'),
      of('bladeCount', 'blades', '', { range: 'bladeCount' }),
      ...slowest,
    ]
  })
}

/** What the manual of a box says of its own preset: how fast it lets the fan turn whose report it reads. */
export const presetFigures = (part: Part): readonly LabelFigure[] =>
  part.inside.flatMap((relation, index) =>
    relation.type === 'drives' && relation.signal === 'speed'
      ? [
          figure(['inside', index, 'presetMostRpm'], 'by its own preset a fan turns at most', 'rpm', {
            range: 'rpm',
            origin: 'manual',
          }),
        ]
      : [],
  )

/** A field of a relation that a manual tells of its light, by its place in the part. */
export interface LightField {
  readonly index: number
  readonly type: 'light' | 'drives'
  readonly field: RelationField
}

const SEAT_KEYS = [
  'shape',
  'litFaces',
  'startTurns',
  'isClockwise',
  'shapePercent',
  'shapeMm',
  'isEndToEnd',
  'points',
] as const satisfies readonly (keyof RelationOf<'light'>)[]
const MODEL_KEYS = ['models', 'mixesModels'] as const satisfies readonly (keyof RelationOf<'drives'>)[]

/** What a manual says of light: how the LEDs of a device sit, and which models the program of a box knows. */
export function lightFields(part: Part): readonly LightField[] {
  return part.inside.flatMap((relation, index) => {
    const isOfModels = relation.type === 'drives' && relation.signal === 'light'
    if (relation.type !== 'light' && !isOfModels) return []
    const { type } = relation
    const keys: readonly string[] = type === 'light' ? SEAT_KEYS : MODEL_KEYS
    const fields = RELATION_FORMS[type].fields.filter(({ key }) => keys.includes(key))
    return fields.map((field) => ({ index, type, field }))
  })
}

/** The lengths of the leads by which a box or a splitter is plugged in. */
export const leadFigures = (part: Part): readonly LabelFigure[] =>
  part.ports.filter(({ side }) => side === 'takes').flatMap(({ id, name }) => leadFigure(part, id, name))

/** Pins of a fan plug by which motors are told apart: 2 wires report nothing, 3 are ruled by volts, 4 by PWM. */
export type Pins = 2 | 3 | 4

const WIRES_OF: Readonly<Record<Pins, Port['wires']>> = {
  2: ['gnd', '12v'],
  3: ['gnd', '12v', 'tach'],
  4: FAN_WIRES,
}

/** The port by which a motor with a plain fan plug is fed; undefined where it has another. */
export function motorPort(part: Part): Port | undefined {
  const motor = part.inside.find((relation): relation is RelationOf<'motor'> => relation.type === 'motor')
  const port = part.ports.find(({ id }) => id === motor?.port)
  return port === undefined || pinsOf(port) === undefined ? undefined : port
}

/** How many pins a fan plug has by its wires; undefined of any other plug. */
export function pinsOf({ connector: { family }, wires }: Port): Pins | undefined {
  const family4 = family === 'fan-4pin' && wires.includes('pwm')
  if (!family4 && family !== 'fan-3pin') return undefined
  const all = ([2, 3, 4] as const).filter((pins) => WIRES_OF[pins].length === wires.length)
  return all.find((pins) => WIRES_OF[pins].every((wire) => wires.includes(wire)))
}

/** The part with a fan plug of so many pins on its motor. */
export function withPins(part: Part, pins: Pins): Part {
  const port = motorPort(part)
  if (port === undefined) return part
  const family = pins === 4 ? ('fan-4pin' as const) : ('fan-3pin' as const)
  const plug = { ...port, connector: { ...port.connector, family }, wires: WIRES_OF[pins] }
  return { ...part, ports: part.ports.map((each) => (each === port ? plug : each)) }
}
