/** What stays as it was set: marking, ratios, texts near edges, rows of the stack; and drags that change nothing. */
import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, picture, placedIn, SHEET, upload, run } from './bench'
import type { Project } from '@/core/document/types'
import { itemRect } from '@/core/document/extent'
import { sheetOf } from '@/core/document/read'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
const nameAt = (project: Project, id: string): string => project.pictures[placedIn(project, id).pictureId]?.name ?? ''
const row = (page: Page, id: string) => page.locator(`[data-stack-id="${id}"]`)
const centre = async (target: ReturnType<Page['locator']>): Promise<{ x: number; y: number }> => {
  const b = await target.boundingBox()
  if (!b) throw new TypeError('not in sight')
  return { x: b.x + b.width / 2, y: b.y + b.height / 2 }
}

test('a picture is dropped on a row of the stack, and carried from row to row; with Ctrl it also stays', async ({
  page,
  request,
}) => {
  const pieces = [
    { id: 'a', box: box(180, 200), filled: true },
    { id: 'b', box: box(480, 200) },
    { id: 'c', box: box(480, 420) },
  ]
  await upload(request, await picture(640, 400, 401), 'row-drop.jpg')
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await page.getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill('row-drop')
  await hand.dragPixels(await centre(page.locator('[data-supply]').first()), await centre(row(page, 'b')))
  let project = await hand.afterStep('Fill frame')
  expect(nameAt(project, 'b')).toBe('row-drop')
  const chip = (id: string) => page.getByRole('button', { name: new RegExp(`^Picture of ${id}:`) })
  await page.keyboard.down('Control')
  await hand.dragPixels(await centre(chip('b')), await centre(row(page, 'c')))
  await page.keyboard.up('Control')
  project = await hand.afterStep('Copy picture')
  expect(['b', 'c'].map((id) => nameAt(project, id))).toEqual(['row-drop', 'row-drop'])
  await hand.dragPixels(await centre(chip('c')), await centre(row(page, 'a')))
  project = await hand.afterStep('Exchange pictures')
  expect(['a', 'c'].map((id) => nameAt(project, id))).toEqual(['row-drop', 'fields'])
  // The row says which of the two the hand is in.
  await chip('a').click()
  await expect(chip('a')).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('w')
  await expect(chip('a')).toHaveAttribute('aria-pressed', 'false')
  await expect(row(page, 'a').getByRole('button').first()).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Delete')
  await expect(page.getByText('In the Picture way (P) Delete takes out the picture alone.')).toBeVisible()
})

test('a drag of a picture that cannot move records no step', async ({ page, request }) => {
  // The picture is 3 : 2 as the frame is: it covers it exactly and has nowhere to go.
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: box(400, 300, 300, 200), filled: true }]),
  )
  await hand.press({ x: 400, y: 300 })
  await page.keyboard.press('p')
  await hand.drag({ x: 400, y: 300 }, { x: 460, y: 350 })
  await page.waitForTimeout(500)
  expect((await hand.opened()).revision).toBe(0)
  // Turned it has room to go; once at its edge, the same drag again changes nothing.
  const turn = page.getByRole('region', { name: 'Picture' }).getByRole('textbox', { name: 'Turn in °' })
  await turn.fill('7')
  await turn.press('Enter')
  await hand.afterStep('Turn picture')
  await hand.drag({ x: 400, y: 300 }, { x: 650, y: 300 })
  await hand.afterStep('Move picture')
  const { revision } = await hand.opened()
  await hand.drag({ x: 400, y: 300 }, { x: 650, y: 300 })
  await page.waitForTimeout(500)
  expect((await hand.opened()).revision).toBe(revision)
})

test('typed sizes keep their ratio by the lock', async ({ page, request }) => {
  const pieces = [
    { id: 'a', box: box(200, 200, 200, 100) },
    { id: 'b', box: box(560, 400, 100, 100) },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await hand.press({ x: 200, y: 200 })
  const place = page.getByRole('region', { name: 'Place' })
  const width = place.getByRole('textbox', { name: /^w in/ })
  await width.fill('240')
  await width.press('Enter')
  expect(frameIn(await hand.afterStep('Size frame'), 'a').box).toMatchObject({ w: 240, h: 100 })
  const lock = place.getByRole('button', { name: 'Width and height keep their ratio' })
  await lock.click()
  await width.fill('120')
  await width.press('Enter')
  await expect.poll(async () => frameIn((await hand.opened()).project, 'a').box.h).toBe(50)
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('button', { name: 'Group what is selected' }).click()
  await hand.afterStep('Group')
  const before = itemRect(sheetOf((await hand.opened()).project, SHEET), 'b')
  const w = Number(await width.inputValue())
  await width.fill(String(w / 2))
  await width.press('Enter')
  const after = itemRect(sheetOf(await hand.afterStep('Size'), SHEET), 'b')
  expect((after.y1 - after.y0) / (before.y1 - before.y0)).toBeCloseTo(0.5, 3)
})

test('a text typed on near the edge comes to lie on the sheet', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByRole('button', { name: 'Type on the sheet' }).click()
  await hand.press({ x: 700, y: 560 })
  await expect(page.locator('[data-typing]')).toBeVisible()
  await page.keyboard.type('HARBOUR', { delay: 40 })
  const text = async (): Promise<string> => {
    const word = Object.values((await hand.opened()).project.sheets[SHEET]?.items ?? {}).find(
      ({ kind }) => kind === 'group',
    )
    return word?.kind === 'group' ? (word.lettering?.text ?? '') : ''
  }
  await expect.poll(text).toBe('HARBOUR')
  await page.keyboard.press('Escape')
  const around = async () => {
    const sheet = sheetOf((await hand.opened()).project, SHEET)
    const word = Object.values(sheet.items).find(({ kind }) => kind === 'group')
    return word ? itemRect(sheet, word.id) : { x0: -1, y0: -1, x1: -1, y1: -1 }
  }
  await expect.poll(async () => (await around()).x1).toBeLessThanOrEqual(800.001)
  const r = await around()
  expect(r.x0).toBeGreaterThanOrEqual(-0.001)
  expect(r.y1).toBeLessThanOrEqual(600.001)
})

test('marking a subject goes on from frame to frame and says on which; Esc ends it', async ({ page, request }) => {
  const pieces = [
    { id: 'a', box: box(180, 200), filled: true },
    { id: 'b', box: box(480, 200), filled: true },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await hand.press({ x: 180, y: 200 })
  await run(page, 'Mark the subject')
  await expect(page.getByText(/^On a: Draw a box/)).toBeVisible()
  await hand.press({ x: 480, y: 200 })
  await expect(page.getByText(/^On b: Draw a box/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText(/^On b: Draw a box/)).toHaveCount(0)
})

test('buttons that the page does not answer yet are disabled', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ javaScriptEnabled: false })
  const page = await context.newPage()
  await page.goto(`${baseURL}/`)
  for (const name of ['New sheet', 'Open a bundle']) await expect(page.getByRole('button', { name })).toBeDisabled()
  await context.close()
})

test('one frame is aligned to the sheet; where to is remembered; a grid takes columns and fills what it is told to', async ({
  page,
  request,
}) => {
  const pieces = [1, 2, 3].map((n) => ({ id: `f${n}`, box: box(100 + n * 150, 150 + n * 60) }))
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await hand.press({ x: 250, y: 210 })
  await page.getByRole('button', { name: 'Align centres, left to right' }).click()
  expect(frameIn(await hand.afterStep('Align: centre'), 'f1').box.cx).toBe(400)
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('combobox', { name: 'To' }).selectOption('sheet')
  await page.getByRole('textbox', { name: 'Columns of the grid' }).fill('3')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Arrange as a grid that fills the sheet' }).click()
  const project = await hand.afterStep('Arrange: Grid')
  for (const n of [1, 2, 3]) {
    expect(frameIn(project, `f${n}`).box.w).toBeCloseTo((800 - 24) / 3, 6)
    expect(frameIn(project, `f${n}`).box.h).toBeCloseTo(600, 6)
  }
  await page.keyboard.press('Escape')
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await expect(page.getByRole('combobox', { name: 'To' })).toHaveValue('sheet')
})

test('handles of a frame under 64 screen pixels stand outside it', async ({ page, request }) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: box(400, 300, 60, 60), filled: true }]),
  )
  await hand.press({ x: 400, y: 300 })
  const [from, to] = [await hand.at({ x: 370, y: 270 }), await hand.at({ x: 430, y: 330 })]
  expect(to.x - from.x).toBeLessThan(64)
  await expect.poll(() => page.locator('[data-grip^="handle-"]').count()).toBeGreaterThan(3)
  const grips = await page.locator('[data-grip^="handle-"]').all()
  for (const grip of grips) {
    const b = await grip.boundingBox()
    if (!b) throw new TypeError('a handle out of sight')
    const isBeside = b.x + b.width <= from.x + 1 || b.x >= to.x - 1 || b.y + b.height <= from.y + 1 || b.y >= to.y - 1
    expect([await grip.getAttribute('data-grip'), isBeside]).toEqual([await grip.getAttribute('data-grip'), true])
  }
})

test('nothing of the supplies is cut off beside the scroll bar, in any of their tabs', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, []))
  // So many that the strip of pictures scrolls.
  for (let i = 0; i < 14; i += 1) await upload(request, await picture(700, 300, 420 + i), `many-${i}.jpg`)
  await page.reload()
  await page.locator('canvas[data-ready="true"]').waitFor()
  for (const tab of ['Pictures', 'Stencils', 'Letters', 'Finishes']) {
    await page.getByRole('tab', { name: tab }).click()
    await page.locator('[data-supply]').first().waitFor()
    const sizes = await page
      .getByRole('tabpanel', { name: tab })
      .evaluate((strip) => ({ all: strip.scrollHeight, seen: strip.clientHeight }))
    expect([tab, sizes.all - sizes.seen]).toEqual([tab, 0])
  }
})
