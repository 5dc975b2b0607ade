/** The gallery of 200 templates: opening, scrolling; and a template chosen with nine pictures until all of them show. */
import type { Browser, CDPSession, Page } from '@playwright/test'
import sharp from 'sharp'
import { assign } from '@/core/template/assignment'
import { randomFrom } from '@/core/random'
import type { TemplateAnswer, TemplateDocument } from '@/contract/api'
import { BASE, intervals, newPage } from './browser'
import { upload } from './made'
import { median, percentile } from './numbers'

const MANY = 200

const read = async <T>(path: string): Promise<T> => (await (await fetch(`${BASE}/api${path}`)).json()) as T

/** Copies of those that ship, until there are as many. */
const fillGallery = async (): Promise<number> => {
  const listed = await read<readonly TemplateAnswer[]>('/templates')
  for (let i = listed.length; i < MANY; i += 1) {
    const { id, version } = listed[i % listed.length] ?? { id: '', version: 1 }
    const { template } = await read<TemplateDocument>(`/templates/${id}?version=${version}`)
    const mark = { ...template.template, id: `copy-${i}`, version: 1, category: 'Copies', words: 'copy' }
    const document = { ...template, name: `Copy ${i}`, template: mark }
    await fetch(`${BASE}/api/templates`, { method: 'POST', body: JSON.stringify({ document }) })
  }
  return (await read<readonly TemplateAnswer[]>('/templates')).length
}

/** Milliseconds from asking for a page until what it is about is painted. */
const opening = async (page: Page, path: string, painted: string): Promise<number> => {
  const from = performance.now()
  await page.goto(`${BASE}${path}`)
  await page.locator(painted).first().waitFor()
  return performance.now() - from
}

/** What the page's main thread has spent on tasks so far, in seconds, as the browser counts it. */
const busySeconds = async (session: CDPSession): Promise<number> => {
  const { metrics } = await session.send('Performance.getMetrics')
  return metrics.find(({ name }) => name === 'TaskDuration')?.value ?? 0
}

const gallery = async (browser: Browser): Promise<string> => {
  const count = await fillGallery()
  const page = await newPage(browser)
  await opening(page, '/templates', 'canvas')
  const opens: number[] = []
  const floors: number[] = []
  for (let i = 0; i < 5; i += 1) {
    opens.push(await opening(page, '/templates', 'canvas'))
    floors.push(await opening(page, '/pictures', 'h1'))
  }
  await opening(page, '/templates', 'canvas')
  await page.waitForTimeout(1500)
  const idle = await intervals(page, () => page.waitForTimeout(1500))
  await page.mouse.move(640, 500)
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  const before = await busySeconds(session)
  const scrolled = await intervals(page, async () => {
    for (let i = 0; i < 40; i += 1) {
      await page.mouse.wheel(0, 120)
      await page.waitForTimeout(40)
    }
  })
  const busy = ((await busySeconds(session)) - before) * 1000
  await page.close()
  return [
    `gallery of ${count} templates, opened | ${median(opens).toFixed(0)} ms to the first tile | a page without any ${median(floors).toFixed(0)} ms`,
    `the same, scrolled | interval ${median(scrolled).toFixed(1)} ms (95%: ${percentile(scrolled, 0.95).toFixed(1)}) | idle ${median(idle).toFixed(1)} ms (95%: ${percentile(idle, 0.95).toFixed(1)})`,
    `the same, scrolled | main thread busy ${(busy / scrolled.length).toFixed(1)} ms a frame | aim 12 ms`,
  ].join('\n')
}

const photograph = (seed: number): Promise<Buffer> => {
  const random = randomFrom(seed)
  const [r, g, b] = [random() * 255, random() * 255, random() * 255]
  return sharp({ create: { width: 3000, height: 2000, channels: 3, background: { r, g, b } } })
    .jpeg()
    .toBuffer()
}

const filling = async (browser: Browser): Promise<string> => {
  for (let i = 0; i < 9; i += 1) await upload(await photograph(i + 1), `nine-${i}.jpg`)
  const sheet = { unit: 'px', size: { w: 1080, h: 1080 }, ppi: 72, bleed: 0 }
  const waits: number[] = []
  for (let turn = 0; turn < 5; turn += 1) {
    const made = await fetch(`${BASE}/api/projects`, { method: 'POST', body: JSON.stringify({ name: 'Nine', sheet }) })
    const page = await newPage(browser)
    await page.goto(`${BASE}/projects/${((await made.json()) as { id: string }).id}`)
    await page.locator('canvas[data-ready="true"]').waitFor()
    const supplies = page.locator('[data-region="supplies"]')
    for (let i = 0; i < 9; i += 1)
      await supplies.locator('[data-supply]', { hasText: `nine-${i}` }).click({ modifiers: ['Shift'] })
    await supplies.getByRole('tab', { name: 'Templates' }).click()
    await supplies.getByRole('searchbox', { name: 'Search templates' }).fill('nine in a grid')
    const tile = supplies.getByRole('button', { name: /^Nine in a grid/ })
    await tile.locator('canvas').waitFor()
    await page.waitForTimeout(800)
    const from = performance.now()
    await tile.click()
    await page.getByText('All filled').waitFor()
    await page.locator('canvas[data-ready="true"]').waitFor()
    waits.push(performance.now() - from)
    await page.close()
  }
  return `a template chosen with nine pictures of 6 megapixels, until all are painted | ${median(waits).toFixed(0)} ms | aim 1000 ms`
}

/** The best of 60 × 200, by itself. */
const assigning = (): string => {
  const random = randomFrom(7)
  const costs = Array.from({ length: 60 }, () => Array.from({ length: 200 }, () => random() * 5))
  const times = Array.from({ length: 21 }, () => {
    const from = performance.now()
    assign(costs)
    return performance.now() - from
  })
  return `the best assignment of 60 × 200 | ${median(times).toFixed(1)} ms | aim 20 ms`
}

export const measureTemplates = async (browser: Browser): Promise<readonly string[]> => [
  assigning(),
  await gallery(browser),
  await filling(browser),
]
