import AxeBuilder from '@axe-core/playwright'
import type { Page } from 'playwright-core'

/** The themes differ in colours alone, so the second look at the same page asks for contrast and nothing else. */
export async function seriousFindings(page: Page, theme: 'light' | 'dark'): Promise<readonly string[]> {
  // No page has frames, so the findings need not be put together in a page of their own, which takes longer than the look.
  const all = new AxeBuilder({ page: page as never }).setLegacyMode(true).options({ resultTypes: ['violations'] })
  const axe = theme === 'light' ? all : all.withRules(['color-contrast'])
  // Behind a window the page is out of reach, and is judged without it elsewhere.
  const isOpen = (await page.getByRole('dialog').count()) > 0
  const { violations } = await (isOpen ? axe.include('[role="dialog"]') : axe).analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(' | ')}`)
}
