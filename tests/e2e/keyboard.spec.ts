import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, frameIn, picture, SHEET, upload } from './bench'

/** Presses Tab until what has the focus carries the name. */
const tabTo = async (page: Page, name: RegExp, most = 60, key = 'Tab'): Promise<void> => {
  for (let i = 0; i < most; i += 1) {
    await page.keyboard.press(key)
    const label = await page.evaluate(() => {
      const at = document.activeElement
      return at?.getAttribute('aria-label') ?? at?.textContent ?? ''
    })
    if (name.test(label)) return
  }
  throw new TypeError(`Tab never reached ${name}`)
}

test('new sheet, frame, picture, zoom and export with the keyboard alone', async ({ page, request }) => {
  await upload(request, await picture(900, 600, 71), 'by-key.jpg')
  await page.goto('/')
  await tabTo(page, /^New sheet$/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'New sheet' })).toBeVisible()
  await page.keyboard.type('By key')
  await tabTo(page, /^Slide/)
  await page.keyboard.press('Space')
  await tabTo(page, /^Make the sheet$/)
  await page.keyboard.press('Enter')
  await page.waitForURL(/\/projects\//)
  const hand = new BenchHand(page, new URL(page.url()).pathname.split('/').at(-1) ?? '')
  await hand.ready()
  // F6 goes from region to region; the last one before the bar is the supplies.
  const regionOf = (): Promise<string | null | undefined> =>
    page.evaluate(() => document.activeElement?.closest('[data-region]')?.getAttribute('data-region'))
  for (let i = 0; i < 7 && (await regionOf()) !== 'supplies'; i += 1) await page.keyboard.press('F6')
  await expect(page.getByRole('tab', { name: 'Pictures' })).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('tab', { name: 'Stencils' })).toHaveAttribute('aria-selected', 'true')
  await expect(page.getByRole('button', { name: 'Ellipse', exact: true }).first()).toBeVisible()
  await tabTo(page, /^Ellipse$/)
  await page.keyboard.press('Enter')
  await hand.afterStep('New frame')
  // What was put has the focus with the table; back among the supplies.
  expect(await regionOf()).toBe('table')
  for (let i = 0; i < 8 && (await regionOf()) !== 'supplies'; i += 1) await page.keyboard.press('F6')
  await expect(page.getByRole('tab', { name: 'Stencils' })).toBeFocused()
  await page.keyboard.press('ArrowLeft')
  await tabTo(page, /^by-key/)
  await page.keyboard.press('Enter')
  await hand.afterStep('Fill frame')
  for (let i = 0; i < 8 && (await regionOf()) !== 'table'; i += 1) await page.keyboard.press('F6')
  await page.keyboard.press('Enter')
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('+')
  const project = await hand.afterStep('Zoom picture')
  const frame = frameIn(project, Object.keys(project.sheets[SHEET]?.items ?? {})[0] ?? '')
  expect(frame.fill.kind === 'taken' && frame.fill.takes[0]?.placed.zoom).toBeCloseTo(1.331, 2)
  for (let i = 0; i < 8 && (await regionOf()) !== 'bar'; i += 1) await page.keyboard.press('F6')
  await tabTo(page, /^Export$/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: /^Export/ })).toBeVisible()
  await tabTo(page, /^Export PNG$/)
  const download = page.waitForEvent('download')
  await page.keyboard.press('Enter')
  expect((await download).suggestedFilename()).toBe('By-key.png')
})

test('typing in a field never works the table, and ? lists the shortcuts', async ({ page, request }) => {
  const { makeProject } = await import('./bench')
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'f', box: { cx: 400, cy: 300, w: 200, h: 200 }, filled: true }]),
  )
  await hand.press({ x: 400, y: 300 })
  await page.getByLabel('Name of the frame').fill('op.w,1-')
  await page.keyboard.press('Delete')
  await page.keyboard.press('Enter')
  expect((await hand.afterStep('Rename frame')).sheets[SHEET]?.items['f']?.name).toBe('op.w,1-')
  await expect(page.getByRole('button', { name: 'A drag moves: Whole' })).toHaveAttribute('aria-pressed', 'true')
  await hand.table.focus()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys and first help' })).toContainText(
    'A drag moves the picture inside',
  )
})

test('a key can be changed by the person, but not to one that is taken', async ({ page, request }) => {
  const { makeProject } = await import('./bench')
  const piece = { id: 'f', box: { cx: 400, cy: 300, w: 200, h: 200 }, filled: true }
  const hand = await BenchHand.open(page, await makeProject(request, [piece]))
  await hand.press({ x: 400, y: 300 })
  await page.getByRole('button', { name: 'Shortcuts' }).click()
  const key = page.getByRole('button', { name: /^A drag moves the picture inside/ })
  await key.click()
  await page.keyboard.press('w')
  await expect(page.getByRole('alert').filter({ hasText: 'already means' })).toBeVisible()
  await key.click()
  await page.keyboard.press('9')
  await expect(key).toHaveText('9')
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByRole('button', { name: 'A drag moves: Picture' })).toContainText('9')
  await hand.table.focus()
  await page.keyboard.press('p')
  await expect(page.getByRole('button', { name: 'A drag moves: Whole' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('9')
  await expect(page.getByRole('button', { name: 'A drag moves: Picture' })).toHaveAttribute('aria-pressed', 'true')
})
