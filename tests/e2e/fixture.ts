import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { test as base, type BrowserContext } from '@playwright/test'

/** Each worker has a server and a data folder of its own, so that tests of two workers never meet. */
export const WORKERS = 2
const FIRST_PORT = Number(process.env['TEST_PORT'] ?? 3271)

export const portOf = (worker: number): number => FIRST_PORT + worker
export const addressOf = (worker: number): string => `http://127.0.0.1:${portOf(worker)}`
export const dataOf = (worker: number): string => path.join('test-results', `data-${worker}`)

/** The folder in which the server of this worker keeps its data. */
export const dataFolder = (): string => dataOf(base.info().parallelIndex)

/** The card as a person has it who opened its sections by hand; tones are opened where they are asked for. */
const OPENED = [
  'Stencil',
  'Picture',
  'Finish',
  'Place',
  'Align',
  'Space and arrange',
  'The set',
  'Stencils',
  'Text',
  'Pictures in letters',
  'Look of the background',
  'Size',
  'Background',
  'Colours of its pictures',
  'Clip',
]

/** What every test's browser is like: Debian's Chromium without a graphics card, a window of the size most screens allow. */
export const BROWSING = {
  viewport: { width: 1280, height: 800 },
  deviceScaleFactor: 1,
  locale: 'en-GB',
  timezoneId: 'UTC',
  colorScheme: 'light',
} as const

export const LAUNCHING = {
  // Scroll bars take room on most desktops; what fits only without them is cut off there.
  ignoreDefaultArgs: ['--hide-scrollbars'],
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

/** All that a page keeps in its browser but for what was fetched. */
const KEPT_BY_PAGES = 'cookies,file_systems,indexeddb,local_storage,service_workers,cache_storage'

/** Leaves a browser as if nobody had used it, except that the program's code need not be fetched and compiled again. */
const emptied = async (context: BrowserContext, origin: string): Promise<void> => {
  const [blank = await context.newPage(), ...others] = context.pages()
  for (const page of others) await page.close()
  await context.unrouteAll({ behavior: 'ignoreErrors' })
  await context.clearPermissions()
  const session = await context.newCDPSession(blank)
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: KEPT_BY_PAGES })
  await session.detach()
}

interface OfTest {
  readonly sections: 'opened' | 'follow'
}
interface OfWorker {
  readonly kept: BrowserContext
}

export const test = base.extend<OfTest, OfWorker>({
  /** Whether sections were opened by hand, or follow what a drag moves as they do at first. */
  sections: ['opened', { option: true }],
  /** One browser for all tests of a worker. */
  kept: [
    async ({ playwright }, use, info) => {
      const folder = await mkdtemp(path.join(tmpdir(), 'stencil-browser-'))
      const baseURL = addressOf(info.parallelIndex)
      const context = await playwright.chromium.launchPersistentContext(folder, { ...BROWSING, ...LAUNCHING, baseURL })
      await use(context)
      await context.close()
      await rm(folder, { recursive: true, force: true })
    },
    { scope: 'worker' },
  ],
  /** Fingers have a browser of their own. */
  context: async ({ kept, browser, hasTouch, isMobile, baseURL }, use, info) => {
    const address = addressOf(info.parallelIndex)
    if (!hasTouch) {
      await emptied(kept, address)
      await use(kept)
      return
    }
    const own = await browser.newContext({
      ...BROWSING,
      hasTouch,
      isMobile: isMobile ?? false,
      baseURL: baseURL ?? address,
    })
    await use(own)
    await own.close()
  },
  page: async ({ context, sections }, use) => {
    const page = await context.newPage()
    const folds = JSON.stringify(Object.fromEntries(OPENED.map((name) => [name, false])))
    if (sections === 'opened')
      await page.addInitScript((held) => {
        // Only where nothing was folded yet: a test may close some.
        if (!localStorage.getItem('eager-stencil-folded')) localStorage.setItem('eager-stencil-folded', held)
      }, folds)
    await use(page)
  },
  // Playwright wants the first argument to be taken apart.
  baseURL: async ({}, use, info) => use(addressOf(info.parallelIndex)),
})

export { expect } from '@playwright/test'
