/** A design on things: screens that show the same, sheets within frames, surfaces that are bent, mock-ups of a photograph. */
import { readFile } from 'node:fs/promises'
import { expect, test } from './fixture'
import sharp from 'sharp'
import { BenchHand, frameIn, makeProject, SHEET, SOON, picture, run, upload } from './bench'
import { dialog, saved } from './exporting'
import { benchHere, firstSheet, stored, supplies, supply } from './templating'
import { wallProject } from './walls'
import { unzip } from '@tests/helpers/zip'
import { openingsOf } from '@/core/document/filling'
import { layOf } from '@/core/document/laid'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { isSheetPicture, sheetsShownOn } from '@/core/document/sheetPictures'
import type { Project } from '@/core/document/types'
import { isBent, seenOn } from '@/core/geometry/surface'
import type { APIRequestContext, Page } from '@playwright/test'

const rail = (page: Page) => page.locator('[data-region="rail"]')
const card = (page: Page) => page.locator('[data-region="card"]')

/** A first sheet with an empty frame, a second with a frame in one colour: made by hand from one of each. */
const twoSheets = async (page: Page, request: APIRequestContext): Promise<BenchHand> => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'screen', box: { cx: 400, cy: 300, w: 400, h: 300 } }]),
  )
  await run(page, 'New sheet')
  await hand.afterStep('New sheet')
  await page.getByRole('button', { name: 'Previous sheet' }).click()
  return hand
}

const secondOf = (project: Project): string => project.order[1] ?? ''

const showSecond = async (hand: BenchHand): Promise<void> => {
  const { page } = hand
  await hand.press({ x: 400, y: 300 })
  await supplies(page).getByRole('button', { name: 'Sheets', exact: true }).click()
  await supplies(page).getByRole('button', { name: 'Sheet Sheet 2', exact: true }).click()
  await hand.afterStep('Fill frame')
}

test('one drop fills three devices, each at its own shape', async ({ page, request }) => {
  await upload(request, await picture(1400, 900, 171), 'three-design.jpg')
  await page.goto('/templates')
  await page.getByRole('searchbox', { name: 'Search templates' }).fill('three devices')
  await page.getByRole('button', { name: /^Three devices together/ }).click()
  const hand = await benchHere(page)
  const sheet = firstSheet(await stored(hand))
  const [first] = openingsOf(sheet)
  if (!first) throw new TypeError('openings')
  await supplies(page).getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill('three-design')
  const tile = await supply(page, 'three-design').boundingBox()
  const { cx, cy } = first.box
  const onTable = await hand.at({ x: cx, y: cy }, sheet.size)
  if (!tile) throw new TypeError('a picture')
  await hand.dragPixels({ x: tile.x + tile.width / 2, y: tile.y + tile.height / 2 }, onTable)
  const project = await hand.afterStep('Fill frame')
  const shown = openingsOf(firstSheet(project)).map((frame) => shownPlaced(frame)?.pictureId)
  expect(shown).toHaveLength(3)
  expect(new Set(shown).size).toBe(1)
  expect(shown[0]).toBeDefined()
  // All are one step.
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect
    .poll(async () => openingsOf(firstSheet(await stored(hand))).every(({ fill }) => fill.kind === 'none'), {
      intervals: SOON,
    })
    .toBe(true)
})

test('a sheet is shown in a frame, worked on from there, and followed; what would go round is refused', async ({
  page,
  request,
}) => {
  const hand = await twoSheets(page, request)
  await showSecond(hand)
  const project = await stored(hand)
  const placed = shownPlaced(frameIn(project, 'screen'))
  const ref = project.pictures[placed?.pictureId ?? '']
  expect(ref && isSheetPicture(ref) ? ref.sheetId : null).toBe(secondOf(project))
  await expect.poll(() => hand.colourAt({ x: 400, y: 300 }), { intervals: SOON }).toEqual([255, 255, 255])
  // A double press opens it; the sheet that shows it is refused there, in words.
  const { x, y } = await hand.at({ x: 400, y: 300 })
  await page.mouse.dblclick(x, y)
  await expect(page.getByRole('button', { name: 'Back to Sheet 1' })).toBeVisible()
  await supplies(page)
    .getByRole('button', { name: /^Sheet Sheet 1\. .*shows/ })
    // It is told as one that cannot be used, and says why when it is pressed all the same.
    .click({ force: true })
  await expect(page.getByText(/each would be seen within the other without end/).first()).toBeVisible()
  expect(sheetsShownOn((await stored(hand)).pictures, sheetOf(await stored(hand), secondOf(project)))).toEqual([])
  // Its ground becomes a gradient; Esc goes back to where the frame was selected, and it shows that.
  await card(page).getByRole('button', { name: 'A gradient', exact: true }).click()
  await hand.afterStep('Background gradient')
  await hand.table.focus()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Back to Sheet 1' })).toHaveCount(0)
  await expect(card(page)).toHaveAttribute('aria-label', 'Card of screen')
  await expect.poll(() => hand.colourAt({ x: 230, y: 180 }), { intervals: SOON }).not.toEqual([255, 255, 255])
  const seen = await hand.colourAt({ x: 260, y: 300 })
  // The export shows what the table shows.
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await dialog(page).getByRole('radio', { name: 'PNG' }).check()
  const file = await saved(page, 'Export')
  const { data, info } = await sharp(await readFile(await file.path()))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const at = (300 * info.width + 260) * 3
  for (const k of [0, 1, 2]) expect(Math.abs((data[at + k] ?? 0) - (seen[k] ?? 0))).toBeLessThanOrEqual(4)
})

test('a sheet that is removed is shown nowhere, until that is undone', async ({ page, request }) => {
  const hand = await twoSheets(page, request)
  await showSecond(hand)
  await page.getByRole('button', { name: 'Next sheet' }).click()
  await run(page, 'Remove the sheet')
  const gone = await hand.afterStep('Remove sheet')
  expect(frameIn(gone, 'screen').fill).toEqual({ kind: 'none' })
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect
    .poll(async () => shownPlaced(frameIn(await stored(hand), 'screen')) !== null, { intervals: SOON })
    .toBe(true)
})

test('frames get a sheet of their own, are shown from there, and come back', async ({ page, request }) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'a', box: { cx: 250, cy: 250, w: 200, h: 160 }, filled: true },
      { id: 'b', box: { cx: 480, cy: 300, w: 180, h: 180 }, filled: true },
    ]),
  )
  const before = await hand.colourAt({ x: 480, y: 300 })
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await run(page, 'Put on a sheet of its own')
  const own = await hand.afterStep('Put on a sheet of its own')
  expect(own.order).toHaveLength(2)
  expect(sheetOf(own, SHEET).order).toHaveLength(1)
  await expect
    .poll(
      async () => {
        const now = await hand.colourAt({ x: 480, y: 300 })
        return Math.max(...now.map((value, k) => Math.abs(value - (before[k] ?? 0))))
      },
      { intervals: SOON },
    )
    .toBeLessThan(6)
  await run(page, 'Take back what it shows')
  const back = await hand.afterStep('Take back what the sheet shows')
  const boxes = Object.values(sheetOf(back, SHEET).items).flatMap((item) => (item.kind === 'frame' ? [item.box] : []))
  for (const cx of [250, 480]) expect(boxes.some((box) => Math.abs(box.cx - cx) < 0.01)).toBe(true)
})

test('a frame is bent round a cylinder and over a mesh by handles; its picture is moved on it', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: { cx: 400, cy: 300, w: 300, h: 220 }, filled: true }]),
  )
  await hand.press({ x: 400, y: 300 })
  await run(page, 'Bend round a cylinder')
  await hand.afterStep('Bend round a cylinder')
  const scale = await hand.scale()
  await hand.dragGrip('bend-tilt', { x: 0, y: 30 * scale })
  const tilted = await hand.afterStep('Tilt the cylinder')
  const lay = layOf(sheetOf(tilted, SHEET), frameIn(tilted, 'a'))
  const bend = frameIn(tilted, 'a').laid?.bend
  expect(lay && isBent(lay)).toBe(true)
  expect(bend?.kind === 'cylinder' && bend.tilt).toBeGreaterThan(12)
  // Its foot is seen below the box.
  const foot = lay && seenOn(lay, { x: 400, y: 410 })
  expect(foot?.y).toBeGreaterThan(430)
  await hand.dragGrip('bend-arc', { x: 12 * scale, y: 0 })
  const round = await hand.afterStep('Go farther round')
  const farther = frameIn(round, 'a').laid?.bend
  expect(farther?.kind === 'cylinder' && farther.arc).toBeGreaterThan(115)
  // The picture goes on being moved within.
  await page.keyboard.press('p')
  const from = await hand.at({ x: 400, y: 320 })
  await page.mouse.move(from.x, from.y)
  for (let i = 0; i < 3; i += 1) await page.mouse.wheel(0, -120)
  await hand.afterStep('Zoom picture')
  await hand.dragPixels(from, { x: from.x + 30, y: from.y })
  await hand.afterStep('Move picture')
  await page.keyboard.press('w')
  // A mesh takes the surface over; a point that would fold it is not followed, and that is said.
  await run(page, 'Bend by a mesh')
  await hand.afterStep('Bend by a mesh')
  await hand.dragGrip('mesh-5', { x: 14 * scale, y: 10 * scale })
  const drawn = await hand.afterStep('Draw a point of the mesh')
  const mesh = frameIn(drawn, 'a').laid?.bend
  expect(mesh?.kind === 'mesh' && mesh.points).toHaveLength(16)
  await hand.dragGrip('mesh-5', { x: 190 * scale, y: 0 })
  await expect(page.getByText(/folded over itself/)).toBeVisible()
  await hand.table.focus()
  // Notches that came slowly are several steps; one press more than there are steps changes nothing.
  for (let i = 0; i < 14; i += 1) await page.keyboard.press('Control+z')
  await expect.poll(async () => (await hand.frame('a')).laid === undefined, { intervals: SOON }).toBe(true)
})

test('a mock-up is made of a photograph, kept, and shows a design among the others, all exported in one go', async ({
  page,
  request,
}) => {
  test.slow()
  const hand = await BenchHand.open(page, await wallProject(request))
  await run(page, 'Find four corners')
  await hand.press({ x: 250, y: 280 })
  await rail(page)
    .getByRole('button', { name: /colour of the one found last/ })
    .click()
  await expect(page.locator('[data-found="2"]')).toBeAttached()
  await rail(page)
    .getByRole('button', { name: /all show one design/ })
    .click()
  const made = await hand.afterStep('Make a mock-up')
  const frames = openingsOf(sheetOf(made, SHEET))
  expect(frames).toHaveLength(2)
  for (const { opening, shade } of frames) {
    expect(opening?.alike).toBe(true)
    // The cards are nearly white.
    expect(shade?.white).toBeGreaterThan(0.85)
    expect(shade?.smooth).toBeGreaterThan(0)
  }
  await run(page, 'Make a template of this…')
  const keep = page.getByRole('dialog', { name: 'Make a template of this project' })
  await keep.getByRole('textbox', { name: 'Name', exact: true }).fill('Two cards on my wall')
  await keep.getByRole('button', { name: 'Keep in the gallery' }).click()
  await expect(page.getByText('“Two cards on my wall” is in the gallery, under Mock-ups.').first()).toBeVisible()
  // Another project: its sheet goes onto that and two that ship.
  const other = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: { cx: 400, cy: 300, w: 800, h: 600 }, filled: true }]),
  )
  await run(page, 'Show on mock-ups…')
  const choice = page.getByRole('dialog', { name: /on mock-ups/ })
  for (const name of ['Two cards on my wall', 'Mug', 'Laptop, open'])
    await choice.getByRole('button', { name: new RegExp(`^${name}`) }).click()
  await choice.getByRole('button', { name: 'Add and export…' }).click()
  await dialog(page).getByRole('radio', { name: 'JPEG' }).check()
  const project = await other.afterStep('Show on mock-ups')
  expect(project.order).toHaveLength(4)
  for (const id of project.order.slice(1))
    expect(sheetsShownOn(project.pictures, sheetOf(project, id))).toEqual([SHEET])
  const file = await saved(page, 'Export')
  const names = Object.keys(await unzip(await readFile(await file.path()))).sort()
  expect(names).toHaveLength(3)
  for (const thing of ['Laptop', 'Mug']) expect(names.some((name) => name.includes(thing))).toBe(true)
})
