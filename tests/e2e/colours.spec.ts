import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, SHEET, run } from './bench'

const FILLED = [{ id: 'a', box: { cx: 300, cy: 300, w: 240, h: 200 }, filled: true }]
const EMPTY = [{ id: 'a', box: { cx: 300, cy: 300, w: 240, h: 200 } }]

test('a colour is set by hex, by RGB and by HSL, and one visit is one step', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, EMPTY))
  await hand.press({ x: 300, y: 300 })
  await page.getByRole('button', { name: 'Fill with a colour' }).click()
  await hand.afterStep('Fill with colour')
  await page.getByRole('button', { name: /^Colour: .*Choose a colour/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Colour: choose a colour' })
  const type = async (label: string, text: string): Promise<void> => {
    await dialog.getByLabel(label, { exact: true }).fill(text)
    await dialog.getByLabel(label, { exact: true }).press('Enter')
  }
  await type('Hex', '#336699')
  // A person looks at it for a while: it is one visit all the same.
  await page.waitForTimeout(1500)
  await type('R', '255')
  await expect(dialog.getByLabel('Hex')).toHaveValue('#ff6699')
  // CSS Color Module Level 4: hsl(120 100% 25%) is #008000 (as is the keyword green).
  await type('Hex', '#00ff00')
  await type('L in %', '25')
  await expect(dialog.getByLabel('Hex')).toHaveValue('#008000')
  await page.keyboard.press('Escape')
  await expect
    .poll(async () => frameIn((await hand.opened()).project, 'a').fill)
    .toEqual({
      kind: 'colour',
      colour: '#008000',
    })
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect
    .poll(async () => frameIn((await hand.opened()).project, 'a').fill)
    .toEqual({
      kind: 'colour',
      colour: '#c98d63',
    })
})

test('the dropper takes the colour of a point of the sheet; a kept colour stays with the project', async ({
  page,
  request,
}) => {
  const pieces = [...EMPTY, { id: 'b', box: { cx: 600, cy: 300, w: 200, h: 200 } }]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await hand.press({ x: 600, y: 300 })
  await page.getByRole('button', { name: 'Fill with a colour' }).click()
  await page.getByLabel('Colour', { exact: true }).fill('#2a6db0')
  await page.getByLabel('Colour', { exact: true }).press('Enter')
  await hand.press({ x: 300, y: 300 })
  await page.getByRole('button', { name: 'Fill with a colour' }).click()
  await page.getByRole('button', { name: /^Colour: .*Choose a colour/ }).click()
  await page.getByRole('button', { name: 'Take a colour from the sheet' }).click()
  const { x, y } = await hand.at({ x: 600, y: 300 })
  await page.mouse.move(x, y)
  await page.mouse.click(x, y)
  await expect
    .poll(async () => frameIn((await hand.opened()).project, 'a').fill)
    .toEqual({
      kind: 'colour',
      colour: '#2a6db0',
    })
  await page.getByRole('button', { name: /^Colour: .*Choose a colour/ }).click()
  await page.getByRole('button', { name: 'Keep this colour for the project' }).click()
  expect((await hand.afterStep('Keep a colour')).colours).toEqual(['#2a6db0'])
})

test('a gradient fills a frame, with stops added and moved', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, EMPTY))
  await hand.press({ x: 300, y: 300 })
  await page.getByRole('button', { name: 'Fill with a gradient' }).click()
  await hand.afterStep('Fill with gradient')
  await page.getByRole('button', { name: 'Add a stop in the widest gap' }).click()
  await hand.afterStep('Gradient')
  await page.getByRole('button', { name: 'Round gradient' }).click()
  await expect
    .poll(async () => frameIn((await hand.opened()).project, 'a').fill)
    .toMatchObject({ kind: 'gradient', shape: 'radial', stops: [{ at: 0 }, { at: 0.5 }, { at: 1 }] })
})

test('backing, soft edge and tiles are set in the card', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, FILLED))
  await hand.press({ x: 300, y: 300 })
  await run(page, 'Contain')
  await hand.afterStep('Fit: Contain')
  await page.getByLabel('Behind', { exact: true }).fill('#fbf9f4')
  await page.getByLabel('Behind', { exact: true }).press('Enter')
  expect(frameIn(await hand.afterStep('Colour behind the picture'), 'a').backing).toBe('#fbf9f4')
  await page.getByLabel('Fading edge in px').fill('12')
  await page.getByLabel('Fading edge in px').press('Enter')
  expect(frameIn(await hand.afterStep('Fading edge'), 'a').feather).toBe(12)
  await run(page, 'Tile')
  await hand.afterStep('Fit: Tile')
  await page.getByLabel('Gap between the tiles in %').fill('10')
  await page.getByLabel('Gap between the tiles in %').press('Enter')
  await hand.afterStep('Gap between tiles')
  expect((await hand.placed('a')).tileGap).toBeCloseTo(0.1, 9)
})

test('the background is placed, paled, blurred and veiled', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, EMPTY))
  await page.getByRole('button', { name: 'A picture that covers the sheet' }).click()
  await page.getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill('fields')
  await page.locator('[data-supply]', { hasText: 'fields' }).first().click()
  await hand.afterStep('Background picture')
  await page.getByRole('button', { name: /^Place the background/ }).click()
  await expect(page.locator('[data-region="card"]')).toContainText('It fills the sheet and its bleed')
  await page.keyboard.press('F6')
  await hand.table.focus()
  await page.keyboard.press('+')
  await hand.afterStep('Zoom picture')
  await page.getByLabel('Opacity in %').fill('60')
  await page.getByLabel('Opacity in %').press('Enter')
  await hand.afterStep('Opacity of the background')
  await page.getByLabel('Blur in px').fill('6')
  await page.getByLabel('Blur in px').press('Enter')
  await hand.afterStep('Blur of the background')
  await page.getByRole('button', { name: /^Lay a veil/ }).click()
  const sheet = (await hand.afterStep('Veil')).sheets[SHEET]
  expect(sheet?.background).toMatchObject({ kind: 'picture', opacity: 0.6, blur: 6 })
  expect(sheet?.veil).toEqual({ colour: '#ffffff', opacity: 0.4 })
  const { background } = sheet ?? {}
  expect(background?.kind === 'picture' && background.placed.zoom).toBeCloseTo(1.1, 6)
})

test('the palette of the sheet’s pictures is shown, and a press keeps a colour', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, FILLED))
  const palette = page.locator('[data-palette] button')
  await expect.poll(() => palette.count()).toBeGreaterThan(3)
  await palette.first().click()
  expect((await hand.afterStep('Keep a colour')).colours).toHaveLength(1)
})
