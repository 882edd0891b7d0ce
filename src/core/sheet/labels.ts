import type { Harness } from '../operate/harness'
import { workOf } from './work'

/** What goes around one end of a lead. */
export interface Label {
  readonly threadId: string
  readonly end: 'from' | 'to'
  /** The mark of the thing that the lead comes from. */
  readonly mark: string
  /** Where this end is, and where the other one is. */
  readonly here: string
  readonly there: string
  /** The number of the step that plugs it; undefined where no step does. */
  readonly step: number | undefined
}

/** Two labels for every lead, in the order in which they are plugged: one for each end. */
export function labelsOf(harness: Harness): readonly Label[] {
  const steps = new Map(
    workOf(harness).flatMap(({ task }, index) => ('threadId' in task ? [[task.threadId, index + 1]] : [])),
  )
  const inOrder = harness.threads.toSorted((a, b) => (steps.get(a.id) ?? Infinity) - (steps.get(b.id) ?? Infinity))
  return inOrder.flatMap(({ id: threadId, from, to }): readonly Label[] => {
    const [atFrom, atTo] = [harness.name(from), harness.name(to)]
    const { mark } = harness.port(from).item
    const step = steps.get(threadId)
    return [
      { threadId, end: 'from', mark, here: atFrom, there: atTo, step },
      { threadId, end: 'to', mark, here: atTo, there: atFrom, step },
    ]
  })
}

/** How labels lie on what they are printed on; all in millimetres. */
export interface LabelPaper {
  readonly pageWidthMm: number
  readonly pageHeightMm: number
  readonly marginLeftMm: number
  readonly marginTopMm: number
  readonly columns: number
  readonly rows: number
  readonly labelWidthMm: number
  readonly labelHeightMm: number
  readonly gapXMm: number
  readonly gapYMm: number
}

/** Bounds of what can be a paper for labels. */
export const LABEL_BOUNDS = {
  pageMm: { least: 6, most: 2000 },
  labelMm: { least: 6, most: 200 },
  marginMm: { least: 0, most: 100 },
  gapMm: { least: 0, most: 50 },
  count: { least: 1, most: 40 },
} as const

/** A4 and Letter are as ISO 216 and ANSI/ASME Y14.1 have them; the rest is what fits on them. */
export const PAPERS: Readonly<Record<'a4' | 'letter', LabelPaper>> = {
  a4: {
    pageWidthMm: 210,
    pageHeightMm: 297,
    marginLeftMm: 12.5,
    marginTopMm: 20,
    columns: 7,
    rows: 24,
    labelWidthMm: 25,
    labelHeightMm: 10,
    gapXMm: 1.5,
    gapYMm: 1,
  },
  letter: {
    pageWidthMm: 215.9,
    pageHeightMm: 279.4,
    marginLeftMm: 15.4,
    marginTopMm: 20,
    columns: 7,
    rows: 23,
    labelWidthMm: 25,
    labelHeightMm: 10,
    gapXMm: 1.5,
    gapYMm: 1,
  },
}

/** A tape of one width, cut after each label: a page is one label. */
export const tapePaper = (tapeWidthMm: number, labelWidthMm: number): LabelPaper => ({
  pageWidthMm: labelWidthMm,
  pageHeightMm: tapeWidthMm,
  marginLeftMm: 0,
  marginTopMm: 0,
  columns: 1,
  rows: 1,
  labelWidthMm,
  labelHeightMm: tapeWidthMm,
  gapXMm: 0,
  gapYMm: 0,
})

/** Less than this nobody measures. */
const TOLERANCE_MM = 0.01

/** What is wrong with a paper, in one sentence; undefined where its labels lie on it. */
export function paperFault(paper: LabelPaper): string | undefined {
  const { pageWidthMm, pageHeightMm, marginLeftMm, marginTopMm, columns, rows, ...label } = paper
  const widthMm = marginLeftMm + columns * label.labelWidthMm + (columns - 1) * label.gapXMm
  const heightMm = marginTopMm + rows * label.labelHeightMm + (rows - 1) * label.gapYMm
  const mm = (value: number) => `${Number(value.toFixed(2))} mm`
  if (widthMm > pageWidthMm + TOLERANCE_MM)
    return `${columns} columns of ${mm(label.labelWidthMm)} need ${mm(widthMm)} with their gaps and the margin, and the page is ${mm(pageWidthMm)} wide. Take fewer columns, or smaller labels.`
  if (heightMm > pageHeightMm + TOLERANCE_MM)
    return `${rows} rows of ${mm(label.labelHeightMm)} need ${mm(heightMm)} with their gaps and the margin, and the page is ${mm(pageHeightMm)} high. Take fewer rows, or smaller labels.`
  return undefined
}

/** A label and where its upper left corner is on its page, in mm. */
export interface PlacedLabel {
  readonly label: Label
  readonly xMm: number
  readonly yMm: number
}

/** The pages of labels, row by row, on a paper whose first labels may be used up already. */
export function pagesOf(
  labels: readonly Label[],
  paper: LabelPaper,
  usedCount = 0,
): readonly (readonly PlacedLabel[])[] {
  const perPage = paper.columns * paper.rows
  const pages: PlacedLabel[][] = []
  for (const [index, label] of labels.entries()) {
    const place = index + (usedCount % perPage)
    const [row, column] = [Math.floor((place % perPage) / paper.columns), place % paper.columns]
    const page = (pages[Math.floor(place / perPage)] ??= [])
    page.push({
      label,
      xMm: paper.marginLeftMm + column * (paper.labelWidthMm + paper.gapXMm),
      yMm: paper.marginTopMm + row * (paper.labelHeightMm + paper.gapYMm),
    })
  }
  return pages
}

/** A text on a label: its size, and how much of it there is room for. */
export interface FittedText {
  readonly text: string
  readonly sizeMm: number
  readonly isCut: boolean
}

/** So wide is a letter of a plain face on the average, and at most, as a share of its size (a sans serif face, from memory). */
const LETTER_SHARE = 0.56
/** Letters below this are read by nobody: 1.4 mm is four points. */
export const LEAST_LETTER_MM = 1.4

/** A text in one line of a width: as large as it may be, smaller where it is long, and cut where it would be too small to read. */
export function fitText(text: string, widthMm: number, mostMm: number): FittedText {
  const wanted = widthMm / (LETTER_SHARE * Math.max(1, text.length))
  if (wanted >= LEAST_LETTER_MM) return { text, sizeMm: Math.min(mostMm, wanted), isCut: false }
  const count = Math.max(1, Math.floor(widthMm / (LETTER_SHARE * LEAST_LETTER_MM)) - 1)
  return { text: `${[...text].slice(0, count).join('')}…`, sizeMm: LEAST_LETTER_MM, isCut: true }
}

/** What a scanner reads off a label: all that it says, and which build it is of. */
export const codeText = (build: string, { here, there, step }: Label): string =>
  `${here} to ${there}${step === undefined ? '' : `, step ${step}`}; ${build}`
