import { LEAST_DECIMALS, formatAlike } from '../units/format'
import { MEND_TEXTS, type Finding, type Mend, type Param } from '../rules/rule'
import { ruleOf } from '../rules/check'

const MOST_NAMES = 12

/** `F1, F2 and F3`; a long list names the first dozen and counts the rest. */
export function listNames(names: readonly string[]): string {
  const shown = names.length > MOST_NAMES ? [...names.slice(0, MOST_NAMES), `${names.length - MOST_NAMES} more`] : names
  const last = shown.at(-1)
  if (shown.length < 2 || last === undefined) return shown.join('')
  return `${shown.slice(0, -1).join(', ')} and ${last}`
}

/** `1 stop`, `3 stops`. */
export function countOf(count: number, noun: string): string {
  return `${count} ${noun}${count === 1 ? '' : 's'}`
}

const UNIT_OF_SUFFIX = [
  ['Amps', ' A'],
  ['Volts', ' V'],
  ['Percent', ' %'],
  ['Mm', ' mm'],
  ['Count', ''],
] as const

function fill(template: string, params: Readonly<Record<string, Param>>): string {
  const amps = Object.entries(params).filter(
    (entry): entry is [string, number] => entry[0].endsWith('Amps') && typeof entry[1] === 'number',
  )
  const decimals = formatAlike(amps.map(([, value]) => value))
  return template.replaceAll(/\{(\w+)\}/g, (_whole, slot: string) => {
    const value = params[slot]
    if (value === undefined) return `{${slot}}`
    if (typeof value === 'string') return value
    if (typeof value !== 'number') return listNames(value)
    const unit = UNIT_OF_SUFFIX.find(([suffix]) => slot.endsWith(suffix))
    if (unit === undefined) return String(value)
    return (unit[0] === 'Amps' ? value.toFixed(Math.max(decimals, LEAST_DECIMALS)) : String(value)) + unit[1]
  })
}

/** The sentence of a finding, its figures those that were compared. */
export function findingText(finding: Finding): string {
  return fill(ruleOf(finding).messages[finding.messageId]!.text, finding.params)
}

/** The sentence of a mend: what it changes. */
export function mendText(mend: Mend): string {
  return fill(MEND_TEXTS[mend.messageId], mend.params)
}
