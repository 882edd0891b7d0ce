import type { Item } from '../../build/schema'
import { airBalance, type Balance, type Breath } from '../../places/flow'
import { isFan, isSitting, type Sitting } from './places'
import type { Site } from './way-ends'

/** A fan of a case with what it moves: undefined where its flow or its direction is not known. */
export interface Breathing {
  readonly placed: Sitting
  readonly share: { readonly direction: 'in' | 'out'; readonly m3PerH: number } | undefined
}

export interface CaseAir {
  readonly fans: readonly Breathing[]
  readonly balance: Balance
  /** What its fans are planned to run at, in percent of their rated speed. */
  readonly speedPercent: number
}

/** The cases that anything sits in, in the order of their marks. */
export function casesWithThings(site: Site): readonly Item[] {
  const held = new Set(site.places().flatMap(({ mounted }) => (mounted === undefined ? [] : [mounted.caseItem.id])))
  return site.items.filter(({ id }) => held.has(id))
}

const FULL_PERCENT = 100

/** What filters and grilles of a panel leave of the free flow, in percent, as the builder has set it. */
export function passesPercent(site: Site, caseId: string, panelId: string): number {
  const air = site.build.choices.air?.find(({ itemId }) => itemId === caseId)
  return air?.panels?.find((panel) => panel.panelId === panelId)?.passesPercent ?? FULL_PERCENT
}

/** One stage of push and pull moves the air that one of its fans would: those behind one another do not add. */
function isBehindAnother(fans: readonly Sitting[], fan: Sitting): boolean {
  const { mounted, place } = fan
  return (
    place.radiatorSide === 'outer' &&
    fans.some(
      (other) =>
        other !== fan &&
        other.place.radiatorSide === 'inner' &&
        other.mounted.panel === mounted.panel &&
        other.mounted.layout === mounted.layout &&
        other.mounted.placeNumber === mounted.placeNumber,
    )
  )
}

/**
 * What comes into a case and what goes out, in m3/h: rated free flow at the planned speed, less what the panel keeps
 * back. An indication only.
 */
export function airOfCase(site: Site, caseItem: Item): CaseAir {
  const speedPercent =
    site.build.choices.air?.find(({ itemId }) => itemId === caseItem.id)?.speedPercent ?? FULL_PERCENT
  const all = site
    .places()
    .filter((placed): placed is Sitting => isSitting(placed) && isFan(placed.facts))
    .filter(({ mounted }) => mounted.caseItem.id === caseItem.id)
  const breaths = all
    .filter((fan) => !isBehindAnother(all, fan))
    .map((placed) => ({
      placed,
      flowM3PerH: placed.facts.all.motor.find(({ pump }) => pump !== true)?.flowM3PerH?.value,
      speedShare: speedPercent / FULL_PERCENT,
      restriction: passesPercent(site, caseItem.id, placed.mounted.panel.id) / FULL_PERCENT,
    }))
  const known = breaths.flatMap(({ placed, ...rest }): readonly Breath[] =>
    placed.flow.direction === 'unknown' ? [] : [{ ...rest, direction: placed.flow.direction }],
  )
  return {
    speedPercent,
    balance: airBalance(known),
    fans: breaths.map(({ placed, flowM3PerH, speedShare, restriction }) => {
      const { direction } = placed.flow
      if (direction === 'unknown' || flowM3PerH === undefined) return { placed, share: undefined }
      return { placed, share: { direction, m3PerH: flowM3PerH * speedShare * restriction } }
    }),
  }
}
