/** Wheels and trackpads as they send their events, measured after a rest. */
import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, makeProject, placedIn, SOON } from './bench'

const FILLED = [
  { id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true },
  { id: 'b', box: { cx: 560, cy: 200, w: 200, h: 160 }, filled: true },
]

interface WheelEvents {
  readonly deltas: readonly number[]
  readonly mode?: number
  readonly ctrl?: boolean
  readonly every?: number
}

/** Sends wheel events at a spot, then rests longer than any gesture lasts. */
const wheel = async (
  page: Page,
  at: { x: number; y: number },
  { deltas, mode = 0, ctrl = false, every = 12 }: WheelEvents,
) => {
  await page.mouse.move(at.x, at.y)
  // Sent from within the page: however slow the way to it is, the events come as a hand sends them.
  await page.locator('[data-region="table"]').evaluate(
    async (table, { at: where, all, deltaMode, ctrlKey, pause }) => {
      for (const deltaY of all) {
        const given = {
          deltaY,
          deltaMode,
          ctrlKey,
          clientX: where.x,
          clientY: where.y,
          bubbles: true,
          cancelable: true,
        }
        table.dispatchEvent(new WheelEvent('wheel', given))
        await new Promise((resolve) => setTimeout(resolve, pause))
      }
    },
    { at, all: [...deltas], deltaMode: mode, ctrlKey: ctrl, pause: every },
  )
  await page.waitForTimeout(500)
}

test.describe('the wheel', () => {
  /** How many times larger the picture came to be, from what was stored. */
  const zoomAfter = async (page: Page, hand: BenchHand, events: WheelEvents): Promise<number> => {
    const { project, revision } = await hand.opened()
    const before = placedIn(project, 'a').zoom
    await wheel(page, await hand.at({ x: 200, y: 200 }), events)
    await expect.poll(async () => (await hand.opened()).revision, { intervals: SOON }).toBe(revision + 1)
    return placedIn((await hand.opened()).project, 'a').zoom / before
  }

  const OVER = [
    ['a notch of 100', { deltas: [-100] }, 1.1],
    ['a notch of 120', { deltas: [-120] }, 1.1],
    ['a notch of three lines', { deltas: [-3], mode: 1 }, 1.1],
    ['five quick notches', { deltas: [-100, -100, -100, -100, -100] }, 1.1 ** 5],
    ['forty small steps of a trackpad', { deltas: Array.from({ length: 40 }, () => -5), every: 8 }, 1.1 ** 2],
    ['a pinch', { deltas: Array.from({ length: 20 }, () => -2), ctrl: true, every: 8 }, Math.exp(0.4)],
    ['Ctrl and a notch', { deltas: [-120], ctrl: true }, 1.1],
    ['a notch back', { deltas: [100] }, 1 / 1.1],
  ] as const

  test('over the mask in the Picture way zooms the picture once, however it comes', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    await hand.press({ x: 200, y: 200 })
    await page.keyboard.press('p')
    const view = await hand.scale()
    for (const [what, events, wanted] of OVER) expect(await zoomAfter(page, hand, events), what).toBeCloseTo(wanted, 4)
    expect(await hand.scale()).toBe(view)
    // One step for each gesture.
    expect((await hand.opened()).revision).toBe(OVER.length)
  })

  const ELSEWHERE = [
    ['a notch', { deltas: [-100], ctrl: true }, 1.1],
    ['five quick notches', { deltas: [-120, -120, -120, -120, -120], ctrl: true }, 1.1 ** 5],
    ['a pinch', { deltas: Array.from({ length: 20 }, () => -2), ctrl: true, every: 8 }, Math.exp(0.4)],
  ] as const

  test('with Ctrl elsewhere zooms the view once, however it comes', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    for (const [what, events, wanted] of ELSEWHERE) {
      const before = await hand.scale()
      await wheel(page, await hand.at({ x: 400, y: 500 }), events)
      expect((await hand.scale()) / before, what).toBeCloseTo(wanted, 3)
      await page.keyboard.press('0')
    }
    expect((await hand.opened()).revision).toBe(0)
  })

  test('without a key pans the view by what it says, and no more after it rests', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    const before = await hand.at({ x: 0, y: 0 })
    await wheel(page, await hand.at({ x: 400, y: 300 }), { deltas: [40, 40, 20] })
    expect((await hand.at({ x: 0, y: 0 })).y - before.y).toBeCloseTo(-100, 0)
  })

  test('over the strip of supplies takes it along sideways', async ({ page, request }) => {
    await BenchHand.open(page, await makeProject(request, FILLED))
    await page.getByRole('tab', { name: 'Stencils' }).click()
    const strip = page.getByRole('tabpanel', { name: 'Stencils' })
    await expect.poll(() => strip.evaluate((element) => element.scrollWidth - element.clientWidth)).toBeGreaterThan(200)
    await strip.hover()
    await page.mouse.wheel(0, 150)
    await expect.poll(() => strip.evaluate((element) => element.scrollLeft)).toBeGreaterThan(100)
  })
})

test('a drag or wheel never throws the sheet out of sight: half of it stays', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, FILLED))
  const table = await hand.table.boundingBox()
  if (!table) throw new TypeError('no table')
  await page.keyboard.down('h')
  for (let i = 0; i < 4; i += 1)
    await hand.dragPixels(
      { x: table.x + 60, y: table.y + 60 },
      { x: table.x + table.width - 20, y: table.y + table.height - 20 },
    )
  await page.keyboard.up('h')
  const paper = await page.locator('[data-paper]').boundingBox()
  if (!paper) throw new TypeError('no paper')
  expect(table.x + table.width - paper.x).toBeGreaterThanOrEqual(Math.min(paper.width, table.width) / 2 - 1)
  expect(table.y + table.height - paper.y).toBeGreaterThanOrEqual(Math.min(paper.height, table.height) / 2 - 1)
  await wheel(page, { x: table.x + 300, y: table.y + 300 }, { deltas: Array.from({ length: 30 }, () => 500) })
  const after = await page.locator('[data-paper]').boundingBox()
  if (!after) throw new TypeError('no paper')
  expect(after.y + after.height - table.y).toBeGreaterThanOrEqual(Math.min(after.height, table.height) / 2 - 1)
})
