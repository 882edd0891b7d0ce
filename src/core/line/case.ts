import type { Token } from '../parts/line/lex'
import { TEMPLATE_CASES } from '../templates/cases'
import { resultOf, type LineResult, type NewId } from './made'
import { unknownWord } from '../parts/line/words'
import { phraseIn } from './rows'

type CaseWord = { readonly templateId: string } | 'case'

const classOf = (templateId: string, ...words: readonly string[]) =>
  words.map((word): [string, CaseWord] => [word, { templateId }])

const WORDS: ReadonlyMap<string, CaseWord> = new Map<string, CaseWord>([
  ...classOf('template-case-cube', 'cube', 'small case', 'itx case', 'mini-itx case', 'small cube', 'mini tower'),
  ...classOf('template-case-mid', 'mid tower', 'mid-tower', 'midi tower', 'middle tower', 'medium tower', 'atx case'),
  ...classOf('template-case-wide', 'wide case', 'two chambers', 'dual chamber', 'two-chamber'),
  ...classOf('template-case-full', 'full tower', 'full-tower', 'big tower', 'large tower'),
  ...['case', 'enclosure', 'tower', 'a', 'an', 'the', 'new', 'my', 'pc', 'of'].map((word): [string, CaseWord] => [
    word,
    'case',
  ]),
])

/** Whether a phrase names a case by its class. */
export const isCaseClass = (tokens: readonly Token[], at: number): boolean => {
  const phrase = phraseIn(WORDS, tokens, at)
  return phrase !== undefined && phrase.value !== 'case'
}

/** A case of a general class: “mid tower”. */
export function caseOfLine(tokens: readonly Token[], end: number, newId: NewId): LineResult {
  const spans: { from: number; to: number; meaning: string }[] = []
  const faults: { from: number; to: number; message: string }[] = []
  const found: string[] = []
  for (let at = 0; at < tokens.length; at += 1) {
    const token = tokens[at]!
    if (token.sort === 'clause') continue
    const phrase = phraseIn(WORDS, tokens, at)
    const last = tokens[at + (phrase?.tokenCount ?? 1) - 1]!
    if (phrase === undefined) {
      const otherwise = 'A line tells the class of a case, no more; put a semicolon before another part.'
      const message =
        token.sort === 'word'
          ? unknownWord(token.word, [...WORDS.keys()], otherwise)
          : `“${token.text.trim()}” says nothing here. ${otherwise}`
      faults.push({ from: token.from, to: token.to, message })
    } else if (phrase.value !== 'case') {
      const { templateId } = phrase.value
      if (!found.includes(templateId)) found.push(templateId)
      spans.push({ from: token.from, to: last.to, meaning: 'a class of cases' })
    } else spans.push({ from: token.from, to: last.to, meaning: 'a case' })
    at += (phrase?.tokenCount ?? 1) - 1
  }
  const classes = 'cube, mid tower, full tower or wide case'
  if (found.length !== 1 && faults.length === 0) {
    faults.push({
      from: end,
      to: end,
      message:
        found.length === 0
          ? `Say which class the case is of: ${classes}.`
          : `Two classes of cases: put a semicolon between two parts.`,
    })
  }
  return resultOf({
    spans,
    faults,
    assumed: ['panels and measures as cases of this class have them as a rule: correct them from its manual'],
    make: () => {
      const template = TEMPLATE_CASES.find(({ id }) => id === found[0])!
      return [{ count: 1, part: { ...template, id: newId() } }]
    },
  })
}
