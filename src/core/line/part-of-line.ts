import type { Token } from '../parts/line/lex'
import { withControl } from '../parts/line/draft-faults'
import { makeOf } from '../parts/line/make-of-draft'
import { groupsOf, readTokens } from '../parts/line/read'
import { assumedOf, faultsOf } from './assumed'
import { boardOfLine } from './board'
import { caseOfLine, isCaseClass } from './case'
import { controllerOfLine } from './controller'
import { coolerOfLine } from './cooler'
import type { LineResult, NewId } from './made'
import { phraseIn } from './rows'
import { supplyOfLine } from './supply'

type Composed = (tokens: readonly Token[], end: number, newId: NewId) => LineResult

const named = (read: Composed, ...words: readonly string[]) => words.map((word) => [word, read] as const)

/** What is made of rows or of several things, by the words that name it; the first that is met decides. */
const COMPOSED: ReadonlyMap<string, Composed> = new Map([
  ...named(boardOfLine, 'board', 'motherboard', 'mainboard'),
  ...named(supplyOfLine, 'supply', 'psu', 'power supply', 'power unit'),
  ...named(
    coolerOfLine,
    'aio',
    'cooler',
    'air cooler',
    'liquid cooler',
    'water cooler',
    'cpu cooler',
    'tower cooler',
    'all-in-one',
    'radiator',
  ),
  ...named(controllerOfLine, 'controller', 'fan controller', 'light controller', 'argb controller', 'control box'),
])
/** Words that hold the name of a composed thing and mean a plain one. */
const PLAIN = new Map(['radiator fan', 'own supply', 'board lead'].map((word) => [word, true] as const))

/** How a thing is read that one draft cannot tell; undefined for all others. */
function composedBy(tokens: readonly Token[]): Composed | undefined {
  for (let at = 0; at < tokens.length; at += 1) {
    if (isCaseClass(tokens, at)) return caseOfLine
    const plain = phraseIn(PLAIN, tokens, at)
    const phrase = phraseIn(COMPOSED, tokens, at)
    if (plain !== undefined) at += plain.tokenCount - 1
    else if (phrase !== undefined) return phrase.value
  }
  const words = new Set(tokens.flatMap((token) => (token.sort === 'word' ? [token.word] : [])))
  const isOfWatts = tokens.some((token) => token.sort === 'figure' && token.unit === 'W')
  const hasCables = ['cable', 'cables', 'sata', 'molex', 'peripheral'].filter((word) => words.has(word)).length > 1
  // “550w, 3 cables sata 3”: nothing else has watts and cables of plugs.
  if (isOfWatts && hasCables) return supplyOfLine
  const isAlone = tokens.every(
    (token) => token.sort === 'word' && ['case', 'enclosure', 'tower', 'a', 'my', 'pc'].includes(token.word),
  )
  return isAlone && (words.has('case') || words.has('enclosure') || words.has('tower')) ? caseOfLine : undefined
}

/** A thing that one draft tells. */
function plainOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const reading = readTokens(tokens, end)
  const { spans } = reading
  const last = Math.max(0, ...spans.map(({ to }) => to), ...reading.faults.map(({ to }) => to))
  const draft = withControl(reading.draft)
  const { thing } = draft
  const isLabel = Object.keys(draft).some((slot) => slot !== 'sizeMm' && slot !== 'count')
  const faults = [...reading.faults, ...(thing === undefined ? [] : faultsOf(reading.draft, reading, last))]
  if (thing === undefined || faults.length > 0) return { spans, faults, assumed: [], made: [], isLabel }
  const made = [{ count: draft.count ?? 1, part: makeOf({ ...draft, thing }, newId()) }]
  return { spans, faults, assumed: assumedOf(reading, draft), made, isLabel: true }
}

/** The things of a typed line, each with what was understood, what was assumed and what cannot be right. `idOf` names them. */
export function partsOfLine(text: string, idOf: (index: number) => string): readonly LineResult[] {
  let madeCount = 0
  const newId = () => idOf(madeCount++)
  return groupsOf(text).map((tokens) => (composedBy(tokens) ?? plainOfLine)(tokens, tokens.at(-1)!.to, newId))
}
