import { LoomError } from '../errors'
import type { SingleEdit } from './edit-schema'
import { placeFaults } from './place-faults'
import type { Build } from './schema'

/** The build after a single change, and the edit that takes it back. */
export interface Changed {
  readonly build: Build
  readonly inverse: SingleEdit
}

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
