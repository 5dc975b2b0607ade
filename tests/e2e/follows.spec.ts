import type { Locator, Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand, makeProject, share, upload } from './bench'
import type { Frame, Project } from '@/core/document/types'
import { addSheet, copiedSheet } from '@/core/document/edits/sheets'
import { addFrame } from '@/core/document/edits/frames'
import { newFrame, newSheet } from '@/core/document/create'
import { frameOf } from '@/core/document/tree'
import { sheetOf } from '@/core/document/read'
import { SHEET } from './bench'

const CARD = 'sheet-card'
const card = (page: Page): Locator => page.locator('[data-region="card"]')

/** A project with a poster of two frames, the first filled, and a card with one empty frame. */
const posterAndCard = async (page: Page): Promise<string> => {
  const { request } = page
  const id = await makeProject(request, [
    { id: 'p1', box: { cx: 200, cy: 300, w: 240, h: 300 }, filled: true },
    { id: 'p2', box: { cx: 600, cy: 300, w: 240, h: 300 } },
  ])
  const { project } = (await (await request.get(`/api/projects/${id}`)).json()) as { project: Project }
  const blank = newSheet(CARD, 'Card', { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 0 })
  const more = addFrame(addSheet(project, { sheet: copiedSheet(blank, CARD, 'Card'), after: SHEET }), {
    sheetId: CARD,
    frame: newFrame('c1', { kind: 'rectangle' }, { cx: 400, cy: 300, w: 300, h: 300 }, 'Round one'),
  })
  const made = await request.post('/api/projects', { data: { document: more } })
  expect(made.status()).toBe(201)
  return ((await made.json()) as { id: string }).id
}

const frame = (project: Project, sheetId: string, id: string): Frame => frameOf(sheetOf(project, sheetId), id)

test('a frame follows one of another sheet: a change of either changes both, in the file too; undone, gone to, let go', async ({
  page,
  request,
}) => {
  const red = await sharp({ create: { width: 600, height: 600, channels: 3, background: '#c02020' } })
    .png()
    .toBuffer()
  await upload(request, red, 'plain-red.png')
  const hand = await BenchHand.open(page, await posterAndCard(page))
  await page.getByRole('button', { name: /^Sheet 1 of/ }).click()
  await page.getByRole('button', { name: 'Sheet 2: Card' }).click()
  await hand.press({ x: 400, y: 300 })
  await share(page, 'Follow a frame of another sheet…')
  const dialog = page.getByRole('dialog', { name: 'Which frame is to be followed?' })
  // By the keyboard to the first frame and back, then by the mouse.
  await expect(dialog.getByRole('button', { name: /^Follow / })).toHaveCount(2)
  await dialog.getByRole('button', { name: 'Follow p1 on Sheet 1' }).click()
  let project = await hand.afterStep('Follow p1')
  expect(frame(project, CARD, 'c1')).toMatchObject({
    follows: { sheetId: SHEET, frameId: 'p1' },
    fill: frame(project, SHEET, 'p1').fill,
  })
  await expect(card(page).getByText('Follows p1 on “Sheet 1”')).toBeVisible()

  // Another picture here is another picture there.
  await page.getByRole('button', { name: 'Replace the picture, keeping all settings' }).first().click()
  await page.locator('[data-supply]', { hasText: 'plain-red' }).click()
  project = await hand.afterStep('Replace picture')
  expect(frame(project, SHEET, 'p1').fill).toEqual(frame(project, CARD, 'c1').fill)
  await card(page).getByRole('button', { name: 'Go to the frame that it follows' }).click()
  await expect(page.getByRole('button', { name: 'Sheet 1: Sheet 1' })).toHaveAttribute('aria-current', 'page')
  await expect(card(page).getByText('A frame follows it on “Card”')).toBeVisible()
  await hand.ready()
  await expect.poll(() => hand.colourAt({ x: 200, y: 300 })).toEqual([192, 32, 32])

  // Zoomed there by several notches of the wheel, it is here too, and one undo takes both back.
  await hand.table.focus()
  await page.keyboard.press('p')
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('+')
  project = await hand.afterStep('Zoom picture')
  expect(frame(project, CARD, 'c1').fill).toEqual(frame(project, SHEET, 'p1').fill)
  await page.keyboard.press('w')
  await page.keyboard.press('Control+z')
  await hand.afterStep('Replace picture')
  await page.keyboard.press('Control+z')
  project = await hand.afterStep('Follow p1')
  expect(frame(project, CARD, 'c1').fill).toEqual(frame(project, SHEET, 'p1').fill)
  await page.keyboard.press('Control+Shift+z')
  await hand.afterStep('Replace picture')

  // The leader goes: what follows keeps what it shows, and its file has it.
  await hand.press({ x: 200, y: 300 })
  await page.keyboard.press('Delete')
  project = await hand.afterStep('Remove frame')
  expect(frame(project, CARD, 'c1').follows).toBeUndefined()
  await page.getByRole('button', { name: 'Sheet 2: Card' }).click()
  await hand.ready()
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export PNG' }).click()
  const { data, info } = await sharp(readFileSync(await (await download).path()))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const at = 4 * (300 * info.width + 400)
  expect([...data.subarray(at, at + 4)]).toEqual([192, 32, 32, 255])
})

test('a frame that follows is made independent, by keyboard alone', async ({ page }) => {
  const hand = await BenchHand.open(page, await posterAndCard(page))
  await page.getByRole('button', { name: /^Sheet 1 of/ }).click()
  await page.getByRole('button', { name: 'Sheet 2: Card' }).click()
  await hand.press({ x: 400, y: 300 })
  await share(page, 'Follow a frame of another sheet…')
  const dialog = page.getByRole('dialog', { name: 'Which frame is to be followed?' })
  await dialog.getByRole('button', { name: 'Follow p1 on Sheet 1' }).focus()
  await page.keyboard.press('Enter')
  await hand.afterStep('Follow p1')
  await card(page).getByRole('button', { name: 'Make independent; what is seen stays' }).focus()
  await page.keyboard.press('Enter')
  const project = await hand.afterStep('Make independent')
  expect(frame(project, CARD, 'c1').follows).toBeUndefined()
  expect(frame(project, CARD, 'c1').fill).toEqual(frame(project, SHEET, 'p1').fill)
})
