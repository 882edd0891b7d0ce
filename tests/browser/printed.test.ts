import { readFileSync } from 'node:fs'
import jsqr from 'jsqr'
import type { Download, Page } from 'playwright-core'
import { derive } from '../../src/core/operate/harness'
import { labelsOf } from '../../src/core/sheet/labels'
import { demoBuild } from '../support/bench'
import { drawnPage, pagesOfPdf, type Bitmap } from '../support/pdf'
import { newBuild } from '../support/server'
import { useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

const DOTS_PER_INCH = 600
const MM_PER_INCH = 25.4
const TOLERANCE_MM = 0.2
const toMm = (dots: number) => (dots / DOTS_PER_INCH) * MM_PER_INCH
const isDark = ({ grey, width }: Bitmap, x: number, y: number) => grey[y * width + x]! < 160

/** The rectangles of one label each, found on the drawn page by their frames: long dark rows, and the dark columns at their ends. */
function framesOn(page: Bitmap, labelWidthMm: number) {
  const least = Math.floor(((labelWidthMm - 2) / MM_PER_INCH) * DOTS_PER_INCH)
  const runs: { readonly y: number; readonly left: number; readonly right: number }[] = []
  for (let y = 0; y < page.height; y += 1) {
    for (let x = 0; x < page.width; x += 1) {
      if (!isDark(page, x, y)) continue
      const left = x
      while (x < page.width && isDark(page, x, y)) x += 1
      if (x - left >= least) runs.push({ y, left, right: x })
    }
  }
  const tops = runs.filter(
    ({ y, left }) => !runs.some((run) => run.y < y && y - run.y < 6 && Math.abs(run.left - left) < 6),
  )
  return tops.flatMap((top, index) => {
    const bottom = tops.slice(index + 1).find(({ left }) => Math.abs(left - top.left) < 6)
    if (bottom === undefined) return []
    const dots = runs.filter(({ y, left }) => y >= bottom.y && y < bottom.y + 6 && Math.abs(left - top.left) < 6)
    return [
      {
        leftMm: toMm(top.left),
        topMm: toMm(top.y),
        widthMm: toMm(top.right - top.left),
        heightMm: toMm(Math.max(...dots.map(({ y }) => y)) + 1 - top.y),
      },
    ]
  })
}

async function labelsPage(path: string): Promise<Page> {
  const page = await newPage(path)
  await page.getByRole('tab', { name: 'Labels' }).click()
  await page.getByRole('img', { name: /^Page 1 of/ }).waitFor()
  return page
}

test('labels on paper: 25 by 10 mm to 0.2 mm, where they belong, every lead twice, and the rule is 50 mm', async () => {
  const build = await newBuild(demoBuild('night-ferry'))
  const page = await labelsPage(`/builds/${build.id}/sheet`)
  const labels = labelsOf(derive(build))
  const told = await page.locator('[data-label]').evaluateAll((all) => all.map((one) => one.getAttribute('data-label')))
  expect(told.toSorted()).toEqual(build.threads.flatMap(({ id }) => [`${id} from`, `${id} to`]).toSorted())
  const pdf = await page.pdf({ preferCSSPageSize: true })
  const pages = pagesOfPdf(pdf)
  expect(pages).toHaveLength(1)
  expect(pages[0]!.widthPt).toBeCloseTo((210 / MM_PER_INCH) * 72, 0)
  const drawn = drawnPage(pdf, 1, DOTS_PER_INCH)
  // Between two rows there is a gap, which is framed too, and no label.
  const frames = framesOn(drawn, 25).filter(({ heightMm }) => heightMm > 5)
  expect(frames).toHaveLength(labels.length)
  // The stroke of a frame, 0.1 mm, lies half outside.
  for (const [index, { leftMm, topMm, widthMm, heightMm }] of frames
    .toSorted((a, b) => Math.round(a.topMm - b.topMm) || a.leftMm - b.leftMm)
    .entries()) {
    expect(Math.abs(widthMm - 0.1 - 25)).toBeLessThan(TOLERANCE_MM)
    expect(Math.abs(heightMm - 0.1 - 10)).toBeLessThan(TOLERANCE_MM)
    expect(Math.abs(leftMm + 0.05 - (12.5 + (index % 7) * 26.5))).toBeLessThan(TOLERANCE_MM)
    expect(Math.abs(topMm + 0.05 - (20 + Math.floor(index / 7) * 11))).toBeLessThan(TOLERANCE_MM)
  }
  // The longest dark row above the labels is the rule.
  let longest = 0
  for (let y = 0; y < (15 / MM_PER_INCH) * DOTS_PER_INCH; y += 1) {
    let run = 0
    for (let x = 0; x < drawn.width; x += 1) {
      run = isDark(drawn, x, y) ? run + 1 : 0
      longest = Math.max(longest, run)
    }
  }
  expect(Math.abs(toMm(longest) - 50)).toBeLessThan(TOLERANCE_MM + 0.2)
  // What stands on them, as another program reads it off the paper.
  const text = pages[0]!.words.map((word) => word.text).join(' ')
  for (const { here } of labels.filter((label) => label.here.length < 16)) expect(text).toContain(here)
})

test('on a tape each label is a page; its code is read back by a decoder that we did not write', async () => {
  const build = await newBuild(demoBuild('harbour-lantern'))
  const page = await labelsPage(`/builds/${build.id}/sheet`)
  await page.getByLabel('What the labels are printed on').selectOption('a tape, cut after each')
  await page.getByLabel('label, wide').fill('50')
  await page.getByLabel('tape, wide').fill('18')
  await page.getByLabel('with a code').check()
  await page.getByRole('img', { name: /^Page 1 of 19/ }).waitFor()
  const pdf = await page.pdf({ preferCSSPageSize: true })
  const labels = labelsOf(derive(build))
  const pages = pagesOfPdf(pdf)
  // The first is the rule.
  expect(pages).toHaveLength(1 + labels.length)
  expect(pages.map(({ widthPt, heightPt }) => [Math.round(widthPt), Math.round(heightPt)])[1]).toEqual([
    Math.round((50 / MM_PER_INCH) * 72),
    Math.round((18 / MM_PER_INCH) * 72),
  ])
  for (const [index, { here, there, step }] of labels.slice(0, 4).entries()) {
    const { width, height, grey } = drawnPage(pdf, index + 2, DOTS_PER_INCH)
    const rgba = new Uint8ClampedArray(grey.length * 4)
    grey.forEach((value, at) => rgba.set([value, value, value, 255], at * 4))
    const read = jsqr(rgba, width, height)
    expect(read?.data).toBe(`${here} to ${there}, step ${step}; ${build.name}`)
  }
})

test('a label longer than its sheet is refused with the sum, at the place, and nothing is printed', async () => {
  const page = await labelsPage('/builds/harbour-lantern/sheet')
  await page.getByLabel('label, wide').fill('90')
  await page
    .getByRole('alert')
    .getByText(/^7 columns of 90 mm need 651.5 mm .* the page is 210 mm wide/)
    .waitFor()
  expect(await page.getByRole('button', { name: 'Print the labels' }).isDisabled()).toBe(true)
  expect(await page.locator('[data-label]').count()).toBe(0)
  await page.getByLabel('label, wide').fill('0')
  await page.getByRole('alert').getByText('“label, wide” takes millimetres from 6 to 200.').waitFor()
})

test.each(['A4', 'Letter'] as const)(
  'the sheet on %s: no word over the edge, the wiring, case and board drawn, pages numbered, dated',
  async (format) => {
    const build = await newBuild(demoBuild('night-ferry'))
    const page = await newPage(`/builds/${build.id}/sheet`)
    await page.getByRole('img', { name: `${build.name}: the wiring` }).waitFor()
    const pages = pagesOfPdf(await page.pdf({ format }))
    for (const [index, { widthPt, heightPt, words }] of pages.entries()) {
      for (const word of words) {
        expect(word.leftPt).toBeGreaterThanOrEqual(0)
        expect(word.topPt).toBeGreaterThanOrEqual(0)
        expect(word.rightPt).toBeLessThanOrEqual(widthPt)
        expect(word.bottomPt).toBeLessThanOrEqual(heightPt)
      }
      const foot = words.filter(({ topPt }) => topPt > heightPt - 50).map(({ text }) => text)
      expect(foot.join(' ')).toMatch(
        new RegExp(`^Night Ferry.*, revision 0, \\d+ \\w+ \\d{4} ${index + 1} of ${pages.length}$`),
      )
    }
    const all = pages.flatMap(({ words }) => words.map(({ text }) => text)).join(' ')
    for (const told of [`${build.name}: what is plugged`, 'K1, unfolded as seen', 'as it hangs in the case'])
      expect(all).toContain(told)
  },
)

test('the pictures as SVG stand alone: wiring, case and board, with colours of their own', async () => {
  const build = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${build.id}/sheet`)
  const downloads: Download[] = []
  page.on('download', (download) => downloads.push(download))
  const last = page.waitForEvent('download', { predicate: (download) => download.suggestedFilename().includes('M1') })
  await page.getByRole('button', { name: 'Pictures, SVG' }).click()
  await last
  expect(downloads.map((download) => download.suggestedFilename()).toSorted()).toEqual([
    `${build.name} K1.svg`,
    `${build.name} M1.svg`,
    `${build.name} wiring.svg`,
  ])
  for (const download of downloads) {
    const text = readFileSync(await download.path(), 'utf8')
    expect(text).toMatch(/^<svg [^>]*xmlns="http:\/\/www\.w3\.org\/2000\/svg"/)
    expect(text).not.toMatch(/class=|var\(--/)
    expect(text).toContain('SYS1')
  }
})

test('a change plan from another build, with the minutes that somebody chose', async () => {
  const build = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${build.id}/sheet`)
  await page.getByRole('tab', { name: 'Change plan' }).click()
  await page.getByLabel('other builds named').fill('paper kite')
  await page.getByLabel('from').selectOption('build paper-kite')
  await page.getByLabel('min a lead').fill('2')
  const plan = page.getByRole('region', { name: 'The change plan' })
  await plan.getByRole('heading', { name: `From Paper Kite to ${build.name}` }).waitFor()
  await plan.getByText(/about \d+ min at 2 min each/).waitFor()
  const steps = plan.getByRole('list', { name: 'Changes at the bench' }).getByRole('listitem')
  const forth = await steps.count()
  expect(forth).toBeGreaterThan(20)
  await page.getByRole('button', { name: 'Exchange the two' }).click()
  await plan.getByRole('heading', { name: `From ${build.name} to Paper Kite` }).waitFor()
})
