import type { Actor } from './actor'

/** Who looks, as pages are told; undefined at one desk. */
export function whoIs(actor: Actor | undefined) {
  if (actor?.session === undefined) return undefined
  const { name, benches } = actor.session
  return { name, benches, bench: benches.find(({ id }) => id === actor.benchId) }
}
