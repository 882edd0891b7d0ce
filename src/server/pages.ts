import type { Tx } from './db'

const MOST_WORDS = 8

/** A condition on the column `name`: that it holds each of the words, letters large or small. */
export const namesHold = (tx: Tx, text: string) => wordsHold(tx, 'name', text)

/** The same of another column. */
export function wordsHold(tx: Tx, column: 'name' | 'search_text', text: string) {
  const words = text
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
    .slice(0, MOST_WORDS)
  return words.reduce(
    (condition, word) =>
      tx`${condition} and ${column === 'name' ? tx`lower(name)` : tx`search_text`} like ${`%${word.replaceAll(/[\\%_]/g, '\\$&')}%`}`,
    tx`true`,
  )
}

/** Where a page of a list begins; a page beyond the last is the last, one before the first the first. */
export function pageAt(count: number, wanted: number, size: number) {
  const pageCount = Math.max(1, Math.ceil(count / size))
  const page = Math.min(Math.max(wanted, 1), pageCount)
  return { page, pageCount, offset: (page - 1) * size }
}
