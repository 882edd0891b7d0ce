import type { Row, Sums, Terms } from './model'

const PER_LINE = 8

function sumText(terms: Terms): string {
  const parts = terms.map(([name, factor]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`)
  const lines = Array.from({ length: Math.ceil(parts.length / PER_LINE) }, (_, line) =>
    parts.slice(line * PER_LINE, (line + 1) * PER_LINE).join(' '),
  )
  return lines.join('\n   ')
}

function rowText({ name, terms, least, most }: Row): readonly string[] {
  const sum = sumText(terms)
  if (least !== undefined && least === most) return [` ${name}: ${sum} = ${least}`]
  return [
    ...(most === undefined ? [] : [` ${name}u: ${sum} <= ${most}`]),
    ...(least === undefined ? [] : [` ${name}l: ${sum} >= ${least}`]),
  ]
}

/** Sums with one sum to be made small, in the LP format that solvers read; `more` are rows that hold besides. */
export function lpText({ variables, rows }: Sums, goal: Terms, more: readonly Row[] = []): string {
  const whole = variables.filter(({ isWhole }) => isWhole).map(({ name }) => ` ${name}`)
  return [
    'Minimize',
    ` goal: ${sumText(goal)}`,
    'Subject To',
    ...[...rows, ...more].flatMap(rowText),
    'Bounds',
    ...variables.map(({ name, most }) => ` 0 <= ${name} <= ${most}`),
    'Generals',
    ...whole,
    'End',
    '',
  ].join('\n')
}
