import type { Locator, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { originalOf, pictureMatrix, spanMembers } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { unzip } from '../helpers/zip'
import { BenchHand, frameIn, makeProject, picture, SHEET, upload, run, share } from './bench'

const PANELS = [
  { id: 'p1', box: { cx: 160, cy: 250, w: 180, h: 260 }, filled: true },
  { id: 'p2', box: { cx: 380, cy: 250, w: 180, h: 260 } },
  { id: 'p3', box: { cx: 600, cy: 250, w: 180, h: 260 } },
]

const card = (page: Page): Locator => page.locator('[data-region="card"]')
const sheetIn = (project: Project) => sheetOf(project, SHEET)
const matrix = (project: Project, id: string) => {
  const m = pictureMatrix(project, sheetIn(project), frameIn(project, id))
  if (!m) throw new TypeError(`no picture in ${id}`)
  return m
}
const near = (got: number, wanted: number): void => expect(Math.abs(got - wanted)).toBeLessThan(1e-6)

const selectAll = async (hand: BenchHand): Promise<void> => {
  await hand.table.focus()
  await hand.page.keyboard.press('Control+a')
}

test('one picture is shown together, panned in all at once; windows move over it; one leaves with what is seen', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PANELS))
  await selectAll(hand)
  await share(page, 'Show one together')
  const first = await hand.afterStep('Show one picture together')
  for (const id of ['p2', 'p3']) near(matrix(first, id).e, matrix(first, 'p1').e)
  await page.keyboard.press('Escape')
  await hand.press({ x: 380, y: 250 })
  await hand.table.focus()
  await page.keyboard.press('p')
  await expect(page.getByText('moves 3')).toBeVisible()
  await expect(page.locator('[data-shared]')).toHaveCount(2)
  await page.keyboard.press('+')
  await page.keyboard.press('+')
  await hand.afterStep('Zoom picture')
  await hand.drag({ x: 380, y: 250 }, { x: 360, y: 260 })
  const panned = await hand.afterStep('Move picture')
  for (const id of ['p2', 'p3']) near(matrix(panned, id).e, matrix(panned, 'p1').e)
  expect(matrix(panned, 'p1').e).not.toBeCloseTo(matrix(first, 'p1').e, 1)
  await page.keyboard.press('w')
  await hand.drag({ x: 380, y: 250 }, { x: 380, y: 300 })
  const moved = await hand.afterStep('Move frame')
  near(matrix(moved, 'p2').f, matrix(moved, 'p1').f)
  await card(page).getByRole('button', { name: 'Leave the span; what is seen stays' }).click()
  const left = await hand.afterStep('Make independent')
  expect(frameIn(left, 'p2').fill.kind).toBe('taken')
  near(matrix(left, 'p2').e, matrix(moved, 'p2').e)
  await hand.press({ x: 160, y: 250 })
  await card(page).getByRole('button', { name: 'The picture skips the gaps, nothing of it is lost' }).click()
  const skipped = await hand.afterStep('Skip gaps')
  expect(matrix(skipped, 'p3').e).not.toBeCloseTo(matrix(skipped, 'p1').e, 1)
  await card(page)
    .getByRole('button', { name: /^Pin the frame/ })
    .click()
  expect(frameIn(await hand.afterStep('Pin to its part'), 'p1').fill).toMatchObject({ pinned: { cx: 160 } })
})

test('a frame is split into a grid with a gap; panels with their own bleed come as files of their own', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'wide', box: { cx: 400, cy: 300, w: 600, h: 200 }, filled: true }]),
  )
  await hand.press({ x: 400, y: 300 })
  await run(page, 'Split…')
  await page.getByRole('textbox', { name: 'Gap in px' }).fill('30')
  await page.getByRole('textbox', { name: 'Own bleed in px' }).fill('10')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('img', { name: '3 parts' })).toBeVisible()
  await page.getByRole('button', { name: 'Split into 3' }).click()
  const project = await hand.afterStep('Split frame')
  const span = Object.keys(sheetIn(project).spans)[0] ?? ''
  expect(spanMembers(sheetIn(project), span)).toHaveLength(3)
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('radio', { name: /^Every panel as a file/ }).check()
  await page.getByRole('checkbox', { name: 'With bleed' }).check()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export PNG' }).click()
  const files = await unzip(readFileSync(await (await download).path()))
  expect(Object.keys(files)).toHaveLength(3)
  for (const bytes of Object.values(files)) {
    const { width, height } = await sharp(bytes).metadata()
    expect([width, height]).toEqual([200, 220])
    // The bleed is filled to its corner.
    const { data } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    expect(data[(4 * 200 + 4) * 4 + 3]).toBe(255)
  }
})

test('frames become windows onto the background picture', async ({ page, request }) => {
  await upload(request, await picture(1000, 800, 91), 'windowground.jpg')
  const hand = await BenchHand.open(
    page,
    await makeProject(
      request,
      PANELS.map((panel) => ({ ...panel, filled: false })),
    ),
  )
  await page.getByRole('button', { name: 'A picture that covers the sheet' }).click()
  await page.locator('[data-supply]', { hasText: 'windowground' }).click()
  await hand.afterStep('Background picture')
  await selectAll(hand)
  await run(page, 'Windows onto the background')
  const project = await hand.afterStep('Windows onto the background')
  expect(Object.values(sheetIn(project).spans)).toMatchObject([{ source: { kind: 'background' } }])
  expect(spanMembers(sheetIn(project), Object.keys(sheetIn(project).spans)[0] ?? '')).toHaveLength(3)
})

test('an echo follows its original, goes to it, and is made independent', async ({ page, request }) => {
  await upload(request, await picture(700, 700, 92), 'echo-other.jpg')
  const hand = await BenchHand.open(page, await makeProject(request, [PANELS[0]!]))
  await hand.press({ x: 160, y: 250 })
  await run(page, 'Echo')
  let project = await hand.afterStep('Echo')
  const echo = Object.values(sheetIn(project).items).find((item) => item.kind === 'frame' && item.fill.kind === 'echo')
  if (echo?.kind !== 'frame') throw new TypeError('no echo')
  expect(originalOf(sheetIn(project), echo).id).toBe('p1')
  await card(page).getByRole('button', { name: 'Go to the original' }).click()
  await expect(card(page).getByText('1 echo shows it too')).toBeVisible()
  await page.getByRole('button', { name: 'Replace the picture, keeping all settings' }).first().click()
  await page.locator('[data-supply]', { hasText: 'echo-other' }).click()
  project = await hand.afterStep('Replace picture')
  const shown = (id: string) => matrix(project, id)
  near(shown(echo.id).a, shown('p1').a)
  await hand.table.focus()
  await page.keyboard.press('Delete')
  project = await hand.afterStep('Remove frame')
  expect(frameIn(project, echo.id).fill.kind).toBe('taken')
})

test('frames that are there already can follow the one selected first, but never in a circle', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PANELS))
  const both = async (first: number, then: number): Promise<void> => {
    await hand.press({ x: first, y: 250 })
    await page.keyboard.down('Shift')
    await hand.press({ x: then, y: 250 })
    await page.keyboard.up('Shift')
  }
  await both(160, 380)
  await share(page, 'Follow the first')
  const project = await hand.afterStep('Follow the first')
  expect(frameIn(project, 'p2').fill).toEqual({ kind: 'echo', frameId: 'p1' })
  await page.keyboard.press('Escape')
  await both(380, 160)
  await share(page, 'Follow the first')
  await expect(page.getByText('p1 is what p2 shows.')).toBeVisible()
  expect((await hand.opened()).project).toEqual(project)
})

test('takes are added, switched by key and card, compared, for all frames at once, and all exported', async ({
  page,
  request,
}) => {
  await upload(request, await picture(640, 900, 93), 'take-two.jpg')
  const hand = await BenchHand.open(page, await makeProject(request, [PANELS[0]!, { ...PANELS[1]!, filled: true }]))
  for (const x of [160, 380]) {
    await hand.press({ x, y: 250 })
    await run(page, 'Add a take')
    await expect(page.locator('[data-region="rail"]')).toContainText('Choose a picture for the new take.')
    await page.locator('[data-supply]', { hasText: 'take-two' }).click()
    await hand.afterStep('Add take')
  }
  let project = await hand.afterStep('Add take')
  await expect
    .poll(async () => frameIn((await hand.opened()).project, 'p2').fill)
    .toMatchObject({ takes: [{ name: 'A' }, { name: 'B' }] })
  await hand.table.focus()
  await page.keyboard.press('n')
  project = await hand.afterStep('Show take')
  expect(frameIn(project, 'p2').fill).toMatchObject({ shown: 'take-1' })
  await card(page).getByRole('button', { name: 'Compare the takes' }).click()
  await page.getByRole('button', { name: 'Show take A in all 2 frames that have one' }).click()
  project = await hand.afterStep('Takes “A”')
  for (const id of ['p1', 'p2']) expect(frameIn(project, id).fill).toMatchObject({ shown: 'take-1' })
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('radio', { name: /^Every set of takes/ }).check()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export PNG' }).click()
  const files = await unzip(readFileSync(await (await download).path()))
  expect(Object.keys(files)).toEqual(['Bench-test-A.png', 'Bench-test-B.png'])
  const [a, b] = await Promise.all(Object.values(files).map((bytes) => sharp(bytes).raw().toBuffer()))
  expect(a?.equals(b ?? Buffer.alloc(0))).toBe(false)
})
