import { portKey } from '../build/refs'
import type { Bounds } from '../operate/motor-speed'
import type { PortRef } from '../schema/schema-kit'

/**
 * What something is seen to do, held against the plan. turns: at a speed that nobody can tell. moves: it turns, or a header
 * shows a speed, where nothing was to. mixed: several tachs on one wire. partly: lit up to an LED and not beyond. astray: not
 * as its owner tells it. yellow: the blue and green of it fail. clashes: seen as one with another. unknown: a part does not say what it does then.
 */
export const VALUES = [
  'asPlanned',
  'stands',
  'slower',
  'faster',
  'turns',
  'nothing',
  'moves',
  'mixed',
  'dark',
  'astray',
  'partly',
  'yellow',
  'unseen',
  'clashes',
  'complains',
  'wrongWay',
  'unknown',
] as const
export type Value = (typeof VALUES)[number]

export const SIGHT_KINDS = ['board', 'box', 'reading', 'fan', 'light', 'air'] as const
export type SightKind = (typeof SIGHT_KINDS)[number]

/** One thing that can be looked at without touching anything. */
export interface Sight {
  readonly key: string
  readonly kind: SightKind
  /** Its port, or any port of its thing. */
  readonly at: PortRef
  /** Of a light: where on its thing it is. */
  readonly zone?: string
}

export const sightKey = (kind: SightKind, at: PortRef, zone = ''): string =>
  zone === '' ? `${kind} ${portKey(at)}` : `${kind} ${portKey(at)} ${zone}`

/** What is seen of every sight, by its key. */
export type Observation = ReadonlyMap<string, Value>

/** Speeds that differ by less than this share look alike on a screen that sways (common practice, no source). */
const SWAY_SHARE = 0.1

/** How a speed looks beside the one that was planned, both in rpm: `turns` where its bounds leave that open. */
export function speedAgainst(seen: Bounds, planned: Bounds): Value {
  const [slowest, fastest] = [planned.least * (1 - SWAY_SHARE), planned.most * (1 + SWAY_SHARE)]
  if (seen.least > fastest) return 'faster'
  if (seen.most < slowest) return 'slower'
  return seen.least >= slowest && seen.most <= fastest ? 'asPlanned' : 'turns'
}

const MOVING: readonly Value[] = ['asPlanned', 'slower', 'faster', 'turns', 'mixed']

/** Whether what was said agrees with what would be seen: a speed nobody told agrees with any, and the unknown with all. */
export function agrees(said: Value, seen: Value): boolean {
  if (said === seen || said === 'unknown' || seen === 'unknown') return true
  return (said === 'turns' && MOVING.includes(seen)) || (seen === 'turns' && MOVING.includes(said))
}

/**
 * What can be told apart by looking at it: undefined where nobody knows of one what is seen, and all that moves alike
 * where nobody can tell the speed of one.
 */
export function toldApart(values: readonly Value[]): readonly Value[] | undefined {
  if (values.includes('unknown')) return undefined
  return values.includes('turns') ? values.map((value) => (MOVING.includes(value) ? 'turns' : value)) : values
}
