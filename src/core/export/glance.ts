import type { Build } from '../build/schema'
import { derive, type Harness } from '../operate/harness'
import { check } from '../rules/check'
import type { Severity } from '../rules/engine/rule'
import { sketchOf } from './sketch'

/** One line of the small picture in the list: a header or box, the piece on it, and its leads, `f` a fan, `l` a light. */
export interface GlanceRow {
  readonly label: string
  readonly piece?: string
  readonly leads: string
}

/** What a list shows of a build: how it was judged, and its wiring in small. */
export interface Glance {
  readonly counts: Readonly<Record<Severity, number>>
  /** Whether there was anything to judge: nothing is before there is a board or a lead is plugged. */
  readonly isJudged: boolean
  readonly rows: readonly GlanceRow[]
}

/** So many lines a small picture has room for, and so many leads a line. */
const MOST_ROWS = 4
const MOST_LEADS = 8

/** Whether there is something to plug into, or plugged in: before that no lead can be where it belongs. */
export const isJudged = ({ build, items, factsOfItem }: Harness): boolean =>
  build.threads.length > 0 || items.some(({ id }) => factsOfItem(id).part.kind === 'board')

/** The build at a glance, judged by all rules. */
export function glanceOf(build: Build): Glance {
  const harness = derive(build)
  const rows = sketchOf(harness, new Set(harness.items.map(({ id }) => id)))
  const counts = isJudged(harness) ? check(harness).counts : { stop: 0, warning: 0, unknown: 0, note: 0 }
  return {
    counts,
    isJudged: isJudged(harness),
    rows: rows
      .toSorted((a, b) => b.leads.length - a.leads.length)
      .slice(0, MOST_ROWS)
      .map(({ label, piece, leads }) => ({
        label,
        ...(piece === undefined ? {} : { piece }),
        leads: leads
          .slice(0, MOST_LEADS)
          .map(({ isLight }) => (isLight ? 'l' : 'f'))
          .join(''),
      })),
  }
}
