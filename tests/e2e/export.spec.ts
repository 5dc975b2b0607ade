import type { Download, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import ExifReader from 'exifreader'
import sharp from 'sharp'
import { BenchHand, makeProject } from './bench'

const PIECES = [
  { id: 'a', stencil: { kind: 'ellipse' } as const, box: { cx: 250, cy: 300, w: 300, h: 300 }, filled: true },
  { id: 'b', stencil: { kind: 'polygon', sides: 5 } as const, box: { cx: 600, cy: 300, w: 250, h: 250 }, filled: true },
]

const exportAs = async (
  page: Page,
  format: 'PNG' | 'JPEG' | 'WebP',
  change: () => Promise<void> = async () => undefined,
): Promise<Download> => {
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('radio', { name: format }).check()
  await change()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: `Export ${format}` }).click()
  return download
}

const difference = async (a: string, b: string): Promise<{ mean: number; max: number }> => {
  const [p, q] = await Promise.all([a, b].map((file) => sharp(file).ensureAlpha().raw().toBuffer()))
  if (!p || !q || p.length !== q.length) throw new TypeError('sizes differ')
  let sum = 0
  let max = 0
  for (let i = 0; i < p.length; i += 1) {
    const off = Math.abs((p[i] ?? 0) - (q[i] ?? 0))
    sum += off
    if (off > max) max = off
  }
  return { mean: sum / p.length, max }
}

test('gives a PNG, a JPEG and a WebP to download, each with its resolution and profile', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const png = await exportAs(page, 'PNG', async () => {
    await page.getByRole('textbox', { name: 'Resolution in ppi' }).fill('144')
    await page.keyboard.press('Enter')
    await expect(page.getByText('1600 × 1200 px, sRGB')).toBeVisible()
  })
  expect(png.suggestedFilename()).toBe('Bench-test.png')
  const file = await png.path()
  expect(await sharp(file).metadata()).toMatchObject({ format: 'png', width: 1600, height: 1200 })
  const tags = await ExifReader.load(readFileSync(file), { expanded: true, async: true })
  expect(Number(tags.png?.['Pixels Per Unit X']?.value)).toBe(Math.round(144 / 0.0254))
  expect(tags.icc?.['ICC Description']?.value).toMatch(/sRGB/)
  await expect(page.locator('[data-export-done]')).toContainText('1600 × 1200 px')
  await page.getByRole('button', { name: 'Close' }).click()
  const jpeg = await exportAs(page, 'JPEG')
  expect(await sharp(await jpeg.path()).metadata()).toMatchObject({
    format: 'jpeg',
    width: 800,
    height: 600,
    density: 72,
  })
  await page.getByRole('button', { name: 'Close' }).click()
  const webp = await exportAs(page, 'WebP')
  expect(await sharp(await webp.path()).metadata()).toMatchObject({ format: 'webp', width: 800, height: 600 })
  expect((await hand.opened()).revision).toBe(0)
})

test('without a background stays transparent; bleed can be had', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('button', { name: 'None: transparent' }).click()
  await page.getByRole('textbox', { name: 'Bleed in px' }).fill('20')
  await page.keyboard.press('Enter')
  const png = await exportAs(page, 'PNG', async () => page.getByRole('checkbox', { name: 'With bleed' }).check())
  const { data, info } = await sharp(await png.path())
    .raw()
    .toBuffer({ resolveWithObject: true })
  expect([info.width, info.height, info.channels]).toEqual([840, 640, 4])
  expect(data[3]).toBe(0)
  expect(data[(320 * 840 + 270) * 4 + 3]).toBe(255)
})

test('shows its progress and is cancelled at once', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('textbox', { name: 'Resolution in ppi' }).fill('1200')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Export PNG' }).click()
  await expect(page.getByText(/Painting|Writing/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel the export' }).click()
  await expect(page.getByText('The export was cancelled. Nothing was written.')).toBeVisible()
  // The next one is not held up by it.
  await page.getByRole('textbox', { name: 'Resolution in ppi' }).fill('72')
  await page.keyboard.press('Enter')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export PNG' }).click()
  await download
})

test('refuses what is too large, with what to do', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, PIECES, { w: 8000, h: 6000 }))
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('textbox', { name: 'Resolution in ppi' }).fill('2400')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Export PNG' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Choose a lower resolution' })).toBeVisible()
})

test('a bundle is saved, checked and rendered from the command line alike, and brought in again', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const png = await exportAs(page, 'PNG')
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save a bundle' }).click()
  const bundle = test.info().outputPath('bundle.zip')
  await (await saving).saveAs(bundle)
  expect(execFileSync('bin/stencil', ['check', bundle], { encoding: 'utf8' })).toMatch(/^no faults/)
  const out = test.info().outputPath('out.png')
  const said = execFileSync(
    'bin/stencil',
    ['render', bundle, '--sheet', '1', '--format', 'png', '--ppi', '72', '--out', out],
    { encoding: 'utf8' },
  )
  expect(said).toMatch(/800 × 600 px/)
  expect(await difference(out, await png.path())).toEqual({ mean: 0, max: 0 })
  await page.goto('/')
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Open a bundle' }).click()
  const before = ((await (await request.get('/api/projects', { maxRetries: 3 })).json()) as unknown[]).length
  await (await chooser).setFiles(bundle)
  await expect
    .poll(async () => ((await (await request.get('/api/projects', { maxRetries: 3 })).json()) as unknown[]).length)
    .toBe(before + 1)
  const [newest] = (await (await request.get('/api/projects', { maxRetries: 3 })).json()) as { id: string }[]
  const again = new BenchHand(page, newest?.id ?? '')
  expect((await again.opened()).project.sheets).toEqual((await hand.opened()).project.sheets)
})

test('a file that is no bundle is refused in words', async ({ page }) => {
  await page.goto('/')
  await page
    .locator('[data-bundle-input]')
    .setInputFiles({ name: 'a.zip', mimeType: 'application/zip', buffer: Buffer.from('not a zip') })
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be read' })).toBeVisible()
})

test('names the frames that are empty, leaves them out or shows them as grey tiles', async ({ page, request }) => {
  const empty = { id: 'waits', box: { cx: 600, cy: 300, w: 250, h: 250 } }
  const [filled] = PIECES
  await BenchHand.open(page, await makeProject(request, [...(filled ? [filled] : []), empty]))
  const at = async (download: Download, x: number, y: number): Promise<readonly number[]> => {
    const { data, info } = await sharp(await download.path())
      .raw()
      .toBuffer({ resolveWithObject: true })
    return [...data.subarray((y * info.width + x) * info.channels, (y * info.width + x) * info.channels + 3)]
  }
  const plain = await exportAs(page, 'PNG', async () => {
    await expect(page.getByRole('group', { name: 'Empty frames' })).toContainText('One frame is empty: waits.')
  })
  expect(await at(plain, 490, 200)).toEqual([255, 255, 255])
  await page.getByRole('button', { name: 'Close' }).click()
  const tiles = await exportAs(page, 'PNG', async () => {
    await page.getByRole('radio', { name: 'Show them as grey tiles with name and size' }).check()
  })
  expect(await at(tiles, 490, 200)).toEqual([201, 201, 201])
  // Words stand in the middle: something there is darker than the tile.
  const words = await sharp(await tiles.path())
    .extract({ left: 520, top: 280, width: 160, height: 40 })
    .greyscale()
    .stats()
  expect(words.channels[0]?.min ?? 255).toBeLessThan(100)
})

test('asks before Esc cancels it, and goes on if told so; with the server gone it says so and the bench stays', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('textbox', { name: 'Resolution in ppi' }).fill('900')
  await page.keyboard.press('Enter')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export PNG' }).click()
  await expect(page.getByText(/Painting|Writing/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText('The export is not finished. Cancel it?')).toBeVisible()
  await page.getByRole('button', { name: 'Go on exporting' }).click()
  // The server cannot be reached for a while, in the midst of it.
  await page.route('**/api/exports/*', (route) => route.abort())
  await expect(page.getByText('The server is not reached; it is asked again and again.')).toBeVisible()
  await page.unroute('**/api/exports/*')
  expect((await download).suggestedFilename()).toBe('Bench-test.png')
  await page.route('**/api/exports/**', (route) => route.abort())
  await page.getByRole('button', { name: 'Download again' }).click()
  await expect(page.getByText(/server does not answer/)).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(hand.table).toBeVisible()
})
