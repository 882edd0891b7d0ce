import { LABEL_BOUNDS, PAPERS, tapePaper, type LabelPaper } from '@/core/sheet/labels'
import { readKept, writeKept } from '@/ui/shared/browser-keep'

const KEY = 'gentle-loom labels'

/** What the labels are printed on, and how. */
export interface Wish {
  readonly kind: 'a4' | 'letter' | 'tape'
  readonly paper: LabelPaper
  /** So many are gone from the first sheet. */
  readonly usedCount: number
  readonly hasCode: boolean
  readonly hasFrame: boolean
}
const USUAL: Wish = { kind: 'a4', paper: PAPERS.a4, usedCount: 0, hasCode: false, hasFrame: true }
const TAPE = tapePaper(12, 40)

/** What each sort of paper is to begin with. */
export const paperOf = (kind: Wish['kind']): LabelPaper => (kind === 'tape' ? TAPE : PAPERS[kind])

/** What this browser kept; what is usual where that cannot be right. */
export function keptWish(): Wish {
  const kept = readKept(KEY) as Partial<Wish> | undefined
  const { kind, paper, usedCount, hasCode, hasFrame } = kept ?? {}
  const isRight =
    (kind === 'a4' || kind === 'letter' || kind === 'tape') &&
    Object.keys(PAPERS.a4).every((name) => typeof paper?.[name as keyof LabelPaper] === 'number') &&
    Number.isInteger(usedCount) &&
    typeof hasCode === 'boolean' &&
    typeof hasFrame === 'boolean'
  return isRight ? (kept as Wish) : USUAL
}

export const keepWish = (wish: Wish): void => writeKept(KEY, wish)

/** The measures of a paper: their words, their bounds, and whether a tape has them. */
export const FIELDS: readonly (readonly [
  name: keyof LabelPaper,
  words: string,
  bounds: keyof typeof LABEL_BOUNDS,
  onTape: boolean,
])[] = [
  ['labelWidthMm', 'label, wide', 'labelMm', true],
  ['labelHeightMm', 'label, high', 'labelMm', true],
  ['columns', 'columns', 'count', false],
  ['rows', 'rows', 'count', false],
  ['marginLeftMm', 'margin left', 'marginMm', false],
  ['marginTopMm', 'margin above', 'marginMm', false],
  ['gapXMm', 'gap between columns', 'gapMm', false],
  ['gapYMm', 'gap between rows', 'gapMm', false],
  ['pageWidthMm', 'page, wide', 'pageMm', false],
  ['pageHeightMm', 'page, high', 'pageMm', false],
]

/** Why a value of the paper cannot be; undefined where it can. */
export function boundsFault(paper: LabelPaper): string | undefined {
  for (const [name, words, key] of FIELDS) {
    const { least, most } = LABEL_BOUNDS[key]
    const isWhole = key !== 'count' || Number.isInteger(paper[name])
    if (!(paper[name] >= least && paper[name] <= most) || !isWhole)
      return `“${words}” takes ${key === 'count' ? 'a whole number' : 'millimetres'} from ${least} to ${most}.`
  }
  return undefined
}
