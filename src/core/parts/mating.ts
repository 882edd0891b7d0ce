import type { Port } from './schema'
import { isRail, type Family, type Rail, type Wire } from './connectors'

/** Why two ports do not go together; `none` when they do. */
export type Misfit =
  | 'none'
  | 'family'
  | 'maker'
  | 'generation'
  | 'variant'
  | 'otherSupply'
  | 'label'
  | 'sameEnds'
  | 'bothGive'
  | 'bothTake'

export interface Fit {
  readonly misfit: Misfit
  /** Wires that both ends have, so that work over the thread. */
  readonly works: readonly Wire[]
  /** Wires of the taking end that find nothing in the giving port. */
  readonly lost: readonly Wire[]
}

/** A 3-pin fan plug goes on a 4-pin header and the other way round: the ribs leave the fourth position free (4-wire fan specification). */
const FAN_FAMILIES: readonly Family[] = ['fan-3pin', 'fan-4pin']

/** One text for all plugs that go where the others go; a 3-pin fan plug goes where a 4-pin one does. */
export function plugKind({ family, maker, generation, variant, label }: Port['connector']): string {
  return [FAN_FAMILIES.includes(family) ? 'fan' : family, maker, generation, variant, label].join('/')
}

function familiesMate(a: Family, b: Family): boolean {
  return a === b || (FAN_FAMILIES.includes(a) && FAN_FAMILIES.includes(b))
}

/** A giving port that names no variant takes each of them: two variants may share a box, though not a chain. */
function misfitOf(taking: Port, giving: Port): Misfit {
  const a = taking.connector
  const b = giving.connector
  if (!familiesMate(a.family, b.family)) return 'family'
  if (a.family === 'maker-link' || b.family === 'maker-link') {
    if (a.maker !== b.maker) return 'maker'
    if (a.generation !== b.generation) return 'generation'
    if (b.variant !== undefined && a.variant !== b.variant) return 'variant'
  }
  if (a.family === 'modular-supply' && (a.maker !== b.maker || a.generation !== b.generation)) return 'otherSupply'
  if (a.family === 'other' && (a.label === undefined || a.label !== b.label)) return 'label'
  if (taking.side === giving.side) return taking.side === 'gives' ? 'bothGive' : 'bothTake'
  return a.end === b.end ? 'sameEnds' : 'none'
}

/** Whether the two ports mate, which wires then work, and which of the taking end are lost. */
export function fitOf(taking: Port, giving: Port): Fit {
  const works = taking.wires.filter((wire) => giving.wires.includes(wire))
  const lost = taking.wires.filter((wire) => !giving.wires.includes(wire))
  return { misfit: misfitOf(taking, giving), works, lost }
}

/** The supply wires of a port, in the order of its data. */
export function railsOf(port: Port): readonly Rail[] {
  return port.wires.filter(isRail)
}
