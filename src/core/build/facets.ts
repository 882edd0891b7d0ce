import { caseOf } from './refs'
import type { Place } from './facet-schemas'

/** A kind of fact that people add about ports or items: a list with at most one entry about each. */
interface Facet {
  readonly about: 'port' | 'item'
  /** Where the list stands in the document. */
  readonly within: 'choices' | 'build'
  /** Another item that an entry speaks of: the entry goes with that one too. */
  readonly alsoOf?: (entry: never) => string | undefined
}

/**
 * Every facet there is. What their entries hold stands in facet-schemas.ts, which pages do not load; edits, slots,
 * what goes and comes back with an item, and the check of references are the same for all of them and follow from here.
 */
export const FACETS = {
  modes: { about: 'port', within: 'choices' },
  parked: { about: 'port', within: 'choices' },
  flatOut: { about: 'port', within: 'choices' },
  syncSettings: { about: 'port', within: 'choices' },
  declaredModels: { about: 'port', within: 'choices' },
  addresses: { about: 'item', within: 'choices' },
  covered: { about: 'port', within: 'choices' },
  air: { about: 'item', within: 'choices' },
  screens: { about: 'item', within: 'choices' },
  curves: { about: 'port', within: 'choices' },
  stockCurves: { about: 'port', within: 'choices' },
  lightOwners: { about: 'port', within: 'choices' },
  portTrials: { about: 'port', within: 'choices' },
  blindHeaders: { about: 'port', within: 'choices' },
  // What sits in a case that goes has no place any more.
  places: { about: 'item', within: 'build', alsoOf: (place: Place) => caseOf(place) },
} as const satisfies Readonly<Record<string, Facet>>

export type FacetName = keyof typeof FACETS
export const FACET_NAMES = Object.keys(FACETS) as readonly FacetName[]

/** The facets whose lists stand in the choices, or in the build itself. */
export type FacetWithin<W extends Facet['within']> = {
  [F in FacetName]: (typeof FACETS)[F]['within'] extends W ? F : never
}[FacetName]

/** Another item that an entry of a facet speaks of, beside the one it is about. */
export function alsoOf(name: FacetName, entry: unknown): string | undefined {
  const facet: Facet = FACETS[name]
  return facet.alsoOf?.(entry as never)
}

export const facetsWithin = <W extends Facet['within']>(within: W): readonly FacetWithin<W>[] =>
  FACET_NAMES.filter((name): name is FacetWithin<W> => FACETS[name].within === within)
