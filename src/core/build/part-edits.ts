import type { Figure } from '../schema/schema-kit'
import type { Part } from '../parts/schema'
import type { EditOf } from './edit-schema'
import { partOf } from './refs'
import type { Build } from './schema'
import { refuse, withSoundPlaces, type Changed } from './sound'

/** Names of figures end in their unit; anything else in a part is not a figure and cannot be set as one. */
const FIGURE_NAME = /(Amps|Watts|Mm|Awg|Ms|Rpm|Percent|M3PerH|Dba|Count|Volts|Microseconds|Milliohm|Milliamps|PerLed)$/

/** `holder` with the figure at `path` set, or dropped when undefined; and the figure that stood there. */
function replaceFigure(
  holder: unknown,
  path: readonly (string | number)[],
  figure: Figure | undefined,
): { readonly next: unknown; readonly before: Figure | undefined } {
  const [key, ...rest] = path
  if (key === undefined || typeof holder !== 'object' || holder === null || (rest.length > 0 && !(key in holder))) {
    return refuse(`The part has no figure at ${path.join('.')}.`)
  }
  const fields = holder as Readonly<Record<string | number, unknown>>
  if (rest.length > 0) {
    const inner = replaceFigure(fields[key], rest, figure)
    const next = Array.isArray(holder)
      ? holder.map((entry: unknown, at) => (at === key ? inner.next : entry))
      : { ...fields, [key]: inner.next }
    return { next, before: inner.before }
  }
  if (typeof key !== 'string' || !FIGURE_NAME.test(key)) return refuse(`“${key}” is not a figure of a part.`)
  const { [key]: before, ...others } = fields
  return { next: figure === undefined ? others : { ...others, [key]: figure }, before: before as Figure | undefined }
}

/** Sets one figure of a part, or makes it unknown. */
export function setFigure(build: Build, edit: EditOf<'setFigure'>): Changed {
  const { next, before } = replaceFigure(partOf(build, edit.partId), edit.path, edit.figure ?? undefined)
  return {
    build: { ...build, parts: build.parts.map((held) => (held.id === edit.partId ? (next as Part) : held)) },
    inverse: { ...edit, figure: before ?? null },
  }
}

/** Ports of the part that threads, choices or accepted warnings of this build speak of. */
function portsInUse(build: Build, partId: string): ReadonlySet<string> {
  const itemIds = new Set(build.items.filter((item) => item.partId === partId).map((item) => item.id))
  const used = new Set<string>()
  const visit = (node: unknown): void => {
    if (Array.isArray(node)) return node.forEach(visit)
    if (typeof node !== 'object' || node === null) return
    const { itemId, portId } = node as { readonly itemId?: unknown; readonly portId?: unknown }
    if (typeof itemId === 'string' && typeof portId === 'string' && itemIds.has(itemId)) used.add(portId)
    Object.values(node).forEach(visit)
  }
  visit([build.threads, build.choices, build.accepted])
  return used
}

/** Puts another version of a part in the place of the one this build holds. */
export function setPart(build: Build, { part }: EditOf<'setPart'>): Changed {
  const before = partOf(build, part.id)
  const kept = new Set(part.ports.map((port) => port.id))
  const gone = before.ports.filter((port) => !kept.has(port.id))
  const used = portsInUse(build, part.id)
  const lost = gone.find((port) => used.has(port.id))
  if (lost !== undefined) {
    refuse(
      `${before.name} still has something plugged in or decided at its port “${lost.name}”: unplug it before the port goes.`,
    )
  }
  const parts = build.parts.map((held) => (held.id === part.id ? part : held))
  return { build: withSoundPlaces({ ...build, parts }), inverse: { type: 'setPart', part: before } }
}
