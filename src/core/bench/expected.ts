import type { Bounds } from '../operate/motor-speed'
import type { Sight } from './sight'
import type { Rehearsal } from './simulate'

/** What a machine that is as planned shows at one sight. */
export interface Expected {
  readonly sight: Sight
  readonly is:
    | 'starts'
    | 'complains'
    | 'seen'
    | 'unseen'
    | 'shows'
    | 'nothing'
    | 'turns'
    | 'stands'
    | 'shines'
    | 'astray'
    | 'dark'
    | 'in'
    | 'out'
  /** Of what turns, or of the speed that is shown; undefined where no figure says it. */
  readonly rpm: Bounds | undefined
  /** Of a header: whether anything is plugged into it. */
  readonly isUsed: boolean
}

function expectedAt({ harness, plan }: Rehearsal, sight: Sight): Expected {
  const { kind, key, at } = sight
  const as = (is: Expected['is'], rpm?: Bounds): Expected => ({ sight, is, rpm, isUsed: true })
  switch (kind) {
    case 'board':
      return as(plan.complaining.has(at.itemId) ? 'complains' : 'starts')
    case 'box':
      return as(plan.unseen.has(at.itemId) ? 'unseen' : 'seen')
    case 'reading': {
      const heard = plan.readings.get(key) ?? []
      const isUsed = harness.threadsAt(at).length > 0
      return { ...as(heard.length === 0 ? 'nothing' : 'shows', heard.length === 1 ? heard[0]!.rpm : undefined), isUsed }
    }
    case 'fan': {
      const { stands, rpm } = plan.motions.get(key)!
      return stands ? as('stands') : as('turns', rpm)
    }
    case 'light': {
      const shine = plan.shines.get(key)
      if (shine?.isFed !== true) return as('dark')
      return as(shine.source === 'none' || shine.source === 'several' ? 'astray' : 'shines')
    }
    case 'air':
      return as(harness.placeOf(at.itemId)!.flow.direction === 'in' ? 'in' : 'out')
    default:
      return kind satisfies never
  }
}

/** What is to be seen at the first power-on, sight by sight; headers that nothing is plugged into are told as such. */
export const expectedOf = (rehearsal: Rehearsal): readonly Expected[] =>
  rehearsal.sights.map((sight) => expectedAt(rehearsal, sight))
