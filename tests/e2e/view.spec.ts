import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'

const ONE = [{ id: 'f', box: { cx: 400, cy: 300, w: 200, h: 200 } }]

test('zooms at the pointer by wheel, pans, fits and shows 100%', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, ONE))
  const fitted = await hand.scale()
  const p = { x: 250, y: 200 }
  const before = await hand.at(p)
  await page.mouse.move(Math.round(before.x), Math.round(before.y))
  await page.keyboard.down('Control')
  await page.mouse.wheel(0, -120)
  await page.keyboard.up('Control')
  await expect.poll(() => hand.scale()).toBeGreaterThan(fitted * 1.05)
  const after = await hand.at(p)
  // The pointer stands on whole pixels, so the point may slip by a fraction of one.
  expect(Math.abs(after.x - before.x)).toBeLessThan(0.6)
  expect(Math.abs(after.y - before.y)).toBeLessThan(0.6)
  await page.mouse.wheel(30, 40)
  await expect.poll(async () => (await hand.at(p)).y).toBeCloseTo(after.y - 40, 0)
  await page.getByRole('button', { name: 'Fit the sheet' }).click()
  await expect.poll(() => hand.scale()).toBeCloseTo(fitted, 6)
  await page.getByRole('button', { name: /Show at 100%/ }).click()
  await expect.poll(() => hand.scale()).toBeCloseTo(1, 6)
  await page.getByRole('button', { name: 'Zoom the view out' }).click()
  expect(await hand.scale()).toBeCloseTo(0.8, 6)
  await page.getByRole('button', { name: 'Zoom the view in' }).click()
  await expect.poll(() => hand.scale()).toBeCloseTo(1, 6)
})

test('goes by key, and H held or the middle button pans anywhere', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, ONE))
  await hand.table.focus()
  await page.keyboard.press('1')
  await expect.poll(() => hand.scale()).toBeCloseTo(1, 6)
  await page.keyboard.press('+')
  expect(await hand.scale()).toBeCloseTo(1.25, 6)
  await page.keyboard.press('-')
  await expect.poll(() => hand.scale()).toBeCloseTo(1, 6)
  await page.keyboard.press('0')
  const start = await hand.at({ x: 400, y: 300 })
  await page.mouse.move(start.x, start.y)
  await page.keyboard.down('h')
  await page.mouse.down()
  await page.mouse.move(start.x + 50, start.y + 20, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.up('h')
  expect((await hand.at({ x: 400, y: 300 })).x).toBeCloseTo(start.x + 50, 0)
  await page.mouse.move(start.x, start.y)
  await page.mouse.down({ button: 'middle' })
  await page.mouse.move(start.x - 30, start.y, { steps: 4 })
  await page.mouse.up({ button: 'middle' })
  expect((await hand.at({ x: 400, y: 300 })).x).toBeCloseTo(start.x + 20, 0)
  expect((await hand.opened()).revision).toBe(0)
})

test('of a sheet in millimetres is life size at 100%', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New sheet' }).first().click()
  await page.getByRole('dialog').getByRole('button', { name: /^A6/ }).click()
  await page.getByRole('button', { name: 'Make the sheet' }).click()
  await page.getByRole('button', { name: /Show at 100%/ }).click()
  // 105 mm at 96 CSS pixels an inch (CSS Values and Units Level 4, section 6.2).
  const paper = await page.locator('[data-paper]').boundingBox()
  expect(paper?.width).toBeCloseTo((105 / 25.4) * 96, 1)
})
