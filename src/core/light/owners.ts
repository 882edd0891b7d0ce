import type { Item } from '../build/schema'
import type { PortRef } from '../schema/schema-kit'
import type { Harness } from '../operate/harness'
import { lightOwnerOf, lightSchool, type LightOwner } from '../structure/signal/owners'

/** Who rules a light: an owner, nobody, several that spoil each other; undefined where nobody says what its box needs. */
export type RuledBy = LightOwner | 'nobody' | 'several' | undefined

/** One light of the build and who rules it. */
export interface OwnedLight {
  readonly at: PortRef
  readonly item: Item
  /** Where on its thing it is: rim, hub, pump, strip. */
  readonly zone: string
  readonly by: RuledBy
  /** Whom a choice for it, its group or the build names. */
  readonly wanted: LightOwner | undefined
}

/** Every light of the build, in the order of its items. */
export function ownedLights(harness: Harness): readonly OwnedLight[] {
  const { sourcesOf } = harness.lights()
  return harness.items.flatMap((item) => {
    const { part, all } = harness.factsOfItem(item.id)
    return all.light.map((light): OwnedLight => {
      const at = { itemId: item.id, portId: light.input }
      const placed = harness.port(at)
      const sources = harness.threadsAt(at).length === 0 ? [] : sourcesOf({ at, placed, light })
      const [source] = sources
      const by = source === undefined ? 'nobody' : sources.length > 1 ? 'several' : lightOwnerOf(source, part.maker)
      return { at, item, zone: light.zone, by, wanted: lightSchool(harness.build, at)?.wanted }
    })
  })
}
