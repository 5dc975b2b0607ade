/** A ring is seen on everything that has the focus by key (WCAG 2.2, 2.4.7, 2.4.13: 2 px, 3:1), light and dark; landmarks; sizes of targets (2.5.8). */
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
const PIECES = [
  { id: 'a', box: box(180, 200), filled: true },
  { id: 'b', box: box(480, 420) },
]

/** Relative luminance of sRGB (WCAG 2.2, definitions). */
const luminance = (r: number, g: number, b: number): number => {
  const [x, y, z] = [r, g, b].map((c) => {
    const s = c / 255
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * (x ?? 0) + 0.7152 * (y ?? 0) + 0.0722 * (z ?? 0)
}

/** How many pixels of two shots differ by a contrast of 3:1 or more. */
const contrasting = async (a: Buffer, b: Buffer): Promise<number> => {
  const [p, q] = await Promise.all([a, b].map((shot) => sharp(shot).removeAlpha().raw().toBuffer()))
  if (!p || !q || p.length !== q.length) throw new TypeError('sizes differ')
  let count = 0
  for (let i = 0; i < p.length; i += 3) {
    const l = luminance(p[i] ?? 0, p[i + 1] ?? 0, p[i + 2] ?? 0)
    const m = luminance(q[i] ?? 0, q[i + 1] ?? 0, q[i + 2] ?? 0)
    if ((Math.max(l, m) + 0.05) / (Math.min(l, m) + 0.05) >= 3) count += 1
  }
  return count
}

/** What has the focus: its name, and what is seen of it. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const element = document.activeElement
    if (!(element instanceof HTMLElement) || element === document.body) return null
    const name = element.getAttribute('aria-label') ?? element.textContent?.slice(0, 40) ?? ''
    // What is focused of a check box, a radio or a slider is unseen; its parent is what is looked at.
    const r = element.getBoundingClientRect()
    return {
      name: `${element.tagName} ${name}`,
      key: name + String(r.x) + String(r.y),
      x: r.x,
      y: r.y,
      w: r.width,
      h: r.height,
    }
  })

/** The same, once the page has come to rest where it scrolled to. */
const settledFocus = async (page: Page) => {
  let before = await focused(page)
  for (let i = 0; i < 20; i += 1) {
    await page.waitForTimeout(16)
    const now = await focused(page)
    if (now?.key === before?.key) return now
    before = now
  }
  return before
}

const AROUND = 8

/** Goes through all stops by Tab; gives those whose focus is not seen. */
const unseenStops = async (page: Page, most = 120): Promise<readonly string[]> => {
  const unseen: string[] = []
  const met = new Set<string>()
  for (let i = 0; i < most; i += 1) {
    await page.keyboard.press('Tab')
    const stop = await settledFocus(page)
    if (!stop) continue
    if (met.has(stop.key)) break
    met.add(stop.key)
    const view = page.viewportSize() ?? { width: 1280, height: 800 }
    const x = Math.max(0, stop.x - AROUND)
    const y = Math.max(0, stop.y - AROUND)
    const clip = {
      x,
      y,
      width: Math.min(view.width, stop.x + stop.w + AROUND) - x,
      height: Math.min(view.height, stop.y + stop.h + AROUND) - y,
    }
    if (clip.width <= 0 || clip.height <= 0) {
      unseen.push(`${stop.name}: out of sight`)
      continue
    }
    const shot = () => page.screenshot({ clip, caret: 'hide', animations: 'disabled' })
    const on = await shot()
    // Away and back: the place from which Tab goes on stays.
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    const off = await shot()
    // A side of two pixels along the shorter side of what is seen, at least.
    const wanted = 2 * Math.min(clip.width, clip.height, 24)
    const count = await contrasting(on, off)
    if (count < wanted) unseen.push(`${stop.name}: ${count} of ${wanted} pixels`)
  }
  return unseen
}

for (const scheme of ['light', 'dark'] as const)
  test(`the focus is seen at every stop of every screen, ${scheme}`, async ({ page, request }) => {
    await page.emulateMedia({ colorScheme: scheme })
    const id = await makeProject(request, PIECES)
    const hand = await BenchHand.open(page, id)
    await hand.press({ x: 180, y: 200 })
    const faults: string[] = []
    const check = async (screen: string): Promise<void> => {
      faults.push(...(await unseenStops(page)).map((fault) => `${screen}: ${fault}`))
    }
    await check('the bench')
    await page.getByRole('button', { name: 'Export', exact: true }).click()
    await page.getByRole('dialog').waitFor()
    await check('the export')
    if (scheme === 'light') {
      // So many that the page scrolls: a ring at the edge of what is seen must be seen too.
      for (let i = 0; i < 9; i += 1) await makeProject(request, [])
      await page.goto('/')
      await page.getByRole('heading', { name: 'Projects' }).waitFor()
      await check('projects')
      await page.getByRole('button', { name: 'New sheet' }).first().click()
      await page.getByRole('dialog').waitFor()
      await check('a new sheet')
      await page.goto('/pictures')
      await page.locator('[data-picture]').first().click()
      await check('pictures')
    }
    expect(faults).toEqual([])
  })

test('each page has one heading of the first rank and one main part; targets are 24 pixels or stand apart', async ({
  page,
  request,
}) => {
  const id = await makeProject(request, PIECES)
  const faults: string[] = []
  const check = async (screen: string): Promise<void> => {
    const counts = await page.evaluate(() => [
      document.querySelectorAll('h1').length,
      document.querySelectorAll('main').length,
    ])
    expect([screen, ...counts]).toEqual([screen, 1, 1])
    // A tip stands outside all parts; what it says is its button's name or description.
    const { violations } = await new AxeBuilder({ page })
      .exclude('[role="tooltip"]')
      .withRules(['target-size', 'region', 'landmark-one-main'])
      .analyze()
    faults.push(
      ...violations.map((v) => `${screen}: ${v.id}: ${v.nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`),
    )
  }
  const hand = await BenchHand.open(page, id)
  await check('the bench')
  await hand.press({ x: 180, y: 200 })
  await check('a frame')
  await page.goto('/')
  await page.getByRole('heading', { name: 'Projects' }).waitFor()
  await check('projects')
  await page.goto('/pictures')
  await page.locator('[data-picture]').first().click()
  await check('pictures')
  expect(faults).toEqual([])
})
