import { nameOfPort } from '../build/refs'
import type { Build } from '../build/schema'
import type { ReadAt } from '../ask/open-figures'
import type { MissingFigure } from '../rules/missing'
import { listNames } from './text'

const READ_AT: Readonly<Record<ReadAt, string>> = {
  label: 'on its label',
  manual: 'in its manual',
  measured: 'with a ruler',
}

/** Where to look for it: `on its label`. */
export const readAtText = (at: ReadAt): string => READ_AT[at]

/** So many are named before the rest is counted. */
const MOST_NAMED = 3

/** `CPU, SYS1, F1 and 4 more`: what is open for want of a figure. */
export function settlesText(build: Build, { settles }: MissingFigure): string {
  const names = [...new Set(settles.map((ref) => nameOfPort(build, ref)))]
  const rest = names.length - MOST_NAMED
  return listNames(rest > 1 ? [...names.slice(0, MOST_NAMED), `${rest} more`] : names)
}
