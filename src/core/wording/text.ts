import { formatAlike } from '../units/format'
import { cornerNamed } from './corner-text'
import { FIGURE_UNITS, MEND_TEXTS, type Finding, type Mend, type Param } from '../rules/engine/rule'
import { messageOf, ruleOf } from '../rules/check'

const MOST_NAMES = 12

/** `F1, F2 and F3`, each once; a long list names the first dozen and counts the rest. */
export function listNames(all: readonly string[]): string {
  const names = [...new Set(all)]
  const shown = names.length > MOST_NAMES ? [...names.slice(0, MOST_NAMES), `${names.length - MOST_NAMES} more`] : names
  const last = shown.at(-1)
  if (shown.length < 2 || last === undefined) return shown.join('')
  return `${shown.slice(0, -1).join(', ')} and ${last}`
}

/** A noun with its article, by the sound of its first letter. */
export function withArticle(noun: string): string {
  return `${/^[aeio]/i.test(noun) ? 'an' : 'a'} ${noun}`
}

/** `1 stop`, `3 stops`. */
export function countOf(count: number, noun: string): string {
  return `${count} ${noun}${count === 1 ? '' : 's'}`
}

/** Figures of one unit in one sentence get the same decimals, as many as it takes to agree with the verdict. */
function decimalsFor(suffix: string, params: Readonly<Record<string, Param>>): number {
  const values = Object.entries(params).flatMap(([slot, value]) =>
    typeof value === 'number' && unitOf(slot)?.[0] === suffix ? [value] : [],
  )
  if (suffix !== 'Amps' && values.every(Number.isInteger)) return 0
  return formatAlike(values)
}

function unitOf(slot: string) {
  return FIGURE_UNITS.find(([suffix]) => slot.endsWith(suffix))
}

function isOne(value: Param): boolean {
  if (typeof value === 'number') return value === 1
  return typeof value === 'string' || new Set(value).size === 1
}

/** A sentence with its slots filled: names listed, figures with their units, words by how many there are. */
export function fill(template: string, params: Readonly<Record<string, Param>>): string {
  return template.replaceAll(
    /\{(\w+)(?:\|([^|}]*)\|([^|}]*))?\}/g,
    (_whole, slot: string, one?: string, many?: string) => {
      const value = params[slot]
      if (value === undefined) return `{${slot}}`
      if (one !== undefined && many !== undefined) return isOne(value) ? one : many
      if (typeof value === 'string') return slot === 'leadCorner' ? cornerNamed(value) : value
      if (typeof value !== 'number') return listNames(value)
      const unit = unitOf(slot)
      return unit === undefined ? String(value) : value.toFixed(decimalsFor(unit[0], params)) + unit[1]
    },
  )
}

/** The sentence of a finding, its figures those that were compared. */
export function findingText(finding: Finding): string {
  return fill(messageOf(ruleOf(finding), finding.messageId).text, finding.params)
}

/** The sentence of a mend: what it changes. */
export function mendText(mend: Mend): string {
  return fill(MEND_TEXTS[mend.messageId], mend.params)
}
