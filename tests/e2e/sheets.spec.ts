import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { unzip } from '@tests/helpers/zip'
import { BenchHand, makeProject } from './bench'
import type { Project } from '@/core/document/types'

const PIECES = [{ id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true }]
const sheetNames = (project: Project): readonly (string | undefined)[] =>
  project.order.map((id) => project.sheets[id]?.name)
const openStrip = (page: Page) => page.getByRole('button', { name: /^Sheet 1 of/ }).click()
const menuOf = (page: Page, name: string) => page.getByRole('button', { name: `More to do with ${name}` }).click()

test('sheets are added, duplicated, renamed, moved, gone to and removed', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await openStrip(page)
  await page.getByRole('button', { name: 'New sheet of the same size' }).click()
  expect(sheetNames(await hand.afterStep('New sheet'))).toEqual(['Sheet 1', 'Sheet 2'])
  await menuOf(page, 'Sheet 1')
  await page.getByRole('menuitem', { name: 'Duplicate', exact: true }).click()
  const copied = await hand.afterStep('Duplicate sheet')
  expect(sheetNames(copied)).toEqual(['Sheet 1', 'Sheet 1 copy', 'Sheet 2'])
  expect(copied.sheets[copied.order[1] ?? '']?.items).toEqual(copied.sheets[copied.order[0] ?? '']?.items)
  await menuOf(page, 'Sheet 1 copy')
  await page.getByRole('menuitem', { name: 'Rename' }).click()
  await page.getByLabel('New name of Sheet 1 copy').fill('Back')
  await page.getByLabel('New name of Sheet 1 copy').press('Enter')
  expect(sheetNames(await hand.afterStep('Rename sheet'))).toEqual(['Sheet 1', 'Back', 'Sheet 2'])
  const back = await page.getByRole('button', { name: 'Sheet 2: Back' }).boundingBox()
  const last = await page.getByRole('button', { name: 'Sheet 3: Sheet 2' }).boundingBox()
  if (!back || !last) throw new TypeError('no tiles')
  await hand.dragPixels({ x: back.x + 20, y: back.y + 20 }, { x: last.x + last.width + 8, y: last.y + 20 })
  expect(sheetNames(await hand.afterStep('Move sheet'))).toEqual(['Sheet 1', 'Sheet 2', 'Back'])
  await hand.table.focus()
  await page.keyboard.press('PageUp')
  await expect(page.getByRole('button', { name: 'Sheet 2 of 3' })).toBeVisible()
  await menuOf(page, 'Sheet 2')
  await page.getByRole('menuitem', { name: 'Remove' }).click()
  expect(sheetNames(await hand.afterStep('Remove sheet'))).toEqual(['Sheet 1', 'Back'])
})

test('a sheet duplicated at another size has its contents scaled to fit', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await openStrip(page)
  await menuOf(page, 'Sheet 1')
  await page.getByRole('menuitem', { name: 'Duplicate at another size…' }).click()
  await page.getByRole('textbox', { name: 'Width' }).fill('400')
  await page.getByRole('textbox', { name: 'Height' }).fill('400')
  await page.getByRole('button', { name: 'Duplicate', exact: true }).click()
  const project = await hand.afterStep('Duplicate sheet')
  const sheet = project.sheets[project.order[1] ?? '']
  expect(sheet?.size).toEqual({ w: 400, h: 400 })
  const [item] = Object.values(sheet?.items ?? {})
  // 800 × 600 into 400 × 400: half as large, 50 down from the top.
  expect(item?.kind === 'frame' && item.box).toEqual({ cx: 100, cy: 150, w: 100, h: 80 })
})

test('the clean view has no marks, and Esc brings them back', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await expect(page.locator('[data-grip="turn"]')).toBeVisible()
  await page.keyboard.press('z')
  await expect(page.locator('[data-grip="turn"]')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-grip="turn"]')).toBeVisible()
})

test('an item off the sheet is kept and marked', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  const x = page.locator('[data-region="card"]').getByLabel('x in px')
  await x.fill('-900')
  await x.press('Enter')
  await hand.afterStep('Move frame')
  await expect(page.getByRole('button', { name: 'a, off the sheet' })).toBeVisible()
})

test('chosen sheets are exported as a zip, named by a pattern', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await openStrip(page)
  for (const count of [2, 3]) {
    await page.getByRole('button', { name: 'New sheet of the same size' }).click()
    await expect.poll(async () => (await hand.opened()).project.order.length).toBe(count)
  }
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('button', { name: 'Choose all sheets' }).click()
  await page.getByLabel(/^2\. /).uncheck()
  const names = page.getByLabel('Pattern of the file names')
  await names.fill('{nonsense}')
  await names.press('Enter')
  await expect(page.getByRole('alert')).toContainText('{nonsense}')
  await names.fill('card-{number}-{width}')
  await names.press('Enter')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 2 as PNG' }).click()
  const file = await download
  expect(file.suggestedFilename()).toBe('Bench-test.zip')
  const entries = await unzip(await readFile(await file.path()))
  expect(Object.keys(entries).sort()).toEqual(['card-1-800.png', 'card-3-800.png'])
  const meta = await sharp(entries['card-1-800.png']).metadata()
  expect([meta.width, meta.height, meta.format]).toEqual([800, 600, 'png'])
})

test('a frame is copied as an image, cropped to its outline and transparent around it', async ({
  page,
  request,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const pieces = [
    { id: 'a', stencil: { kind: 'ellipse' } as const, box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await hand.press({ x: 200, y: 200 })
  await page.getByRole('button', { name: 'Copy the frame as an image' }).click()
  await expect(page.getByText('was copied as an image')).toBeVisible()
  const bytes = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read()
    const blob = await item?.getType('image/png')
    return blob ? [...new Uint8Array(await blob.arrayBuffer())] : []
  })
  const { data, info } = await sharp(Buffer.from(bytes)).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  expect([info.width, info.height]).toEqual([200, 160])
  expect(data[3]).toBe(0)
  expect(data[(80 * 200 + 100) * 4 + 3]).toBe(255)
})
