/** Stencils as a person works with them: from the supplies, by knobs and numbers, swapped, combined, taken off, kept. */
import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { readFileSync } from 'node:fs'
import { BenchHand, frameIn, makeProject, placedIn, SHEET, stencilSupply, run } from './bench'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { unzip } from '@tests/helpers/zip'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })

const newestFrame = (project: Project) => frameIn(project, project.sheets[SHEET]?.order.at(-1) ?? '')

const matrixOf = (project: Project, id: string) => {
  const sheet = sheetOf(project, SHEET)
  return pictureMatrix(project, sheet, frameIn(project, id))
}

const swapTo = async (page: Page, name: string, many = false): Promise<void> => {
  await page
    .getByRole('button', {
      name: many ? 'Swap the stencil of all; their pictures stay' : 'Swap the stencil; the picture stays',
    })
    .click()
  await page.getByRole('button', { name: `Stencil: ${name}`, exact: true }).click()
}

test('stencils are found by a word, put on the sheet and shaped by numbers', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await expect.poll(() => page.locator('[data-supply]').count()).toBeGreaterThanOrEqual(40)
  await page.getByLabel('Search stencils').fill('moon')
  await expect(page.locator('[data-supply]')).toHaveCount(1)
  await page.getByLabel('Search stencils').fill('')
  await stencilSupply(page, 'Star').click()
  await hand.afterStep('New frame')
  const points = page.getByRole('textbox', { name: 'Points', exact: true })
  await points.fill('8')
  await points.press('Enter')
  const stencil = newestFrame(await hand.afterStep('Points')).stencil
  expect(stencil).toEqual({ kind: 'star', points: 8, inner: 0.45 })
  await points.fill('1000')
  await points.press('Enter')
  await expect(page.locator('[data-region="card"]').getByRole('alert')).toContainText('from 3 to 60')
  await points.press('Escape')
  await page.getByLabel('Style of the corners').selectOption('Round')
  await hand.afterStep('Corners')
  await page.getByLabel('Size of the corners', { exact: true }).fill('3mm')
  await page.getByLabel('Size of the corners', { exact: true }).press('Enter')
  await expect
    .poll(async () => newestFrame((await hand.opened()).project).stencil)
    .toMatchObject({ corners: [{ style: 'round', size: { points: expect.closeTo(8.504, 3) } }] })
})

test('a knob is carried and the value follows; undo takes it back', async ({ page, request }) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'a', stencil: { kind: 'ring', hole: 0.5 }, box: box(300, 300, 240, 240), filled: true },
    ]),
  )
  await hand.press({ x: 210, y: 300 })
  const scale = await hand.scale()
  await hand.dragGrip('knob-hole', { x: 36 * scale, y: 0 })
  const after = frameIn(await hand.afterStep('Shape stencil'), 'a').stencil
  expect(after.kind === 'ring' && after.hole).toBeCloseTo(0.8, 1)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await hand.frame('a')).stencil).toEqual({ kind: 'ring', hole: 0.5 })
})

test('what is left to chance can be had another way', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await stencilSupply(page, 'Blob').click()
  await page.getByRole('button', { name: 'Another, left to chance' }).click()
  const project = await hand.afterStep('Chance')
  expect(newestFrame(project).stencil).toMatchObject({ kind: 'blob', seed: 2 })
})

test('the stencils of many filled frames are swapped and cornered at once; pictures stay as placed', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'a', box: box(150, 150), filled: true },
      { id: 'b', stencil: { kind: 'ellipse' }, box: box(400, 150), filled: true },
      { id: 'c', box: box(650, 150) },
    ]),
  )
  const before = await hand.placed('a')
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await swapTo(page, 'Heart', true)
  const swapped = await hand.afterStep('Swap stencil of 3')
  for (const id of ['a', 'b', 'c']) expect(frameIn(swapped, id).stencil.kind).toBe('heart')
  expect(placedIn(swapped, 'a')).toEqual(before)
  await swapTo(page, 'Square', true)
  await page.getByLabel('Style of the corners').selectOption('Notch')
  const cornered = await hand.afterStep('Corners')
  for (const id of ['a', 'b', 'c'])
    expect(frameIn(cornered, id).stencil).toMatchObject({ kind: 'rectangle', corners: [{ style: 'notch' }] })
})

test('corners have each its own style and size, stay through a swap, and refuse in the unit typed', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(400, 300), filled: true }]))
  await hand.press({ x: 400, y: 290 })
  const section = page.locator('[data-region="card"]').getByRole('region', { name: 'Stencil', exact: true })
  await section.getByLabel('Style of the corners').selectOption('round')
  await section.getByRole('textbox', { name: 'Size of the corners' }).fill('70%')
  await page.keyboard.press('Enter')
  await expect(section.getByRole('alert')).toContainText('size of the corners must be from 0 to 50%, but was 70')
  await page.keyboard.press('Escape')
  await section.getByRole('button', { name: 'Each corner by itself' }).click()
  await section.getByLabel('Style of the top right corner').selectOption('notch')
  await section.getByRole('textbox', { name: 'Size of the bottom left corner' }).fill('30 px')
  await page.keyboard.press('Enter')
  await section.getByLabel('Style of the bottom right corner').selectOption('sharp')
  const share = { size: { share: 0.12 } }
  await expect
    .poll(async () => (await hand.frame('a')).stencil)
    .toMatchObject({
      kind: 'rectangle',
      corners: [
        { style: 'round', ...share },
        { style: 'notch', ...share },
        { style: 'round', size: { share: 0 } },
        { style: 'round', size: { points: 30 } },
      ],
    })
  await section.getByRole('button', { name: 'Each corner by itself' }).click()
  await swapTo(page, 'Polygon')
  await expect
    .poll(async () => (await hand.frame('a')).stencil)
    .toMatchObject({ kind: 'polygon', corners: [{ style: 'round', ...share }] })
})

test('a stencil taken off leaves the whole picture where it was and as large', async ({ page, request }) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'a', stencil: { kind: 'heart', lobe: 0.28, full: 0.42 }, box: box(400, 300), filled: true },
    ]),
  )
  const before = matrixOf((await hand.opened()).project, 'a')
  await hand.press({ x: 400, y: 290 })
  await page.getByRole('button', { name: /^Take the stencil off/ }).click()
  const project = await hand.afterStep('Take the stencil off')
  expect(frameIn(project, 'a').stencil).toEqual({ kind: 'rectangle' })
  const after = matrixOf(project, 'a')
  for (const key of ['a', 'b', 'c', 'd', 'e', 'f'] as const) expect(after?.[key]).toBeCloseTo(before?.[key] ?? NaN, 6)
  const { box: whole } = frameIn(project, 'a')
  expect(whole.w / whole.h).toBeCloseTo(1200 / 800, 6)
})

test('two frames are combined in four ways, and one is broken apart with its picture in place', async ({
  page,
  request,
}) => {
  const pieces = [
    { id: 'a', box: box(300, 300, 200, 200), filled: true },
    { id: 'b', stencil: { kind: 'ellipse' } as const, box: box(400, 300, 60, 300) },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  const before = matrixOf((await hand.opened()).project, 'a')
  const combine = async (label: RegExp, step: string): Promise<Project> => {
    await hand.table.focus()
    await page.keyboard.press('Control+a')
    await page.getByRole('button', { name: label }).click()
    return hand.afterStep(step)
  }
  const united = await combine(/^Unite/, 'Unite outlines')
  expect(united.sheets[SHEET]?.order).toEqual(['a'])
  expect(frameIn(united, 'a').box).toMatchObject({ h: expect.closeTo(300, 2), w: expect.closeTo(230, 2) })
  // The picture was as high as the square: it covers the ellipse too, and the bench says so.
  expect(matrixOf(united, 'a')?.a).toBeCloseTo((before?.a ?? NaN) * 1.5, 6)
  await expect(page.getByText('so that it covers the whole new outline')).toBeVisible()
  await page.keyboard.press('Control+z')
  const shared = await combine(/^Intersect/, 'Intersect outlines')
  expect(frameIn(shared, 'a').box).toMatchObject({ w: expect.closeTo(30, 2) })
  await page.keyboard.press('Control+z')
  await combine(/^Subtract/, 'Subtract outlines')
  await page.keyboard.press('Control+z')
  // Moved to the middle, the ellipse cuts the square in two.
  await hand.drag({ x: 400, y: 180 }, { x: 300, y: 180 })
  await hand.afterStep('Move frame')
  const cut = await combine(/^Subtract/, 'Subtract outlines')
  expect(frameIn(cut, 'a').stencil.kind).toBe('path')
  await run(page, 'Into pieces')
  const parted = await hand.afterStep('Break into 2')
  const order = parted.sheets[SHEET]?.order ?? []
  expect(order).toHaveLength(2)
  for (const id of order) expect(matrixOf(parted, id)?.a).toBeCloseTo(before?.a ?? NaN, 6)
  for (const id of order) expect(matrixOf(parted, id)?.e).toBeCloseTo(before?.e ?? NaN, 5)
})

test('an outline is kept, used again, renamed, moved, saved as SVG and removed', async ({ page, request }) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'a', stencil: { kind: 'flower', petals: 5, depth: 0.4, full: 0.6 }, box: box(200, 200) },
    ]),
  )
  await hand.press({ x: 200, y: 200 })
  await run(page, 'Keep the outline')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Sea rose')
  await dialog.getByLabel('Category').fill('Headland')
  await dialog.getByRole('button', { name: 'Keep', exact: true }).click()
  await dialog.waitFor({ state: 'detached' })
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await stencilSupply(page, 'Sea rose').click()
  const made = newestFrame(await hand.afterStep('New frame'))
  expect(made.stencil).toMatchObject({ kind: 'flower', petals: 5 })
  expect(made.box.w / made.box.h).toBeCloseTo(160 / 120, 6)
  await page.getByRole('button', { name: 'Your stencils' }).click()
  await page.getByLabel('Name of Sea rose').fill('Thrift')
  await page.getByLabel('Name of Sea rose').press('Enter')
  const category = page.getByLabel('Category of Thrift')
  await category.fill('Plants')
  await category.press('Enter')
  await expect(page.getByRole('heading', { name: 'Plants' })).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save Plants as SVG files in a zip' }).click(),
  ])
  const files = await unzip(readFileSync(await download.path()))
  expect(Object.keys(files)).toEqual(['Thrift.svg'])
  expect(files['Thrift.svg']?.toString()).toMatch(/^<\?xml.*<svg[^>]+viewBox.*<path d="M/s)
  await page.getByRole('button', { name: 'Remove Thrift' }).click()
  // Others may be kept by now, as those of other projects are.
  await expect(page.getByLabel('Name of Thrift')).toHaveCount(0)
  await expect(page.getByRole('heading', { name: 'Plants' })).toHaveCount(0)
})
