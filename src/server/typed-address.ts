import { cut } from '../core/units/cut'

/** What the address of a page asks with. Somebody types into addresses: what is not understood there is as if it were not said. */
export type Typed = Readonly<Record<string, string | readonly string[] | undefined>>

const MOST_LENGTH = 200

/** A text of an address as plain letters, at most so many; empty where it says none. */
export function textTyped(typed: Typed, name: string, mostLength = MOST_LENGTH): string {
  const text = typed[name]
  return typeof text === 'string' ? cut(text.replaceAll(/[\p{Cc}\p{Cs}]/gu, ' ').trim(), mostLength) : ''
}

/** The number of a page; the first where an address says none. */
export function pageTyped(typed: Typed): number {
  const text = textTyped(typed, 'page')
  return /^[1-9]\d{0,6}$/.test(text) ? Number(text) : 1
}
