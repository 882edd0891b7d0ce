import { demoBuild } from '../../../tests/support/bench'
import { derive } from '../operate/harness'
import { codeText, fitText, labelsOf, LEAST_LETTER_MM, pagesOf, paperFault, PAPERS, tapePaper } from './labels'

const harness = derive(demoBuild('harbour-lantern'))
const labels = labelsOf(harness)

test('every lead twice, once for each end, in the order in which it is plugged', () => {
  expect(labels.map(({ threadId, end }) => `${threadId} ${end}`).toSorted()).toEqual(
    harness.threads.flatMap(({ id }) => [`${id} from`, `${id} to`]).toSorted(),
  )
  expect(labels[0]).toEqual({ threadId: 't8', end: 'from', mark: 'P1', here: 'P1', there: 'PUMP', step: 13 })
  expect(labels[1]).toEqual({ threadId: 't8', end: 'to', mark: 'P1', here: 'PUMP', there: 'P1', step: 13 })
  const steps = labels.map(({ step }) => step!)
  expect(steps).toEqual(steps.toSorted((a, b) => a - b))
  expect(codeText('Lantern', labels[1]!)).toBe('PUMP to P1, step 13; Lantern')
})

test.each(Object.entries(PAPERS))('the usual labels lie on %s, none on another and none over the edge', (_, paper) => {
  expect(paperFault(paper)).toBeUndefined()
  const many = Array.from({ length: 400 }, (_unused, index) => labels[index % labels.length]!)
  const pages = pagesOf(many, paper, 5)
  expect(pages.flat()).toHaveLength(400)
  const first = pages[0]![0]!
  expect(first.xMm).toBeCloseTo(paper.marginLeftMm + 5 * (paper.labelWidthMm + paper.gapXMm), 9)
  for (const page of pages) {
    for (const { xMm, yMm } of page) {
      expect(xMm + paper.labelWidthMm).toBeLessThanOrEqual(paper.pageWidthMm)
      expect(yMm + paper.labelHeightMm).toBeLessThanOrEqual(paper.pageHeightMm)
    }
    expect(new Set(page.map(({ xMm, yMm }) => `${xMm} ${yMm}`)).size).toBe(page.length)
  }
})

test('a label longer or a row wider than its paper is refused with the sum', () => {
  expect(paperFault({ ...PAPERS.a4, columns: 8 })).toBe(
    '8 columns of 25 mm need 223 mm with their gaps and the margin, and the page is 210 mm wide. Take fewer columns, or smaller labels.',
  )
  expect(paperFault({ ...PAPERS.a4, labelHeightMm: 300, rows: 1 })).toMatch(
    /^1 rows of 300 mm need 320 mm .* 297 mm high/,
  )
  expect(paperFault(tapePaper(12, 40))).toBeUndefined()
  expect(pagesOf(labels, tapePaper(12, 40))).toHaveLength(labels.length)
})

test('a text is as large as it may be, smaller where it is long, and cut where nobody could read it', () => {
  expect(fitText('F1', 20, 4)).toEqual({ text: 'F1', sizeMm: 4, isCut: false })
  expect(fitText('Y1 outlet 1', 20, 4).sizeMm).toBeCloseTo(20 / (0.56 * 11), 9)
  const cut = fitText('A very long name of a box and its outlet, with a number 12', 20, 4)
  expect([cut.isCut, cut.sizeMm, cut.text.endsWith('…')]).toEqual([true, LEAST_LETTER_MM, true])
  expect(0.56 * LEAST_LETTER_MM * cut.text.length).toBeLessThanOrEqual(20)
})
