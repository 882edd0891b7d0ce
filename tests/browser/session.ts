import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core'
import { serverUrl } from '../support/server'
import { CHROMIUM_ARGS } from './chromium'

/** Goes to a page of the server and waits until it can be worked with. */
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(`${serverUrl()}${path}`)
  await page.locator('html[data-alive]').waitFor({ state: 'attached' })
}

/** A browser for a test file, and pages that write down every violation of the content policy and every page error. */
export function useBrowser() {
  const complaints: string[] = []
  const holder: { browser?: Browser; context?: BrowserContext } = {}

  beforeAll(async () => {
    holder.browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS })
  })
  beforeEach(async () => {
    complaints.length = 0
    holder.context = await holder.browser!.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true })
    await holder.context.addInitScript(() => {
      document.addEventListener('securitypolicyviolation', (event) =>
        console.error(`policy: ${event.violatedDirective} ${event.blockedURI}`),
      )
    })
  })
  afterEach(async () => {
    await holder.context?.close()
  })
  afterAll(async () => {
    await holder.browser?.close()
  })

  const visit = async (context: BrowserContext, path: string): Promise<Page> => {
    const page = await context.newPage()
    page.on(
      'console',
      (message) => /policy:|Content Security Policy|hydrat/i.test(message.text()) && complaints.push(message.text()),
    )
    page.on('pageerror', (error) => complaints.push(error.message))
    await open(page, path)
    return page
  }
  const newPage = async (path: string, theme?: 'light' | 'dark') => {
    if (theme !== undefined) {
      await holder.context!.addCookies([{ name: 'loom-theme', value: theme, url: serverUrl() }])
    }
    return visit(holder.context!, path)
  }
  /** A page on a screen that is touched. */
  const newTouchPage = async (path: string) => {
    await holder.context!.close()
    holder.context = await holder.browser!.newContext({ viewport: { width: 1280, height: 800 }, hasTouch: true })
    return visit(holder.context, path)
  }
  return { newPage, newTouchPage, complaints }
}

/** Waits until every edit made on the page is acknowledged. */
export const untilSaved = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()

/** Waits until nothing on the page fades or moves any more, but for what turns for ever. */
export const untilStill = (page: Page) =>
  page.evaluate(async () => {
    const ending = document.getAnimations().filter(({ effect }) => effect?.getComputedTiming().iterations !== Infinity)
    await Promise.allSettled(ending.map((animation) => animation.finished))
  })
