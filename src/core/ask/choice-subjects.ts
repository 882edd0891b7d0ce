import type { School } from '../build/schools'
import type { Harness } from '../operate/harness'
import { radiatorAt } from '../structure/place/fits'
import { isFan, isSitting, type Sitting } from '../structure/place/places'

/** Fans that sit on a radiator, by their items. */
function onRadiator(harness: Harness): ReadonlySet<string> {
  const all = harness.places().filter((placed): placed is Sitting => isSitting(placed))
  const fans = all.filter((placed) => isFan(placed.facts) && radiatorAt(all, placed.mounted) !== undefined)
  return new Set(fans.map(({ item }) => item.id))
}

/** What has to be there for a choice to speak of anything, in a few words, and in which stage it is put there. */
export const CHOICE_ASKS: Readonly<
  Record<School, { readonly words: string; readonly stage: 'places' | 'threads' | 'parts' }>
> = {
  radiatorFans: { words: 'no fan sits on a radiator', stage: 'places' },
  radiatorAir: { words: 'no fan sits on a radiator', stage: 'places' },
  speed: { words: 'no fan is plugged in', stage: 'threads' },
  fanCount: { words: 'no fan is plugged in', stage: 'threads' },
  manyFans: { words: 'there are not two fans', stage: 'parts' },
  models: { words: 'there are not two fans', stage: 'parts' },
  light: { words: 'no light is plugged in', stage: 'threads' },
  splitLights: { words: 'there are not two lights plugged in', stage: 'threads' },
  wrongPlug: { words: 'there is no lead', stage: 'parts' },
  curveSet: { words: 'no fan is plugged in', stage: 'threads' },
  plan: { words: 'there is nothing to plan', stage: 'parts' },
}

/** How many things a choice speaks of, among these items. */
function subjectCount(harness: Harness, school: School, itemIds: readonly string[]): number {
  const isMeant = new Set(itemIds)
  const fans = harness
    .speed()
    .commands.filter(({ motor, at }) => motor.pump !== true && isMeant.has(at.itemId))
    .map(({ at }) => at.itemId)
  const lights = harness.lights().lights.filter(({ at }) => isMeant.has(at.itemId))
  switch (school) {
    case 'radiatorFans':
    case 'radiatorAir':
      return [...onRadiator(harness)].filter((itemId) => isMeant.has(itemId)).length
    case 'speed':
    case 'curveSet':
    case 'fanCount':
      return fans.length
    case 'manyFans':
    case 'models': {
      const all = itemIds.filter((itemId) => harness.factsOfItem(itemId).all.motor.some(({ pump }) => pump !== true))
      return all.length > 1 ? all.length : 0
    }
    case 'light':
      return lights.length
    case 'splitLights':
      return lights.length > 1 ? lights.length : 0
    case 'wrongPlug':
    case 'plan':
      return itemIds.length
    default:
      return school satisfies never
  }
}

/** A choice that speaks of nothing as things are: whose it is (a group, or the build), and what it asks for. */
export interface IdleChoice {
  readonly school: School
  readonly groupName: string | undefined
}

/** Every choice of the build and its groups that applies to nothing yet. */
export function idleChoices(harness: Harness): readonly IdleChoice[] {
  const { build } = harness
  const decided = (schools: object | undefined) => Object.keys(schools ?? {}) as School[]
  const all = build.items.map(({ id }) => id)
  return [
    ...decided(build.choices.schools)
      .filter((school) => subjectCount(harness, school, all) === 0)
      .map((school) => ({ school, groupName: undefined })),
    ...(build.groups ?? []).flatMap(({ name, itemIds, schools }) =>
      decided(schools)
        .filter((school) => subjectCount(harness, school, itemIds) === 0)
        .map((school) => ({ school, groupName: name })),
    ),
  ]
}
