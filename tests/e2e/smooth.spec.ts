/** What a drag of much costs: nothing is rendered but the overlay, nothing painted anew; and long lists are made only where seen. */
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, frameIn, SHEET } from './bench'
import { countRenders, readRenders } from './renders'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { fillFrames } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { addFrame } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'

const BLUE = { r: 40, g: 90, b: 200 }

/** Frames of one colour in rows on a sheet of 800 × 600 px. */
const framesInRows = (count: number, columns: number, cell = { w: 60, h: 50 }): Project => {
  let project = newProject(
    'x',
    'Much',
    newSheet(SHEET, 'Sheet 1', { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 0 }),
  )
  for (let n = 0; n < count; n += 1) {
    const at = { cx: 130 + cell.w * (n % columns), cy: 120 + cell.h * Math.floor(n / columns) }
    const box = { ...at, w: (5 / 6) * cell.w, h: (4 / 5) * cell.h }
    project = addFrame(project, { sheetId: SHEET, frame: newFrame(`f-${n}`, { kind: 'rectangle' }, box, `f ${n}`) })
  }
  const ids = Array.from({ length: count }, (_, n) => `f-${n}`)
  return fillFrames(project, { sheetId: SHEET, ids, fill: { kind: 'colour', colour: '#285ac8' } })
}

const made = async (request: APIRequestContext, document: Project): Promise<string> => {
  const response = await request.post('/api/projects', { data: { document } })
  expect(response.status()).toBe(201)
  return ((await response.json()) as { id: string }).id
}

const repaintedNow = (page: Page): Promise<number> =>
  page
    .locator('[data-region="table"] canvas')
    .first()
    .evaluate((canvas: HTMLCanvasElement) => Number(canvas.dataset['repainted']))

/** The colour at a sheet point, a third of a frame's width off its middle: nothing else is painted there. */
const isBlue = ([r = 0, g = 0, b = 0]: readonly number[]): boolean =>
  Math.abs(r - BLUE.r) + Math.abs(g - BLUE.g) + Math.abs(b - BLUE.b) < 12

test('a drag of a finished group renders the overlay alone and paints nothing anew; let go, all is exact and stored', async ({
  page,
  request,
}) => {
  const ids = Array.from({ length: 40 }, (_, n) => `f-${n}`)
  let project = groupItems(framesInRows(40, 8), { sheetId: SHEET, ids, groupId: 'g', name: 'All' })
  project = putLayer(project, { sheetId: SHEET, ids: ['g'], layer: newLayer('shadow', 'fall', 9) })
  await countRenders(page)
  const hand = await BenchHand.open(page, await made(request, project))
  await hand.press({ x: 130, y: 120 })
  const x = page.locator('[data-region="card"]').getByRole('textbox', { name: 'x in px' })
  await expect(x).toHaveValue('105')
  const from = await hand.at({ x: 130, y: 120 })
  const scale = await hand.scale()
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  for (let i = 1; i <= 10; i += 1) await page.mouse.move(from.x + i, from.y)
  await page.waitForTimeout(200)
  await readRenders(page)
  const repainted: number[] = []
  for (let i = 1; i <= 30; i += 1) {
    await page.mouse.move(from.x + 10 + i * 1.7, from.y + i * 1.3)
    repainted.push(await repaintedNow(page))
  }
  await expect.poll(async () => Number(await x.inputValue())).toBeGreaterThan(105 + 40 / scale)
  const rendered = await readRenders(page)
  expect(rendered['overlay']).toBeGreaterThan(0)
  expect(Object.keys(rendered)).toEqual(['overlay'])
  expect(Math.max(...repainted)).toBe(0)
  await page.mouse.up()
  const after = await hand.afterStep('Move group')
  await hand.ready()
  const { box } = frameIn(after, 'f-0')
  await expect(x).toHaveValue(String(Math.round((box.cx - 25) * 100) / 100))
  // Every frame came along, and is painted where it is stored.
  for (const id of ['f-0', 'f-17', 'f-39']) {
    const frame = frameIn(after, id)
    expect(isBlue(await hand.colourAt({ x: frame.box.cx + 15, y: frame.box.cy }))).toBe(true)
  }
  expect(isBlue(await hand.colourAt({ x: 112, y: 120 }))).toBe(false)
  // Taken back by Esc, the numbers are those before.
  const now = await hand.at({ x: box.cx, y: box.cy })
  const shown = await x.inputValue()
  await page.mouse.move(now.x, now.y)
  await page.mouse.down()
  await page.mouse.move(now.x + 30, now.y + 30, { steps: 6 })
  await expect.poll(() => x.inputValue()).not.toBe(shown)
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(x).toHaveValue(shown)
})

test('the wheel turned over many frames, and then rest: all that only stood in is painted', async ({
  page,
  request,
}) => {
  // So many that putting them on the table takes longer by itself than there is for painting in one frame of the screen.
  const hand = await BenchHand.open(page, await made(request, framesInRows(2000, 50, { w: 12, h: 10 })))
  const at = await hand.at({ x: 400, y: 300 })
  await page.mouse.move(at.x, at.y)
  await page.keyboard.down('Control')
  for (const turn of [-120, -120, 120, 120, 120, -60]) await page.mouse.wheel(0, turn)
  await page.keyboard.up('Control')
  await hand.ready()
  const canvas = page.locator('[data-region="table"] canvas').first()
  await expect(canvas).toHaveAttribute('data-ready', 'true')
  const painted = await canvas.getAttribute('data-paint-ms')
  await page.waitForTimeout(500)
  // At rest nothing more is painted.
  expect(await canvas.getAttribute('data-paint-ms')).toBe(painted)
  expect(isBlue(await hand.colourAt({ x: 130, y: 120 }))).toBe(true)
})

test('a stack of 300 frames makes the rows that are seen; the focus stays where it is scrolled, and goes on by keys', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await made(request, framesInRows(300, 11)))
  const stack = page.locator('[data-region="stack"]')
  const rows = stack.locator('[data-stack-id]')
  await expect(rows.first()).toHaveAttribute('data-stack-id', 'f-299')
  expect(await rows.count()).toBeLessThan(60)
  await rows.first().getByRole('button').first().focus()
  // Far away, the row with the focus is still there, and the last ones are.
  await stack.evaluate((element) => element.scrollTo(0, element.scrollHeight))
  await expect(stack.locator('[data-stack-id="f-0"]')).toBeInViewport()
  await expect(stack.locator('[data-stack-id="f-299"]').getByRole('button').first()).toBeFocused()
  await expect(stack.getByRole('listitem').last()).toHaveAttribute('aria-setsize', '300')
  await stack.locator('[data-stack-id="f-0"]').getByRole('button').first().click()
  await expect(page.getByRole('textbox', { name: 'Name of the frame' })).toHaveValue('f 0')
  // Backwards through more rows than were made.
  for (let i = 0; i < 45; i += 1) await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Name of the frame' })).toHaveValue('f 45')
  // A row dragged onto another changes the order, also here.
  const row = stack.locator('[data-stack-id="f-45"]')
  const target = stack.locator('[data-stack-id="f-43"]')
  const [a, b] = [await row.boundingBox(), await target.boundingBox()]
  if (!a || !b) throw new TypeError('not in sight')
  await hand.dragPixels({ x: a.x + 20, y: a.y + 20 }, { x: b.x + 20, y: b.y + b.height - 4 })
  const after = await hand.afterStep('Reorder')
  const order = after.sheets[SHEET]?.order ?? []
  expect(order.indexOf('f-45')).toBe(order.indexOf('f-43') - 1)
})

test('a strip of 60 sheets makes the tiles that are seen; the last is gone to, and moved', async ({
  page,
  request,
}) => {
  let project = framesInRows(4, 4)
  for (let n = 2; n <= 60; n += 1) {
    const size = { w: 400 + 40 * (n % 5), h: 600 }
    const sheet = newSheet(`sheet-${n}`, `Sheet ${n}`, { unit: 'px', size, ppi: 72, bleed: 0 })
    project = { ...project, order: [...project.order, sheet.id], sheets: { ...project.sheets, [sheet.id]: sheet } }
  }
  const hand = await BenchHand.open(page, await made(request, project))
  await hand.table.focus()
  await page.keyboard.press('j')
  const strip = page.getByRole('region', { name: 'Sheets', exact: true })
  const tiles = strip.locator('[data-sheet-tile]')
  await expect(tiles.first()).toBeVisible()
  expect(await tiles.count()).toBeLessThan(50)
  const last = strip.locator('[data-sheet-tile="sheet-60"]')
  // How wide tiles are is known when they are made: a hand scrolls on until the last is there.
  await expect(async () => {
    await strip.locator('ul').evaluate((list) => list.parentElement?.scrollTo(list.scrollWidth, 0))
    await expect(last).toBeInViewport({ ratio: 0.9, timeout: 300 })
  }).toPass()
  await last.getByRole('button').first().click()
  await expect(page.getByRole('button', { name: 'Sheet 60 of 60' })).toBeVisible()
  const [from, to] = [await last.boundingBox(), await strip.locator('[data-sheet-tile="sheet-58"]').boundingBox()]
  if (!from || !to) throw new TypeError('not in sight')
  await hand.dragPixels({ x: from.x + from.width / 2, y: from.y + 30 }, { x: to.x + 6, y: to.y + 30 })
  await expect.poll(async () => (await hand.opened()).project.order.indexOf('sheet-60')).toBe(57)
})
