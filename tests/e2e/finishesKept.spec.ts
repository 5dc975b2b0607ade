import type { Locator, Page } from '@playwright/test'
import { layersOf } from '@/core/document/finish'
import type { Project } from '@/core/document/types'
import { expect, test } from './fixture'
import { fillFrames } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { BenchHand, frameIn, makeProject, nameIt, run, SHEET, SOON } from './bench'

const PIECES = [
  { id: 'a', box: { cx: 200, cy: 200, w: 220, h: 180 }, filled: true },
  { id: 'b', box: { cx: 560, cy: 200, w: 220, h: 180 }, filled: true },
  { id: 'c', box: { cx: 380, cy: 430, w: 200, h: 180 }, filled: true },
]

const finish = (page: Page): Locator => page.locator('[data-region="card"]').getByRole('region', { name: 'Finish' })
const place = (page: Page): Locator => page.locator('[data-region="card"]').getByRole('region', { name: 'Place' })
const supplies = (page: Page): Locator => page.locator('[data-region="supplies"]')
const supply = (page: Page, name: string): Locator => supplies(page).getByRole('button', { name, exact: true })
const layers = (project: Project, id: string) => layersOf(project, frameIn(project, id))

test('changes for all reach added and removed layers, differ by value, and last as long as the selection', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await finish(page).getByRole('button', { name: 'Add a stroke' }).click()
  await nameIt(page, 'Deck edge')
  await page.getByRole('tab', { name: 'Finishes' }).click()
  await hand.press({ x: 560, y: 200 })
  await supply(page, 'Deck edge').click()
  await hand.afterStep('Apply finish')
  // Here it is wider.
  await finish(page).getByRole('textbox', { name: 'Width in px' }).fill('15')
  await page.keyboard.press('Enter')
  await expect(finish(page).getByRole('button', { name: 'Stroke inside: width changed here. Set back' })).toBeVisible()
  await hand.afterStep('Change stroke')
  // A layer added for all is added to all; the width that differs stays.
  await finish(page).getByRole('button', { name: 'Changes are for all 2 that use this finish' }).click()
  await finish(page).getByRole('button', { name: 'Add a shadow' }).click()
  let project = await hand.afterStep('Add shadow')
  for (const id of ['a', 'b']) expect(layers(project, id).map(({ kind }) => kind)).toEqual(['stroke', 'shadow'])
  expect(layers(project, 'b')[0]).toMatchObject({ width: 15 })
  expect(frameIn(project, 'b').finish?.changes).toEqual([{ id: layers(project, 'a')[0]?.id, width: 15 }])
  // Another selection falls back: what is taken off now goes only here.
  await hand.press({ x: 200, y: 200 })
  await expect(finish(page).getByRole('button', { name: 'Changes are for what is selected' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await finish(page).getByRole('button', { name: 'Remove Shadow' }).click()
  project = await hand.afterStep('Remove shadow')
  expect(layers(project, 'a')).toHaveLength(1)
  expect(layers(project, 'b')).toHaveLength(2)
})

test('lengths slide in round steps and are refused in the unit that was typed', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await finish(page).getByRole('button', { name: 'Add a shadow' }).click()
  const blur = finish(page).getByRole('slider', { name: 'Blur' })
  await blur.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect(finish(page).getByRole('textbox', { name: 'Blur in px' })).toHaveValue(/^\d+(\.5)?$/)
  await finish(page).getByRole('textbox', { name: 'Blur in px' }).fill('7.3')
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowUp')
  await expect(finish(page).getByRole('textbox', { name: 'Blur in px' })).toHaveValue('7.5')
  await expect.poll(async () => layers((await hand.opened()).project, 'a')[0]).toMatchObject({ blur: 7.5 })
  for (const [typed, words] of [
    ['400', 'from 0 to 360 px, but was "400"'],
    ['20in', 'from 0 to 5 in, but was "20in"'],
  ] as const) {
    await finish(page).getByRole('textbox', { name: 'Blur in px' }).fill(typed)
    await page.keyboard.press('Enter')
    await expect(finish(page).getByRole('alert')).toContainText(words)
    await page.keyboard.press('Escape')
  }
  // What the slider made may have been as much: wait for what was typed and stepped after it, too.
  await expect.poll(async () => layers((await hand.opened()).project, 'a')[0]).toMatchObject({ blur: 7.5 })
})

test('a group that is sized takes its strokes along, a single frame does where that is switched on', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await finish(page).getByRole('button', { name: 'Add a stroke' }).click()
  const before = layers(await hand.afterStep('Add stroke'), 'a')[0]
  const width = before?.kind === 'stroke' ? before.width : NaN
  await hand.drag({ x: 310, y: 290 }, { x: 266, y: 254 })
  let project = await hand.afterStep('Size frame')
  expect(layers(project, 'a')).toMatchObject([{ width }])
  await page.keyboard.press('Control+z')
  await place(page)
    .getByRole('button', { name: /^Strokes, shadows and fixed corners grow/ })
    .click()
  await hand.drag({ x: 310, y: 290 }, { x: 255, y: 245 })
  project = await hand.afterStep('Size frame')
  expect(layers(project, 'a')[0]).toMatchObject({
    width: expect.closeTo((width * frameIn(project, 'a').box.w) / 220, 6),
  })
  await page.keyboard.press('Control+z')
  // Groups do so from the start.
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await run(page, 'Group')
  await hand.afterStep('Group')
  const hull = project.sheets[SHEET]?.size ?? { w: 0, h: 0 }
  expect(hull.w).toBeGreaterThan(0)
  await hand.drag({ x: 670, y: 520 }, { x: 385, y: 317 })
  project = await hand.afterStep('Size group')
  const k = frameIn(project, 'a').box.w / 220
  expect(k).toBeLessThan(0.8)
  expect(layers(project, 'a')[0]).toMatchObject({ width: expect.closeTo(width * k, 6) })
})

test('a finish kept for all projects is offered in another one, by name, and among those used last', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await finish(page).getByRole('button', { name: 'Add a stroke' }).click()
  await nameIt(page, 'Sea rail')
  await page.getByRole('tab', { name: 'Finishes' }).click()
  await page.getByRole('button', { name: 'More to do with Sea rail' }).first().click()
  await page.getByRole('menuitem', { name: 'Keep it for all projects' }).click()
  await expect(page.getByText('“Sea rail” is kept for all projects.')).toBeVisible()
  const other = await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('tab', { name: 'Finishes' }).click()
  await other.press({ x: 560, y: 200 })
  const group = supplies(page).getByRole('region', { name: 'For all projects' })
  await group.getByRole('button', { name: 'Sea rail', exact: true }).click()
  const project = await other.afterStep('Apply finish')
  expect(Object.values(project.finishes).map(({ name }) => name)).toEqual(['Sea rail'])
  expect(layers(project, 'b')).toMatchObject([{ kind: 'stroke' }])
  // It is the project's now; used last it stands first when the tab is opened again.
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.getByRole('tab', { name: 'Finishes' }).click()
  await expect(supplies(page).getByRole('region', { name: 'For all projects' })).toHaveCount(0)
  await page.getByRole('button', { name: 'More to do with Sea rail' }).first().click()
  await page.getByRole('menuitem', { name: 'No longer keep it for all projects' }).click()
  await expect(page.getByText('“Sea rail” is no longer kept for all projects.')).toBeVisible()
  expect(await (await request.get('/api/styles')).json()).toEqual([])
})

test('a new stroke is white on what is dark and ink on what is pale, as it is seen', async ({ page, request }) => {
  const made = await makeProject(request, [
    { id: 'a', box: { cx: 160, cy: 300, w: 160, h: 160 } },
    { id: 'pale', box: { cx: 560, cy: 300, w: 420, h: 500 } },
    { id: 'b', box: { cx: 560, cy: 300, w: 160, h: 160 } },
  ])
  const { project: blank } = (await (await request.get(`/api/projects/${made}`)).json()) as { project: Project }
  const colours = { a: '#2a2030', pale: '#f4eedd', b: '#e6d8b8' } as const
  const filled = Object.entries(colours).reduce(
    (project, [id, colour]) => fillFrames(project, { sheetId: SHEET, ids: [id], fill: { kind: 'colour', colour } }),
    setBackground(blank, { sheetId: SHEET, background: { kind: 'colour', colour: '#101820' } }),
  )
  const stored = await request.post('/api/projects', { data: { document: filled } })
  const hand = await BenchHand.open(page, ((await stored.json()) as { id: string }).id)
  for (const [at, id, colour] of [
    [{ x: 160, y: 300 }, 'a', '#ffffff'],
    [{ x: 560, y: 300 }, 'b', '#22282b'],
  ] as const) {
    await hand.press(at)
    await finish(page).getByRole('button', { name: 'Add a stroke' }).click()
    await expect
      .poll(async () => layers((await hand.opened()).project, id), { intervals: SOON })
      .toMatchObject([{ kind: 'stroke', paint: { kind: 'colour', colour } }])
    await hand.table.focus()
    await page.keyboard.press('Escape')
  }
})
