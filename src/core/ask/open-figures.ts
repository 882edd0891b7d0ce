import type { Figure, Origin } from '../schema/schema-kit'
import { isWeak } from '../schema/weak'
import { USUAL_FAN_HEADER_AMPS, USUAL_LIGHT_HEADER_AMPS, USUAL_PUMP_HEADER_AMPS } from '../templates/usual'
import type { RANGES } from '../parts/line/ranges'
import { figureAt } from '../parts/figures'
import { PASS_WORDS } from '../parts/relation-fields'
import type { Part, Port } from '../parts/schema'
import { cableRows, withCableAmps } from '../parts/short/cables'
import { headerRows, isFanHeader, MODE_WORDS, withHeaderAmps } from '../parts/short/headers'
import { labelFigures, leadFigures, type FigurePath, type LabelFigure } from '../parts/short/label'
import { limitAmpsOf, withLimitAmps, type LimitOf } from '../parts/short/limits'
import { outletRows, withOutletAmps } from '../parts/short/outlets'

/** Where the answer is read: printed on the thing, in its manual, or measured with a ruler. */
export type ReadAt = Extract<Origin, 'label' | 'manual' | 'measured'>

/** Something that a part leaves open, or only assumes: a figure, or one of a few. */
export interface OpenFigure {
  /** One of a kind within its part. */
  readonly key: string
  readonly label: string
  readonly readAt: ReadAt
  readonly fill:
    | {
        readonly by: 'figure'
        readonly unit: string
        readonly range?: keyof typeof RANGES
        /** As assumed, guessed or known so far. */
        readonly figure: Figure | undefined
        /** What such a thing has as a rule, for those who cannot find out. */
        readonly usual: number | undefined
        /** Whether it is room: more of it lets more be. */
        readonly isRoom: boolean
        /** Where it is kept, of figures that have a place of their own in the part. */
        readonly path?: FigurePath
        readonly set: (part: Part, figure: Figure) => Part
      }
    | {
        readonly by: 'choice'
        readonly options: readonly (readonly [value: string, words: string])[]
        readonly set: (part: Part, value: string) => Part
      }
}

type ByFigure = Extract<OpenFigure['fill'], { by: 'figure' }>

const isOpen = (figure: Figure | undefined) => figure === undefined || isWeak(figure)

/** The part with a figure at a path. */
function withAt(part: Part, path: FigurePath, figure: Figure): Part {
  const put = (value: unknown, [key, ...rest]: FigurePath): unknown => {
    if (key === undefined) return figure
    if (Array.isArray(value)) return value.with(Number(key), put(value[Number(key)], rest))
    const held = (value ?? {}) as Readonly<Record<string, unknown>>
    return { ...held, [key]: put(held[key], rest) }
  }
  return put(part, path) as Part
}

function atPath(part: Part, { path, label, origin, unit, range }: LabelFigure): OpenFigure {
  const set = (before: Part, figure: Figure) => withAt(before, path, figure)
  const held = { figure: figureAt(part, path), usual: undefined, isRoom: range === 'lengthMm', path }
  return {
    key: path.join('.'),
    label,
    readAt: origin,
    fill: { by: 'figure', unit, ...(range === undefined ? {} : { range }), ...held, set },
  }
}

const ofMotor = (at: number): readonly LabelFigure[] => [
  { path: ['inside', at, 'flowM3PerH'], label: 'moves', unit: 'm³/h', origin: 'label' },
  { path: ['inside', at, 'startDutyPercent'], label: 'starts at', unit: '%', origin: 'manual' },
]

/** Beside the figures of its label: air and start of a motor, wires of leads, what decides whether a thing fits. */
function besides({ inside, leads, mechanical }: Part): readonly LabelFigure[] {
  const isHosed = mechanical?.radiatorFanCount !== undefined
  const isThick = isHosed || inside.some(({ type }) => type === 'motor')
  const thick = { path: ['mechanical', 'thicknessMm'], label: 'thick', unit: 'mm', origin: 'measured' } as const
  const hoses = {
    path: ['mechanical', 'hoseMm'],
    label: 'hoses',
    unit: 'mm',
    range: 'lengthMm',
    origin: 'measured',
  } as const
  return [
    ...inside.flatMap(({ type }, at) => (type === 'motor' ? ofMotor(at) : [])),
    ...(leads ?? []).map((_lead, at) => {
      const label = leads?.length === 1 ? 'wire of its lead' : `wire of its lead ${at + 1}`
      return { path: ['leads', at, 'gaugeAwg'], label, unit: 'AWG', range: 'gaugeAwg', origin: 'label' } as const
    }),
    ...(isThick ? [thick] : []),
    ...(isHosed ? [hoses] : []),
    ...inside.flatMap((relation, at) =>
      relation.type === 'usb' && relation.up !== undefined
        ? [{ path: ['inside', at, 'drawMilliamps'], label: 'draws of USB', unit: 'mA', origin: 'manual' } as const]
        : [],
    ),
  ]
}

/** What label and ruler say: draws, LEDs, lengths and wires of leads, what a thing measures. */
function fromLabel(part: Part): readonly OpenFigure[] {
  const listed = [...labelFigures(part), ...leadFigures(part), ...besides(part)]
  const once = new Map(listed.map((figure) => [figure.path.join('.'), figure]))
  return [...once.values()].filter(({ unit }) => unit !== 'rpm').map((figure) => atPath(part, figure))
}

interface Bearing {
  readonly key: string
  readonly label: string
  readonly amps: Figure | undefined
  readonly usual?: number
  readonly set: ByFigure['set']
}

const bearing = ({ key, label, amps, usual, set }: Bearing): OpenFigure => ({
  key,
  label,
  readAt: 'manual',
  fill: { by: 'figure', unit: 'A', range: 'amps', figure: amps, usual, isRoom: true, set },
})

function usualOf(kind: string | undefined): number | undefined {
  if (kind === 'pump') return USUAL_PUMP_HEADER_AMPS
  if (kind === 'light5V' || kind === 'light12V') return USUAL_LIGHT_HEADER_AMPS
  return isFanHeader(kind as never) ? USUAL_FAN_HEADER_AMPS : undefined
}

/** What the headers of a source bear by themselves, and its cables. */
function ofSource(part: Part): readonly OpenFigure[] {
  const headers = headerRows(part).filter(({ kind }) => kind !== 'usb')
  return [
    ...headers.map(({ portId, name, kind, amps }) => {
      const usual = usualOf(kind)
      const set = (before: Part, figure: Figure) => withHeaderAmps(before, portId, figure)
      const rest = usual === undefined ? {} : { usual }
      return bearing({ key: `bears ${portId}`, label: `${name} bears`, amps, ...rest, set })
    }),
    ...cableRows(part).map(({ leadId, amps }) =>
      bearing({
        key: `carries ${leadId}`,
        label: `cable ${leadId} carries`,
        amps,
        set: (before, figure) => withCableAmps(before, leadId, figure),
      }),
    ),
  ]
}

/** What the outlets of a splitter, a hub or a box bear, and the leads by which it is plugged in. */
function ofBox(part: Part): readonly OpenFigure[] {
  const outlets = outletRows(part).filter(({ hasAmps }) => hasAmps)
  return [
    ...outlets.flatMap(({ family, name, eachAmps, togetherAmps }) =>
      (['together', 'each'] as const).map((holds) =>
        bearing({
          key: `bears ${family} ${holds}`,
          label: holds === 'each' ? `each outlet bears (${name})` : `all outlets together bear (${name})`,
          amps: holds === 'each' ? eachAmps : togetherAmps,
          set: (before, figure) => withOutletAmps(before, family, holds, figure),
        }),
      ),
    ),
    ...(outlets.length === 0 ? [] : inputs(part)),
  ]
}

const isSource = ({ inside }: Part) =>
  inside.some((relation) => relation.type === 'powers' && relation.feeds.length === 0)

/** What the lead bears by which a splitter or a hub is plugged in. */
function inputs(part: Part): readonly OpenFigure[] {
  const fed = part.ports.filter(
    ({ side, wires }) => side === 'takes' && (wires.includes('12v') || wires.includes('5v')),
  )
  return fed.map((port) => {
    const of: LimitOf = { ports: [port.id], holds: 'each', rails: [port.wires.includes('12v') ? '12v' : '5v'] }
    return bearing({
      key: `bears ${port.id}`,
      label: `its ${port.name} bears`,
      amps: limitAmpsOf(part, of),
      set: (before, figure) => withLimitAmps(before, of, figure),
    })
  })
}

/** What a hub can be looked up for; the rest is told by its plugs. */
const PASSES = PASS_WORDS.filter(([passes]) => passes === 'both' || passes === 'pwm' || passes === 'dc')

const BLADES = [
  ['standard', 'standard: air leaves past the struts'],
  ['reverse', 'reverse: air enters past the struts'],
] as const

/** Which way the blades of a fan blow. */
function blades({ inside, mechanical }: Part): readonly OpenFigure[] {
  const isFan = inside.some((relation) => relation.type === 'motor' && relation.pump !== true)
  if (!isFan || mechanical?.blades !== undefined) return []
  const set = (before: Part, value: string) => ({
    ...before,
    mechanical: { ...before.mechanical, blades: value as 'standard' | 'reverse' },
  })
  return [{ key: 'blades', label: 'blades are', readAt: 'label', fill: { by: 'choice', options: BLADES, set } }]
}

/** What one of a few is: the modes of a header, what a hub hands on. */
function choices(part: Part): readonly OpenFigure[] {
  const modes = part.ports
    .filter((port) => port.role !== undefined && port.modes === undefined)
    .map((port): OpenFigure => {
      const set = (before: Part, value: string) => ({
        ...before,
        ports: before.ports.map((each) =>
          each.id === port.id ? { ...each, modes: value.split(',') as NonNullable<Port['modes']> } : each,
        ),
      })
      const fill = { by: 'choice', options: MODE_WORDS, set } as const
      return { key: `modes ${port.id}`, label: `${port.name} knows`, readAt: 'manual', fill }
    })
  const passes = part.inside.flatMap((relation, at): readonly OpenFigure[] => {
    if (relation.type !== 'repeats' || relation.passes !== 'unknown') return []
    const set = (before: Part, value: string) => ({
      ...before,
      inside: before.inside.map((each, index) =>
        index === at && each.type === 'repeats' ? { ...each, passes: value as typeof each.passes } : each,
      ),
    })
    return [{ key: `passes ${at}`, label: 'hands on', readAt: 'manual', fill: { by: 'choice', options: PASSES, set } }]
  })
  return [...modes, ...passes, ...blades(part)]
}

/** All that a part leaves open or only assumes, of what somebody could read, measure or look up. */
export function openFigures(part: Part): readonly OpenFigure[] {
  return [...fromLabel(part), ...(isSource(part) ? ofSource(part) : ofBox(part)), ...choices(part)].filter(
    ({ fill }) => fill.by === 'choice' || isOpen(fill.figure),
  )
}
