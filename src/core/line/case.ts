import type { Token } from '../parts/line/lex'
import type { LineFault, Span } from '../parts/line/state'
import { unknownWord } from '../parts/line/words'
import type { Part } from '../parts/schema'
import { TEMPLATE_CASES } from '../templates/cases'
import { dropFields, type Drop } from '../parts/make/kit'
import { readDrop } from './drop'
import { resultOf, type LineResult, type NewId } from './made'
import { phraseIn } from './rows'

type Panel = NonNullable<Part['panels']>[number]
type CaseWord = { readonly templateId: string } | { readonly side: Panel['side'] } | 'case' | 'filler'

const classOf = (templateId: string, ...words: readonly string[]) =>
  words.map((word): [string, CaseWord] => [word, { templateId }])
const panelAt = (side: Panel['side'], ...words: readonly string[]) =>
  words.map((word): [string, CaseWord] => [word, { side }])

const WORDS: ReadonlyMap<string, CaseWord> = new Map<string, CaseWord>([
  ...classOf('template-case-cube', 'cube', 'small case', 'itx case', 'mini-itx case', 'small cube', 'mini tower'),
  ...classOf('template-case-mid', 'mid tower', 'mid-tower', 'midi tower', 'middle tower', 'medium tower', 'atx case'),
  ...classOf('template-case-wide', 'wide case', 'two chambers', 'dual chamber', 'two-chamber'),
  ...classOf('template-case-full', 'full tower', 'full-tower', 'big tower', 'large tower'),
  ...panelAt('front', 'front', 'front panel'),
  ...panelAt('top', 'roof', 'top', 'lid'),
  ...panelAt('back', 'rear', 'back panel'),
  ...panelAt('bottom', 'floor', 'bottom'),
  ...panelAt('side', 'side', 'side panel'),
  ...['case', 'enclosure', 'tower', 'a', 'an', 'the', 'new', 'my', 'pc', 'of'].map((word): [string, CaseWord] => [
    word,
    'case',
  ]),
  ...['at', 'holds', 'back', 'holds back', 'filter', 'grille', 'panel'].map((word): [string, CaseWord] => [
    word,
    'filler',
  ]),
])

/** Whether a phrase names a case by its class. */
export const isCaseClass = (tokens: readonly Token[], at: number): boolean => {
  const phrase = phraseIn(WORDS, tokens, at)
  return typeof phrase?.value === 'object' && 'templateId' in phrase.value
}

/** A panel that a line speaks of, and its figures. */
interface PanelSaid {
  readonly side: Panel['side']
  readonly from: number
  readonly to: number
  readonly tokens: Token[]
}

/** The words of a case: its classes, and panel by panel what is said of it. */
interface CaseRead {
  readonly templateIds: ReadonlySet<string>
  readonly panels: readonly PanelSaid[]
  readonly spans: readonly Span[]
  readonly faults: readonly LineFault[]
}

function readCase(tokens: readonly Token[]): CaseRead {
  const spans: Span[] = []
  const faults: LineFault[] = []
  const templateIds = new Set<string>()
  const panels: PanelSaid[] = []
  for (let at = 0; at < tokens.length; at += 1) {
    const token = tokens[at]!
    if (token.sort === 'clause') continue
    const phrase = phraseIn(WORDS, tokens, at)
    const { from } = token
    const { to } = tokens[at + (phrase?.tokenCount ?? 1) - 1]!
    at += (phrase?.tokenCount ?? 1) - 1
    if (phrase === undefined) {
      const panel = panels.at(-1)
      if (token.sort === 'figure' && panel !== undefined) panel.tokens.push(token)
      else faults.push({ from, to, message: strangeIn(token) })
    } else if (phrase.value === 'case') spans.push({ from, to, meaning: 'a case' })
    else if (phrase.value === 'filler') continue
    else if ('side' in phrase.value) {
      panels.push({ side: phrase.value.side, from, to, tokens: [] })
      spans.push({ from, to, meaning: 'a panel' })
    } else {
      templateIds.add(phrase.value.templateId)
      spans.push({ from, to, meaning: 'a class of cases' })
    }
  }
  return { templateIds, panels, spans, faults }
}

function strangeIn(token: Token): string {
  const otherwise =
    'A line tells the class of a case, and what a panel holds back; put a semicolon before another part.'
  return token.sort === 'word'
    ? unknownWord(token.word, [...WORDS.keys()], otherwise)
    : `“${token.text.trim()}” says nothing here. ${otherwise}`
}

function classFault({ size }: ReadonlySet<string>): string | undefined {
  if (size === 1) return undefined
  return size === 0
    ? 'Say which class the case is of: cube, mid tower, full tower or wide case.'
    : 'Two classes of cases: put a semicolon between two parts.'
}

/** What is said of one panel of the class. */
function panelRead({ side, from, to, tokens }: PanelSaid, template: Part | undefined) {
  const drop = readDrop(tokens)
  const known = template?.panels ?? []
  const own =
    template !== undefined && !known.some((panel) => panel.side === side)
      ? `A ${template.name.toLowerCase()} has places at ${known.map(({ name }) => name.toLowerCase()).join(', ')} alone.`
      : drop.drop === undefined && drop.faults.length === 0
        ? 'Say what it holds back: “8 Pa at 100 m³/h”.'
        : undefined
  const strange = drop.rest.map((token) => ({ from: token.from, to: token.to, message: strangeIn(token) }))
  return {
    side,
    drop,
    faults: [...drop.faults, ...strange, ...(own === undefined ? [] : [{ from, to, message: own }])],
  }
}

const withDrops = (template: Part, drops: ReadonlyMap<Panel['side'], Drop | undefined>): Part['panels'] =>
  template.panels?.map((panel) => ({ ...panel, ...dropFields(drops.get(panel.side), 'manual') }))

/** A case of a general class: “mid tower”, “mid tower, front 8 Pa at 100 m3/h”. */
export function caseOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const { templateIds, panels: said, spans, faults } = readCase(tokens)
  const template = TEMPLATE_CASES.find(({ id }) => templateIds.has(id))
  const panels = said.map((panel) => panelRead(panel, template))
  const wrong = [...faults, ...panels.flatMap((panel) => panel.faults)]
  const open = wrong.length === 0 ? classFault(templateIds) : undefined
  return resultOf({
    spans: [...spans, ...panels.flatMap(({ drop }) => drop.spans)],
    faults: [...wrong, ...(open === undefined ? [] : [{ from: end, to: end, message: open }])],
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
    make: () => {
      const drops = new Map(panels.map(({ side, drop }) => [side, drop.drop]))
      const own = withDrops(template!, drops)
      return [{ count: 1, part: { ...template!, id: newId(), ...(own === undefined ? {} : { panels: own }) } }]
    },
  })
}
