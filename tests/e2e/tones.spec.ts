import { hashOf } from '@/core/document/sheetPictures'
import type { Locator, Page } from '@playwright/test'
import { expect, test } from './fixture'
import sharp from 'sharp'
import { BenchHand, makeProject, picture, placedIn, upload, run } from './bench'

const PIECES = [
  { id: 'a', box: { cx: 220, cy: 300, w: 320, h: 300 }, filled: true },
  { id: 'b', box: { cx: 590, cy: 300, w: 280, h: 300 }, filled: true },
]

const tones = (page: Page): Locator => page.locator('[data-region="card"]').getByRole('region', { name: 'Tones' })
const openTones = async (page: Page): Promise<void> => {
  const head = tones(page).getByRole('button', { name: /^\d* ?Tones/ })
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.click()
}

/** The mean lightness of what the table shows of a part of the sheet. */
const lightness = async (hand: BenchHand, x: number, y: number): Promise<number> => {
  await hand.ready()
  const from = await hand.at({ x, y })
  const to = await hand.at({ x: x + 60, y: y + 60 })
  const box = await hand.table.boundingBox()
  if (!box) throw new TypeError('no table')
  return hand.page.locator('[data-region="table"] canvas').evaluate(
    (canvas: HTMLCanvasElement, r) => {
      const data = canvas.getContext('2d')?.getImageData(r.x, r.y, r.w, r.h).data ?? new Uint8ClampedArray()
      let sum = 0
      for (let i = 0; i < data.length; i += 4) sum += (data[i] ?? 0) + (data[i + 1] ?? 0) + (data[i + 2] ?? 0)
      return sum / (data.length / 4) / 3
    },
    {
      x: Math.round(from.x - box.x),
      y: Math.round(from.y - box.y),
      w: Math.round(to.x - from.x),
      h: Math.round(to.y - from.y),
    },
  )
}

test('sliders change the picture as it is seen; each is reset by itself; before and after by key', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 220, y: 300 })
  await openTones(page)
  const plain = await lightness(hand, 190, 270)
  const slider = tones(page).getByRole('slider', { name: 'Exposure' })
  await slider.focus()
  for (let i = 0; i < 16; i += 1) await page.keyboard.press('ArrowRight')
  await hand.afterStep('Adjust exposure')
  // Each press may be a step by itself: the last of them is waited for.
  await expect.poll(async () => placedIn((await hand.opened()).project, 'a').adjustments?.exposure).toBeCloseTo(0.8, 2)
  let project = (await hand.opened()).project
  await expect.poll(async () => lightness(hand, 190, 270)).toBeGreaterThan(plain + 12)
  await hand.table.focus()
  await page.keyboard.press('5')
  await expect(page.getByText('Before: pictures without adjustments')).toBeVisible()
  await expect.poll(async () => Math.abs((await lightness(hand, 190, 270)) - plain)).toBeLessThan(1)
  await page.keyboard.press('5')
  await tones(page)
    .getByRole('textbox', { name: /^Monochrome, typed/ })
    .fill('100')
  await page.keyboard.press('Enter')
  await hand.afterStep('Adjust monochrome')
  await tones(page).getByRole('button', { name: 'Reset Exposure' }).click()
  project = await hand.afterStep('Reset exposure')
  expect(placedIn(project, 'a').adjustments).toEqual({ monochrome: 1 })
  await run(page, 'Reset the adjustments')
  project = await hand.afterStep('Reset adjustments')
  expect(placedIn(project, 'a').adjustments).toBeUndefined()
})

test('sliders worked one after another without a rest: what is shown then is what is stored, and shows after a reload', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 220, y: 300 })
  await openTones(page)
  for (const [name, count] of [
    ['Exposure', 9],
    ['Blur', 14],
    ['Vignette', 20],
    ['Exposure', 5],
    ['Sharpen', 12],
  ] as const) {
    await tones(page).getByRole('slider', { name, exact: true }).focus()
    for (let i = 0; i < count; i += 1) await page.keyboard.press('ArrowRight')
  }
  const stored = async () => placedIn((await hand.opened()).project, 'a').adjustments
  await expect.poll(async () => (await stored())?.sharpen?.amount).toBeCloseTo(0.12, 3)
  expect(await stored()).toMatchObject({ blur: expect.closeTo(0.007, 5), vignette: { amount: expect.closeTo(0.2, 3) } })
  expect((await stored())?.exposure).toBeCloseTo(0.7, 3)
  const spots = [
    { x: 190, y: 270 },
    { x: 230, y: 320 },
    { x: 160, y: 330 },
    { x: 250, y: 250 },
  ]
  const shown = async () => {
    await hand.ready()
    const seen: (readonly number[])[] = []
    for (const spot of spots) seen.push(await hand.colourAt(spot))
    return seen
  }
  const before = await shown()
  await page.waitForTimeout(600)
  expect(await shown()).toEqual(before)
  await page.reload()
  await hand.ready()
  expect(await shown()).toEqual(before)
})

test('a look, copied to another picture; a chart that follows; kept when the picture is replaced, dropped when it starts fresh', async ({
  page,
  request,
}) => {
  const other = await upload(request, await picture(900, 900, 77), 'tones-other.jpg')
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 220, y: 300 })
  await openTones(page)
  const chart = tones(page).locator('[data-tones]')
  await expect(chart).toBeVisible()
  const line = (): Promise<string | null> => chart.locator('path.js-line').first().getAttribute('d')
  const before = await line()
  await tones(page).getByLabel('Give a look').selectOption({ label: 'Two inks' })
  let project = await hand.afterStep('Look: Two inks')
  expect(placedIn(project, 'a').adjustments).toMatchObject({ contrast: 0.3, tones: { amount: 1 } })
  await expect.poll(line).not.toBe(before)
  await run(page, 'Copy the tones')
  await hand.press({ x: 590, y: 300 })
  await run(page, 'Paste the tones')
  project = await hand.afterStep('Paste tones')
  expect(placedIn(project, 'b').adjustments).toEqual(placedIn(project, 'a').adjustments)
  await page.getByRole('button', { name: 'Replace the picture, keeping all settings' }).first().click()
  await page.locator('[data-supply]', { hasText: 'tones-other' }).click()
  project = await hand.afterStep('Replace picture')
  expect(hashOf(project.pictures[placedIn(project, 'b').pictureId])).toBe(other.hash)
  expect(placedIn(project, 'b').adjustments).toMatchObject({ tones: { amount: 1 } })
  await page.getByRole('button', { name: 'Reset placement: cover the frame, no turn, no flip' }).click()
  project = await hand.afterStep('Reset placement')
  expect(placedIn(project, 'b').adjustments).toBeUndefined()
})

test('tones of several pictures are matched to the one selected first', async ({ page, request }) => {
  const dark = await sharp(await picture(600, 600, 5))
    .linear(0.5)
    .jpeg()
    .toBuffer()
  await upload(request, dark, 'tones-dark.jpg')
  const pieces = [
    { ...PIECES[0]!, filled: true },
    { ...PIECES[1]!, filled: false },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await hand.press({ x: 590, y: 300 })
  await page.locator('[data-supply]', { hasText: 'tones-dark' }).click()
  await hand.afterStep('Fill frame')
  await hand.press({ x: 220, y: 300 })
  await page.keyboard.down('Shift')
  await hand.press({ x: 590, y: 300 })
  await page.keyboard.up('Shift')
  await openTones(page)
  await run(page, 'Match the tones')
  const project = await hand.afterStep('Match tones')
  expect(placedIn(project, 'b').adjustments?.exposure ?? 0).toBeGreaterThan(0.4)
  expect(placedIn(project, 'a').adjustments).toBeUndefined()
})

test('tones kept as a look are given to another picture, renamed, and changed for all that have them', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const named = async (action: string, name: string): Promise<void> => {
    const dialog = page.getByRole('dialog')
    await dialog.getByLabel('Name').fill(name)
    await dialog.getByRole('button', { name: action, exact: true }).click()
    await dialog.waitFor({ state: 'detached' })
  }
  const exposed = async (value: string): Promise<void> => {
    const field = tones(page).getByRole('textbox', { name: /^Exposure/ })
    await field.fill(value)
    await field.press('Enter')
  }
  await hand.press({ x: 220, y: 300 })
  await openTones(page)
  await exposed('0.5')
  await hand.afterStep('Adjust exposure')
  await run(page, 'Keep as a look…')
  await named('Keep', 'Sea light')
  await hand.afterStep('Name a look')
  await hand.press({ x: 590, y: 300 })
  await tones(page).getByLabel('Give a look').selectOption({ label: 'Sea light' })
  await hand.afterStep('Look: Sea light')
  await run(page, 'Rename the look…')
  await named('Rename', 'Headland light')
  await hand.afterStep('Rename look')
  await exposed('1')
  await hand.afterStep('Adjust exposure')
  await run(page, 'Change the look for all')
  const project = await hand.afterStep('Change the look')
  expect(Object.values(project.looks)).toMatchObject([{ name: 'Headland light', adjustments: { exposure: 1 } }])
  for (const id of ['a', 'b']) expect(placedIn(project, id).adjustments?.exposure).toBeCloseTo(1, 6)
})
