import type { Actor } from './actor'
import type { Role } from '../core/formats/people-schema'
import { benchNames } from './members'

/** Who looks, as pages are told; undefined at one desk. */
export async function whoIs(actor: Actor | undefined) {
  if (actor?.session === undefined) return undefined
  const { session, roles, benchId } = actor
  const names = await benchNames([...roles.keys()])
  const benches = [...roles].map(([id, role]): { id: string; name: string; role: Role } => ({
    id,
    role,
    name: names.get(id) ?? '',
  }))
  return { name: session.name, benches, bench: benches.find(({ id }) => id === benchId) }
}
