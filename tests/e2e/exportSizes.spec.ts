/** What is exported and how large: the selection alone, every frame, sides in pixels, grounds, TIFF and AVIF. */
import type { Page } from '@playwright/test'
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'
import { dialog, openExport, saved } from './exporting'
import { unzip } from '@tests/helpers/zip'

const PIECES = [
  { id: 'a', stencil: { kind: 'ellipse' } as const, box: { cx: 250, cy: 300, w: 300, h: 300 }, filled: true },
  { id: 'b', stencil: { kind: 'polygon', sides: 5 } as const, box: { cx: 600, cy: 300, w: 200, h: 100 }, filled: true },
]

/** A pixel of what is shown beforehand. */
const seenAt = (page: Page, x: number, y: number): Promise<number[]> =>
  dialog(page)
    .getByRole('group', { name: 'What comes out' })
    .locator('canvas')
    .evaluate(
      (canvas, at) => [...((canvas as HTMLCanvasElement).getContext('2d')?.getImageData(at.x, at.y, 1, 1).data ?? [])],
      { x, y },
    )

const sizeBy = async (page: Page, way: string, field: string, value: string): Promise<void> => {
  await dialog(page).getByRole('combobox', { name: 'How the size is given' }).selectOption(way)
  await dialog(page).getByRole('textbox', { name: field }).fill(value)
  await page.keyboard.press('Enter')
}

test('one frame alone is a transparent picture cut to its outline, as long as is asked for; the choice comes first next time', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const at = await hand.at({ x: 250, y: 300 })
  await page.mouse.click(at.x, at.y)
  await openExport(page, 'AVIF')
  await dialog(page)
    .getByRole('radio', { name: /^Only what is selected/ })
    .check()
  await sizeBy(page, 'By the longest side', 'Pixels in px', '900')
  await expect(dialog(page).getByText('900 × 900 px, sRGB')).toBeVisible()
  const avif = await sharp(await (await saved(page, 'Export AVIF')).path())
    .raw()
    .toBuffer({ resolveWithObject: true })
  expect([avif.info.width, avif.info.height, avif.info.channels]).toEqual([900, 900, 4])
  const alpha = (x: number, y: number) => avif.data[(y * 900 + x) * 4 + 3]
  expect([alpha(8, 8), alpha(450, 450), alpha(450, 6), alpha(891, 8)]).toEqual([0, 255, 255, 0])
  await dialog(page).getByRole('button', { name: 'Close' }).click()

  await page.reload()
  await hand.ready()
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await expect(dialog(page).getByRole('radio', { name: 'AVIF' })).toBeChecked()
  await expect(dialog(page).getByRole('textbox', { name: 'Pixels in px' })).toHaveValue('900')
  await expect(dialog(page).getByText('900 × 675 px, sRGB')).toBeVisible()
})

test('every frame becomes a file of its own, in a zip', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'PNG')
  await dialog(page)
    .getByRole('radio', { name: /^Every frame as a file of its own.*\(2\)/ })
    .check()
  await sizeBy(page, 'By a factor of the sheet', 'Times in ×', '2')
  await expect(dialog(page).getByText('600 × 600 px, sRGB')).toBeVisible()
  const entries = await unzip(await readFile(await (await saved(page, 'Export PNG')).path()))
  const sizes = await Promise.all(
    Object.values(entries).map(async (data) => {
      const { width, height, hasAlpha } = await sharp(data).metadata()
      return [width, height, hasAlpha]
    }),
  )
  expect(sizes).toEqual([
    [600, 600, true],
    [400, 200, true],
  ])
})

test('a TIFF is transparent in spite of a background, a JPEG on a colour where it is clear', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'TIFF')
  const ground = dialog(page).getByRole('combobox', { name: 'Ground of the file' })
  await ground.selectOption({ label: 'left out: transparent' })
  const tiff = await sharp(await (await saved(page, 'Export TIFF')).path())
    .raw()
    .toBuffer({ resolveWithObject: true })
  expect([tiff.info.width, tiff.info.channels, tiff.data[3]]).toEqual([800, 4, 0])
  await dialog(page).getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'None: transparent' }).click()
  await openExport(page, 'JPEG')
  await ground.selectOption({ label: 'a colour where it is clear' })
  await dialog(page).getByLabel('Colour of the ground').fill('#3366cc')
  // What comes out is shown: the colour where the sheet is clear.
  await expect.poll(() => seenAt(page, 3, 3)).toEqual([0x33, 0x66, 0xcc, 255])
  const jpeg = await sharp(await (await saved(page, 'Export JPEG')).path())
    .raw()
    .toBuffer({ resolveWithObject: true })
  const off = [0x33, 0x66, 0xcc].map((value, i) => Math.abs(value - (jpeg.data[i] ?? 0)))
  expect(Math.max(...off)).toBeLessThanOrEqual(3)
})

test('with bleed on and off again the picture beforehand stays; a small frame of a vast sheet is had large', async ({
  page,
  request,
}) => {
  const vast = { w: 12_000, h: 9000 }
  const hand = await BenchHand.open(page, await makeProject(request, PIECES, vast))
  await page.getByRole('textbox', { name: 'Bleed in px' }).fill('400')
  await page.keyboard.press('Enter')
  await hand.afterStep('Bleed')
  await openExport(page, 'PNG')
  const bleed = dialog(page).getByRole('checkbox', { name: 'With bleed' })
  await bleed.check()
  await expect(dialog(page).getByText('12800 × 9800 px, sRGB')).toBeVisible()
  await expect.poll(async () => (await seenAt(page, 200, 200))[3]).toBe(255)
  await bleed.uncheck()
  await expect.poll(async () => (await seenAt(page, 200, 200))[3]).toBe(255)
  await dialog(page)
    .getByRole('radio', { name: /^Every frame as a file of its own/ })
    .check()
  await expect(bleed).toBeDisabled()
  // Ten times the sheet would be far too large; ten times a frame is not.
  await sizeBy(page, 'By a factor of the sheet', 'Times in ×', '10')
  const entries = await unzip(await readFile(await (await saved(page, 'Export PNG')).path()))
  const widths = await Promise.all(Object.values(entries).map(async (data) => (await sharp(data).metadata()).width))
  expect(widths).toEqual([3000, 2000])
})

test('what the pictures carry is proposed; a side that a format cannot hold is refused before painting, with what to do', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'WebP')
  const words = dialog(page).getByText(/The pictures carry up to \d+ ppi/)
  const carried = Number(/\d+/.exec((await words.textContent()) ?? '')?.[0])
  await dialog(page).getByRole('button', { name: 'As large as the pictures carry' }).click()
  await expect(dialog(page).getByRole('textbox', { name: 'Resolution in ppi' })).toHaveValue(String(carried))
  await expect(words).toHaveCount(0)
  await sizeBy(page, 'By the width', 'Pixels in px', '16384')
  await dialog(page).getByRole('button', { name: 'Export WebP' }).click()
  await expect(
    dialog(page).getByRole('alert').filter({ hasText: '16384 pixels; WebP holds at most 16383. Choose a lower' }),
  ).toBeVisible()
  // One pixel less can be had, and what cannot be asked for is refused at the field.
  await sizeBy(page, 'By the width', 'Pixels in px', '70000')
  await expect(dialog(page).getByText(/from 1 to 65535/)).toBeVisible()
})

test('frames, sizes and grounds are had from the command line', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const bundle = test.info().outputPath('bundle.zip')
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save a bundle' }).click()
  await (await saving).saveAs(bundle)
  const folder = test.info().outputPath('frames')
  const run = (...args: string[]): string =>
    execFileSync('bin/stencil', ['render', bundle, ...args], { encoding: 'utf8' })
  run('--out', folder, '--each-frame', '--format', 'tiff', '--longest', '500')
  const files = readdirSync(folder).sort()
  expect(files).toHaveLength(2)
  const metas = await Promise.all(files.map((file) => sharp(path.join(folder, file)).metadata()))
  expect(metas.map(({ format, width, height }) => [format, width, height])).toEqual([
    ['tiff', 500, 500],
    ['tiff', 500, 250],
  ])
  const one = test.info().outputPath('one.avif')
  expect(run('--out', one, '--frame', 'a', '--scale', '2', '--ground', '#ffffff')).toMatch(/600 × 600 px/)
  expect((await sharp(one).metadata()).hasAlpha).toBe(false)
  // Two sizes at once, a frame that is not there: refused in words, nothing written.
  const never = test.info().outputPath('never.png')
  for (const [args, words] of [
    [['--ppi', '72', '--width', '100'], /the size must be given in one way/],
    [['--frame', 'nobody'], /--frame must be the name of a frame that shows/],
    [['--ground', 'blue'], /--ground must be transparent or a colour/],
    [['--ppi', 'many'], /--ppi must be a number from 10 to 2400, but was "many"/],
    [['--sheet', ''], /--sheet must be a number from 1 to 1/],
    [['--big'], /There is no option --big/],
    [['--ppi'], /--ppi has no value/],
    [['--out', path.join(never, 'in', 'x.png')], /The folder .+ is not there\. Make it first/],
    [['--out', path.dirname(never)], /is a folder\. Give --out a file in it/],
    [['--all', '--out', bundle], /is a file\. With --all or --each-frame give --out a folder/],
  ] as const) {
    const { status, stderr } = spawnSync('bin/stencil', ['render', bundle, '--out', never, ...args], {
      encoding: 'utf8',
    })
    expect(stderr).toMatch(words)
    expect(status).toBe(2)
  }
  expect(existsSync(never)).toBe(false)
  for (const [where, words] of [
    [path.join(never, 'none.zip'), /There is no file .+none\.zip\. Give the path of a bundle/],
    [path.dirname(never), /is a folder\. Give the path of the bundle in it/],
    [one, /not a whole zip file/],
  ] as const)
    expect(spawnSync('bin/stencil', ['check', where], { encoding: 'utf8' }).stderr).toMatch(words)
})
