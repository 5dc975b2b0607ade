/** PDF, SVG and OpenRaster from the dialog and the command line, read by programs from elsewhere and by the browser itself. */
import { execFileSync } from 'node:child_process'
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'
import { benchWithBleed, dialog, openExport, saved } from './exporting'
import { checkPdf, difference, onWhite, PDF_READERS, pdfFonts, pdfInfo, plainPdf } from '@tests/helpers/readers'
import { unzip } from '@tests/helpers/zip'

const PIECES = [
  { id: 'a', stencil: { kind: 'ellipse' } as const, box: { cx: 250, cy: 300, w: 300, h: 300 }, filled: true },
  { id: 'b', stencil: { kind: 'polygon', sides: 5 } as const, box: { cx: 600, cy: 300, w: 250, h: 250 }, filled: true },
]

test('a sheet with bleed and marks is a PDF of true size; its choice comes first next time', async ({
  page,
  request,
}) => {
  const hand = await benchWithBleed(page, await makeProject(request, PIECES))
  await openExport(page, 'PDF')
  await expect(dialog(page).getByText('Pictures travel whole')).toBeVisible()
  await dialog(page).getByRole('checkbox', { name: 'With bleed' }).check()
  for (const mark of ['Trim marks', 'Colour bars', 'A line with name, size and date'])
    await dialog(page).getByRole('checkbox', { name: mark }).check()
  await expect(dialog(page).getByText(/true size, bleed included/)).toBeVisible()
  const pdf = await saved(page, 'Export PDF')
  expect(pdf.suggestedFilename()).toBe('Bench-test.pdf')
  await expect(page.locator('[data-export-done]')).toContainText('Bench-test.pdf')
  const file = test.info().outputPath('sheet.pdf')
  await pdf.saveAs(file)
  checkPdf(file)
  expect(pdfFonts(file).trim().split('\n')).toHaveLength(2)
  const boxes = pdfInfo(file, '-box')
  expect(boxes).toMatch(/MediaBox: +0\.00 +0\.00 +900\.00 +700\.00/)
  expect(boxes).toMatch(/BleedBox: +30\.00 +30\.00 +870\.00 +670\.00/)
  expect(boxes).toMatch(/TrimBox: +50\.00 +50\.00 +850\.00 +650\.00/)
  // The slug's words stand above the bleed, left of the middle.
  const { data, width } = await PDF_READERS.cairo(file, 72)
  const isDark = (x: number, y: number): boolean => (data[(y * width + x) * 3] ?? 255) < 160
  const inked = Array.from({ length: 300 }, (_, i) => i + 60).filter((x) => [12, 14, 16].some((y) => isDark(x, y)))
  expect(inked.length).toBeGreaterThan(60)
  await dialog(page).getByRole('button', { name: 'Close' }).click()

  await page.reload()
  await hand.ready()
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await expect(dialog(page).getByRole('radio', { name: 'PDF' })).toBeChecked()
  await expect(dialog(page).getByRole('checkbox', { name: 'Trim marks' })).toBeChecked()
  await expect(dialog(page).getByRole('checkbox', { name: 'Registration marks' })).not.toBeChecked()
})

test('what is seen outside the frames can be left out, and pictures held to a resolution', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'PDF')
  const whole = await readFile(await (await saved(page, 'Export PDF')).path())
  await dialog(page).getByRole('checkbox', { name: 'Leave out what no frame shows' }).check()
  await expect(dialog(page).getByText('Pictures travel whole')).toHaveCount(0)
  await dialog(page).getByRole('checkbox', { name: 'Hold pictures to a resolution' }).check()
  await dialog(page).getByRole('textbox', { name: 'At most in ppi' }).fill('5')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByText(/from 36 to 2400/)).toBeVisible()
  await dialog(page).getByRole('textbox', { name: 'At most in ppi' }).fill('36')
  await page.keyboard.press('Enter')
  const held = await readFile(await (await saved(page, 'Export PDF')).path())
  expect(held.length).toBeLessThan(whole.length / 2)
})

test('an SVG shows in the browser what the PNG shows', async ({ page, request, context }) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'PNG')
  const png = await (await saved(page, 'Export PNG')).path()
  await dialog(page).getByRole('radio', { name: 'SVG' }).check()
  const svg = test.info().outputPath('sheet.svg')
  await (await saved(page, 'Export SVG')).saveAs(svg)
  const text = await readFile(svg, 'utf8')
  expect(text).toMatch(/width="800px" height="600px" viewBox="0 0 800 600"/)
  expect(text).not.toMatch(/<script|<text|font-family|http:\/\/(?!www\.w3\.org)/)
  const other = await context.newPage()
  await other.setViewportSize({ width: 800, height: 600 })
  await other.goto(`file://${svg}`)
  const shown = await onWhite(await other.screenshot())
  const { mean } = difference(await onWhite(await readFile(png)), shown)
  expect(mean).toBeLessThan(1)
})

test('an SVG with its pictures beside it is a zip, and shows what the PNG shows', async ({
  page,
  request,
  context,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'PNG')
  const png = await (await saved(page, 'Export PNG')).path()
  await dialog(page).getByRole('radio', { name: 'SVG' }).check()
  await dialog(page).getByRole('checkbox', { name: 'Pictures in a folder beside' }).check()
  const said = dialog(page).getByRole('group', { name: 'What comes out' })
  await expect(said.getByText(/\d+ kB, a zip$/)).toBeVisible()
  const download = await saved(page, 'Export SVG')
  expect(download.suggestedFilename()).toBe('Bench-test.zip')
  const zip = await readFile(await download.path())
  await expect(said).toContainText(`${Math.round(zip.length / 1000)} kB`)
  const entries = await unzip(zip)
  expect(Object.keys(entries).sort()).toEqual(['Bench-test.svg', 'pictures/1.jpg'])
  for (const [name, data] of Object.entries(entries)) {
    const file = test.info().outputPath(name)
    await mkdir(path.dirname(file), { recursive: true })
    await writeFile(file, data)
  }
  const other = await context.newPage()
  await other.setViewportSize({ width: 800, height: 600 })
  await other.goto(`file://${test.info().outputPath('Bench-test.svg')}`)
  const shown = await onWhite(await other.screenshot())
  expect(difference(await onWhite(await readFile(png)), shown).mean).toBeLessThan(1)
})

test('as OpenRaster each frame is a layer with its name, where it lies', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'OpenRaster')
  const file = await readFile(await (await saved(page, 'Export OpenRaster')).path())
  // A zip whose first file is not compressed and says what it is (OpenRaster, baseline).
  expect(file.subarray(30, 38).toString()).toBe('mimetype')
  expect(file.subarray(38, 54).toString()).toBe('image/openraster')
  const entries = await unzip(file)
  const stack = (entries['stack.xml'] ?? Buffer.alloc(0)).toString()
  expect(stack).toMatch(/<image version="[\d.]+" w="800" h="600"/)
  const layers = [...stack.matchAll(/<layer name="([^"]+)" src="([^"]+)" x="(-?\d+)" y="(-?\d+)"/g)]
  expect(layers.map(([, name]) => name)).toEqual(['b', 'a', 'Background'])
  // The layers, composed by another program from the bottom up, are the whole picture.
  const composed = sharp({ create: { width: 800, height: 600, channels: 4, background: '#00000000' } }).composite(
    [...layers].reverse().map(([, , src = '', x, y]) => ({ input: entries[src], left: Number(x), top: Number(y) })),
  )
  const merged = await onWhite(entries['mergedimage.png'] ?? Buffer.alloc(0))
  expect(difference(await onWhite(await composed.png().toBuffer()), merged).mean).toBeLessThan(0.1)
})

test('all three are had from the command line; what it cannot do is told', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const bundle = test.info().outputPath('bundle.zip')
  const saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save a bundle' }).click()
  await (await saving).saveAs(bundle)
  const run = (out: string, ...args: readonly string[]): string =>
    execFileSync('bin/stencil', ['render', bundle, '--out', test.info().outputPath(out), ...args], { encoding: 'utf8' })
  expect(run('sheet.pdf', '--marks')).toContain('800 × 600 pt')
  checkPdf(test.info().outputPath('sheet.pdf'))
  expect(pdfInfo(test.info().outputPath('sheet.pdf'))).toMatch(/Page size: +860 x 660 pts/)
  // The line with name, size and date is there too: outlines, as no page has fonts.
  expect(plainPdf(test.info().outputPath('sheet.pdf')).match(/ c$/gm)?.length ?? 0).toBeGreaterThan(250)
  run('beside.svg', '--pictures-beside')
  expect(await readFile(test.info().outputPath('beside.svg'), 'utf8')).toContain('"beside%20pictures/1.jpg"')
  expect(await sharp(test.info().outputPath('beside pictures', '1.jpg')).metadata()).toMatchObject({ width: 1200 })
  expect(() => run('sheet.pdf', '--pictures-beside')).toThrow(/must be given with an SVG/)
  run('frame.svg', '--frame', 'a', '--crop-pictures', '--ceiling', '72')
  expect(await readFile(test.info().outputPath('frame.svg'), 'utf8')).toMatch(/width="300px" height="300px"/)
  expect(run('sheet.ora', '--width', '400')).toContain('400 × 300 px')
  expect(Object.keys(await unzip(await readFile(test.info().outputPath('sheet.ora'))))).toContain('stack.xml')
  await writeFile(test.info().outputPath('none.txt'), '')
  expect(() => run('sheet.docx')).toThrow(/must be png, jpeg, webp, avif, tiff, ora, pdf, svg/)
})
