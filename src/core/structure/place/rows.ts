import type { Placed } from './places'
import type { Site } from './way-ends'
import { isClipped } from './ways'
import type { PlacedPort } from '../wiring/wiring'

/** Frames that clip together side by side: one end has the lead, the contacts of the other keep their cover. */
export interface Row {
  readonly things: readonly Placed[]
  readonly leadEnd: Placed
  readonly coveredEnd: Placed
}

/** The thing that is clipped on behind this one, in a neighbouring place. */
function nextOf(site: Site, placed: Placed): Placed | undefined {
  const clips = placed.facts.part.ports.filter(({ bareContacts }) => bareContacts === true)
  for (const { id } of clips) {
    const clip = site.port({ itemId: placed.item.id, portId: id })
    const on: PlacedPort | undefined = site.across(clip.ref).find((lead) => isClipped(site, lead, clip))
    if (on !== undefined) return site.placeOf(on.item.id)
  }
  return undefined
}

/** Every row of clipped frames in the cases of a build, in the order of the marks of their lead ends. */
export function rowsOf(site: Site): readonly Row[] {
  const next = new Map(site.places().map((placed) => [placed, nextOf(site, placed)] as const))
  const behind = new Set(next.values())
  return site.places().flatMap((placed): readonly Row[] => {
    if (behind.has(placed) || next.get(placed) === undefined) return []
    const things: Placed[] = [placed]
    for (let on = next.get(placed); on !== undefined && !things.includes(on); on = next.get(on)) things.push(on)
    return [{ things, leadEnd: placed, coveredEnd: things.at(-1)! }]
  })
}
