import { LoomError } from '../errors'
import { placeFaults } from './place-faults'
import type { Build } from './schema'

/** Refuses an edit with a sentence. */
export function refuse(message: string): never {
  throw new LoomError('EDIT_NOT_POSSIBLE', message)
}

/** The build, if all it says of places speaks of what is there. */
export function withSoundPlaces(build: Build): Build {
  const [fault] = placeFaults(build)
  if (fault === undefined) return build
  const place = build.places?.[Number(fault.pointer.split('/')[2])]
  const mark = build.items.find(({ id }) => id === place?.itemId)?.mark ?? 'A thing'
  return refuse(`${mark} would sit nowhere: ${fault.message}.`)
}
