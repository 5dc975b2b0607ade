/** The card follows what a drag moves; what matters is seen without scrolling; numbers, and the way back. */
import type { Locator, Page } from '@playwright/test'
import { pictureMatrix } from '@/core/document/content'
import { apply } from '@/core/geometry/matrix'
import { sheetOf } from '@/core/document/read'
import { effectiveResolution } from '@/core/placement/resolve'
import { expect, test } from './fixture'
import { openWithClip } from './filming'
import { BenchHand, frameIn, makeProject, placedIn, run, SHEET, SOON } from './bench'

test.use({ sections: 'follow' })

const PIECES = [
  { id: 'a', box: { cx: 200, cy: 200, w: 240, h: 240 }, filled: true },
  { id: 'b', box: { cx: 560, cy: 200, w: 180, h: 120 } },
]

const card = (page: Page): Locator => page.locator('[data-region="card"]')
const opened = (page: Page): Promise<readonly string[]> =>
  card(page)
    .locator('section')
    .evaluateAll((sections) =>
      sections
        .filter((one) => one.querySelector('[aria-expanded="true"]'))
        .map((one) => one.getAttribute('aria-label') ?? ''),
    )
const isWhole = (page: Page): Promise<boolean> =>
  card(page).evaluate((element) => {
    const scroller = element.firstElementChild
    return scroller !== null && scroller.scrollHeight <= scroller.clientHeight
  })
const fold = (page: Page, name: string): Locator =>
  card(page).getByRole('region', { name, exact: true }).locator('[aria-expanded]').first()

test('in each way its section is open, the others are one line; nothing is scrolled for at 1280 × 800', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  for (const [key, section] of [
    ['w', 'Place'],
    ['p', 'Picture'],
    ['o', 'Stencil'],
  ] as const) {
    await page.keyboard.press(key)
    await expect.poll(() => opened(page)).toEqual([section])
    expect(await isWhole(page), section).toBe(true)
    await expect(card(page).getByRole('textbox', { name: 'Name of the frame' })).toBeInViewport()
    await expect(card(page).getByRole('img', { name: /^Viewfinder/ })).toBeInViewport({ ratio: 1 })
    await expect(card(page).getByRole('textbox', { name: 'Zoom in ×' })).toBeInViewport({ ratio: 1 })
    await expect(card(page).locator('[data-sharpness]')).toBeInViewport({ ratio: 1 })
    // On the rail beside the zoom too, in every way.
    await expect(page.locator('[data-region="rail"] [data-sharpness]')).toBeVisible()
    const numbers = await card(page).locator('.MuiAvatar-root').allTextContents()
    expect(numbers).toEqual(['1', '2', '3', '4', '5', '6', '7'])
  }
  await expect(card(page).getByRole('region', { name: 'Place' })).toContainText('240 × 240 px at 80, 80')
})

test('of a frame that plays the clip is one line more, and still nothing is scrolled for at 1280 × 800', async ({
  page,
  request,
}) => {
  const { hand } = await openWithClip(page, request)
  await hand.table.focus()
  await expect.poll(() => opened(page)).toEqual(['Place'])
  await expect(card(page).getByRole('region', { name: 'Clip' })).toContainText('4 s, again and again')
  await expect(fold(page, 'Clip')).toBeInViewport({ ratio: 1 })
  expect(await isWhole(page)).toBe(true)
  await fold(page, 'Clip').click()
  await expect(card(page).getByRole('textbox', { name: 'First moment that plays' })).toHaveValue('0')
})

test('a section opened or closed by hand stays so, until they are told to follow again', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await fold(page, 'Finish').click()
  await fold(page, 'Place').click()
  await expect.poll(() => opened(page)).toEqual(['Finish'])
  await page.keyboard.press('p')
  await expect.poll(() => opened(page)).toEqual(['Picture', 'Finish'])
  await page.reload()
  await hand.ready()
  await hand.press({ x: 200, y: 200 })
  await expect.poll(() => opened(page)).toEqual(['Finish'])
  await run(page, 'Sections follow what moves')
  await expect.poll(() => opened(page)).toEqual(['Place'])
})

test('a section has one row of commands; each of the rest is in its menu', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await page.keyboard.press('p')
  const rows = card(page).getByRole('region', { name: 'Picture' }).locator('[role="group"]')
  await expect(rows.first().getByRole('button')).toHaveText(['Replace', 'Take out', 'Reset', 'Share…', 'More'])
  const tops = await rows
    .first()
    .getByRole('button')
    .evaluateAll((buttons) => buttons.map((one) => one.getBoundingClientRect().top))
  expect(new Set(tops).size).toBe(1)
  await card(page).getByRole('button', { name: 'Share: one picture' }).click()
  const entry = page.getByRole('menuitem', { name: /^Echo/ })
  await expect(entry.locator('svg').first()).toBeVisible()
  await entry.click()
  await hand.afterStep('Echo')
})

test('the picture’s own place and its scale in per cent of its actual size are typed', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await page.keyboard.press('p')
  const matrix = async () => {
    const { project } = await hand.opened()
    const found = pictureMatrix(project, sheetOf(project, SHEET), frameIn(project, 'a'))
    if (!found) throw new TypeError('no picture')
    return { found, pixels: Object.values(project.pictures)[0]?.pixels ?? { w: 0, h: 0 } }
  }
  const scale = card(page).getByRole('textbox', { name: /^Scale of the picture/ })
  await scale.fill('100')
  await scale.press('Enter')
  await hand.afterStep('Zoom picture')
  // At actual size one picture pixel is one output pixel: of this sheet 72 to the inch.
  expect(effectiveResolution((await matrix()).found)).toBeCloseTo(72, 6)
  await card(page).getByRole('button', { name: 'Measured from the top left. Press to change' }).click()
  const x = card(page).getByRole('textbox', { name: 'Left to right, the picture in px' })
  await x.fill('210')
  await x.press('Enter')
  await hand.afterStep('Move picture')
  const { found, pixels } = await matrix()
  expect(apply(found, { x: pixels.w / 2, y: pixels.h / 2 }).x).toBeCloseTo(210, 6)
})

test('numbers step by arrow keys and by dragging their label, each run of them one step', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  const x = card(page).getByRole('region', { name: 'Place' }).getByRole('textbox', { name: 'x in px' })
  await x.focus()
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Shift+ArrowUp')
  await expect(x).toHaveValue('93')
  // The first of the run may have been saved already.
  await expect.poll(async () => Math.round((await hand.frame('a')).box.cx * 1e6), { intervals: SOON }).toBe(213e6)
  expect((await hand.opened()).history.undo).toHaveLength(1)
  const label = card(page).getByRole('region', { name: 'Place' }).getByText('w', { exact: true })
  const box = await label.boundingBox()
  if (!box) throw new TypeError('no label')
  await hand.dragPixels({ x: box.x + 4, y: box.y + 10 }, { x: box.x + 44, y: box.y + 10 })
  let project = await hand.afterStep('Size frame')
  // Four pixels a step, after the few that tell a drag from a press.
  expect(Math.abs(frameIn(project, 'a').box.w - 250)).toBeLessThanOrEqual(1)
  expect((await hand.opened()).history.undo).toHaveLength(2)
  await card(page)
    .getByRole('button', { name: /^Make the frame as wide as it is high/ })
    .click()
  project = await hand.afterStep('As wide as high')
  expect(frameIn(project, 'a').box).toMatchObject({ w: 240, h: 240 })
  // One beyond its range by key: it stays where it is, and nothing is said.
  const width = card(page).getByRole('textbox', { name: 'w in px', exact: true })
  await width.fill('1')
  await width.press('Enter')
  await hand.afterStep('Size frame')
  for (let i = 0; i < 3; i += 1) await width.press('ArrowDown')
  await expect(page.getByRole('alert').filter({ hasText: /\S/ })).toHaveCount(0)
  await page.waitForTimeout(1000)
  expect(frameIn((await hand.opened()).project, 'a').box.w).toBeCloseTo(1, 6)
})

test('a session in the picture is given up as a whole', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const before = placedIn((await hand.opened()).project, 'a')
  await hand.press({ x: 200, y: 200 })
  await page.keyboard.press('p')
  const back = card(page).getByRole('button', { name: 'Bring the picture back to how it was' })
  await expect(back).toHaveCount(0)
  await page.keyboard.press('+')
  await page.keyboard.press('+')
  await hand.drag({ x: 200, y: 200 }, { x: 230, y: 190 })
  await hand.afterStep('Move picture')
  await back.click()
  expect(placedIn(await hand.afterStep('Back to how it was'), 'a')).toEqual(before)
  await expect(back).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(back).toBeVisible()
})

test('a drag changes nothing of the card but the numbers that follow it', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await fold(page, 'Finish').click()
  await card(page).evaluate((element) => {
    const seen: string[] = []
    Object.assign(window, { seen })
    new MutationObserver((list) => {
      for (const { type, target } of list)
        if (type === 'childList') seen.push(target instanceof Element ? target.outerHTML.slice(0, 80) : '')
    }).observe(element, { childList: true, subtree: true })
  })
  await hand.drag({ x: 200, y: 200 }, { x: 300, y: 260 })
  await hand.afterStep('Move frame')
  const x = card(page).getByRole('region', { name: 'Place' }).getByRole('textbox', { name: 'x in px' })
  await expect(x).toHaveValue('180')
  expect(await page.evaluate(() => (window as unknown as { seen: readonly string[] }).seen)).toEqual([])
})

test('the card’s edge is dragged from 272 to 420 px, by keys too, and stays where it was', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  const edge = page.getByRole('separator', { name: 'Width of the card' })
  const width = async (): Promise<number> => (await card(page).boundingBox())?.width ?? 0
  const at = async () => {
    const box = await edge.boundingBox()
    return { x: (box?.x ?? 0) + 4, y: 400 }
  }
  let from = await at()
  await hand.dragPixels(from, { x: from.x + 400, y: from.y })
  expect(await width()).toBe(420)
  from = await at()
  await hand.dragPixels(from, { x: from.x - 400, y: from.y })
  expect(await width()).toBe(272)
  await edge.focus()
  await page.keyboard.press('ArrowRight')
  expect(await width()).toBe(288)
  await page.reload()
  await hand.ready()
  await expect.poll(width).toBe(288)
})

test('tones are switched off and on without losing values; a look is kept, given, changed for all', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      ...PIECES.slice(0, 1),
      { id: 'c', box: { cx: 560, cy: 420, w: 200, h: 200 }, filled: true },
    ]),
  )
  await hand.press({ x: 200, y: 200 })
  await fold(page, 'Tones').click()
  const tones = card(page).getByRole('region', { name: 'Tones' })
  const warmth = tones.getByRole('textbox', { name: /^Warmth, typed/ })
  await warmth.fill('40')
  await warmth.press('Enter')
  await hand.afterStep('Adjust warmth')
  await tones.getByRole('button', { name: /^Switch the tones off/ }).click()
  let project = await hand.afterStep('Tones off')
  expect(placedIn(project, 'a').adjustments).toMatchObject({ off: true })
  expect(placedIn(project, 'a').adjustments?.warmth).toBeCloseTo(0.4, 6)
  await tones.getByRole('button', { name: /^Switch the tones off/ }).click()
  project = await hand.afterStep('Tones on')
  expect(placedIn(project, 'a').adjustments).not.toHaveProperty('off')
  await tones.getByRole('button', { name: /^Keep these tones under a name/ }).click()
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('Evening')
  await page.keyboard.press('Enter')
  await hand.afterStep('Name a look')
  await hand.press({ x: 560, y: 420 })
  await tones.getByLabel('Give a look').selectOption({ label: 'Evening' })
  project = await hand.afterStep('Look: Evening')
  expect(placedIn(project, 'c').adjustments?.warmth).toBeCloseTo(0.4, 6)
  await warmth.fill('10')
  await warmth.press('Enter')
  await hand.afterStep('Adjust warmth')
  await tones.getByRole('button', { name: /^Give these values to the look/ }).click()
  project = await hand.afterStep('Change the look')
  expect(placedIn(project, 'a').adjustments?.warmth).toBeCloseTo(0.1, 6)
})
