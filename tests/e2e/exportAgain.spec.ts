/** Exports used again: presets of one's own, a wished file size, and the list of what was exported. */
import type { Page } from '@playwright/test'
import { stat } from 'node:fs/promises'
import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'
import { benchWithBleed, dialog, openExport, saved } from './exporting'

const PIECES = [
  { id: 'a', stencil: { kind: 'ellipse' } as const, box: { cx: 250, cy: 300, w: 300, h: 300 }, filled: true },
]

const presets = (page: Page) => dialog(page).getByRole('combobox', { name: 'Preset' })

test('choices kept under a name are taken up again on another sheet, changed ones are no longer the preset, forgotten ones gone', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page)
  await expect(presets(page)).toBeDisabled()
  await dialog(page).getByRole('radio', { name: 'WebP' }).check()
  await dialog(page).getByRole('combobox', { name: 'How the size is given' }).selectOption('By the longest side')
  await dialog(page).getByRole('textbox', { name: 'Pixels in px' }).fill('640')
  await page.keyboard.press('Enter')
  await dialog(page).getByRole('button', { name: 'Keep as a preset…' }).click()
  // Nothing is no name; Esc gives up the name, not the dialog.
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByRole('alert').filter({ hasText: 'name of a preset must be' })).toBeVisible()
  await page.keyboard.press('Escape')
  await dialog(page).getByRole('button', { name: 'Keep as a preset…' }).click()
  await page.keyboard.type('For the web')
  await page.keyboard.press('Enter')
  await expect(presets(page)).toHaveValue('For the web')
  await dialog(page).getByRole('radio', { name: 'PNG' }).check()
  await expect(presets(page)).toHaveValue('')

  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.ready()
  await openExport(page)
  await expect(dialog(page).getByRole('radio', { name: 'WebP' })).not.toBeChecked()
  await presets(page).selectOption('For the web')
  await expect(presets(page)).toHaveValue('For the web')
  await expect(dialog(page).getByRole('radio', { name: 'WebP' })).toBeChecked()
  await expect(dialog(page).getByRole('textbox', { name: 'Pixels in px' })).toHaveValue('640')
  await dialog(page).getByRole('button', { name: 'Forget it' }).click()
  await expect(presets(page)).toBeDisabled()
  await expect(dialog(page).getByRole('radio', { name: 'WebP' })).toBeChecked()
})

test('a preset keeps its resolution and its bleed, where a sheet has any; the last choice is had back', async ({
  page,
  request,
}) => {
  await benchWithBleed(page, await makeProject(request, PIECES))
  await openExport(page, 'TIFF')
  await dialog(page).getByRole('textbox', { name: 'Resolution in ppi' }).fill('150')
  await page.keyboard.press('Enter')
  await dialog(page).getByRole('checkbox', { name: 'With bleed' }).check()
  await dialog(page).getByRole('button', { name: 'Keep as a preset…' }).click()
  await page.keyboard.type('For the printer')
  await page.keyboard.press('Enter')
  await dialog(page).getByRole('radio', { name: 'JPEG' }).check()
  await (await saved(page, 'Export JPEG')).path()
  await presets(page).selectOption('For the printer')
  await expect(dialog(page).getByRole('radio', { name: 'TIFF' })).toBeChecked()
  await presets(page).selectOption('')
  await expect(dialog(page).getByRole('radio', { name: 'JPEG' })).toBeChecked()

  const other = await BenchHand.open(page, await makeProject(request, PIECES))
  await other.ready()
  await openExport(page)
  await presets(page).selectOption('For the printer')
  await expect(presets(page)).toHaveValue('For the printer')
  await expect(dialog(page).getByRole('textbox', { name: 'Resolution in ppi' })).toHaveValue('150')
  await expect(dialog(page).getByRole('checkbox', { name: 'With bleed' })).toBeDisabled()
})

test('the quality is slid, stepped by keys or typed, and the size follows; beyond its ends it is refused', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page, 'JPEG')
  const slider = dialog(page).getByRole('slider', { name: 'Quality' })
  const typed = dialog(page).getByRole('textbox', { name: 'Quality, typed' })
  const said = dialog(page)
    .getByRole('group', { name: 'What comes out' })
    .getByText(/\d+ kB$/)
  await expect(said).toBeVisible()
  const before = await said.textContent()
  const track = await slider.locator('xpath=..').boundingBox()
  const rail = await dialog(page).locator('.MuiSlider-root').boundingBox()
  if (!track || !rail) throw new TypeError('no slider')
  await page.mouse.move(track.x + track.width / 2, track.y + track.height / 2)
  await page.mouse.down()
  for (let step = 1; step <= 5; step += 1)
    await page.mouse.move(rail.x + rail.width * (0.9 - 0.12 * step), rail.y + rail.height / 2)
  await page.mouse.up()
  await expect(typed).not.toHaveValue('90')
  await expect(said).toBeVisible()
  expect(await said.textContent()).not.toBe(before)
  const value = Number(await typed.inputValue())
  expect(value).toBeGreaterThan(20)
  expect(value).toBeLessThan(40)
  await page.keyboard.press('ArrowRight')
  await expect(typed).toHaveValue(String(value + 1))
  await typed.fill('0')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByText(/Quality must be from 1 to 100, but was 0/)).toBeVisible()
  await typed.fill('40')
  await page.keyboard.press('Enter')
  await expect(slider).toHaveValue('40')
  await expect(said).toBeVisible()
  const { size } = await stat(await (await saved(page, 'Export JPEG')).path())
  await expect(said).toContainText(`${Math.round(size / 1000)} kB`)
})

test('a wished file size finds its quality; what is said beforehand is what the file weighs; one byte is told to be too few', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openExport(page)
  await dialog(page).getByRole('radio', { name: 'JPEG' }).check()
  const wish = dialog(page).getByRole('textbox', { name: 'File no larger than, in MB' })
  const quality = dialog(page).getByRole('textbox', { name: 'Quality, typed' })
  await wish.fill('0.02')
  await page.keyboard.press('Enter')
  await expect(quality).not.toHaveValue('90')
  const said = dialog(page)
    .getByRole('group', { name: 'What comes out' })
    .getByText(/\d+ kB$/)
  await expect(said).not.toContainText('about')
  const { size } = await stat(await (await saved(page, 'Export JPEG')).path())
  expect(size).toBeLessThanOrEqual(20_000)
  await expect(said).toContainText(`${Math.round(size / 1000)} kB`)
  await wish.fill('0.000001')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByRole('alert').filter({ hasText: 'Even at the least quality' })).toBeVisible()
  await expect(quality).toHaveValue('1')
  await wish.fill('lots')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByText(/file size in MB must be/)).toBeVisible()
})

test('what was exported stays in a list, to be downloaded again until it is cleared', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const made = dialog(page).getByRole('region', { name: 'Exported before' })
  for (const format of ['PNG', 'SVG']) {
    await openExport(page)
    await dialog(page).getByRole('radio', { name: format }).check()
    const download = page.waitForEvent('download')
    await dialog(page)
      .getByRole('button', { name: `Export ${format}` })
      .click()
    await (await download).path()
    await expect(made.getByText(`Bench-test.${format.toLowerCase()}`)).toBeVisible()
    await dialog(page).getByRole('button', { name: 'Close' }).click()
  }
  await page.reload()
  await hand.ready()
  await openExport(page)
  await expect(made.getByRole('listitem')).toHaveCount(2)
  const again = page.waitForEvent('download')
  await made.getByRole('button', { name: 'Download Bench-test.svg again' }).click()
  expect((await again).suggestedFilename()).toBe('Bench-test.svg')
  await made.getByRole('button', { name: 'Clear the list' }).click()
  await expect(made).toHaveCount(0)
  await page.reload()
  await hand.ready()
  await openExport(page)
  await expect(dialog(page).getByRole('radio', { name: 'PNG' })).toBeVisible()
  await expect(made).toHaveCount(0)
})
