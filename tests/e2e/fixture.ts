import { test as base } from '@playwright/test'
import path from 'node:path'

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
]

export const test = base.extend<{ readonly sections: 'opened' | 'follow' }>({
  /** Whether sections were opened by hand, or follow what a drag moves as they do at first. */
  sections: ['opened', { option: true }],
  page: async ({ page, sections }, use) => {
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
