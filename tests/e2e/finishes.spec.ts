import type { Locator, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { layersOf, shownFinish } from '@/core/document/finish'
import type { Project } from '@/core/document/types'
import { BenchHand, frameIn, makeProject, SHEET, run } from './bench'

const PIECES = [
  { id: 'a', box: { cx: 200, cy: 200, w: 220, h: 180 }, filled: true },
  { id: 'b', stencil: { kind: 'ellipse' } as const, box: { cx: 560, cy: 200, w: 220, h: 180 }, filled: true },
  {
    id: 'c',
    stencil: { kind: 'star', points: 5, inner: 0.5 } as const,
    box: { cx: 380, cy: 430, w: 200, h: 180 },
    filled: true,
  },
]

const card = (page: Page): Locator => page.locator('[data-region="card"]')
const finish = (page: Page): Locator => card(page).getByRole('region', { name: 'Finish' })
const supplies = (page: Page): Locator => page.locator('[data-region="supplies"]')
const supply = (page: Page, name: string): Locator => supplies(page).getByRole('button', { name, exact: true })
const layers = (project: Project, id: string) => layersOf(project, frameIn(project, id))

/** The colour of a pixel of the painted sheet. */
test('layers are added, typed, seen at once, moved, hidden and taken off, each as one step', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await finish(page).getByRole('button', { name: 'Add a stroke' }).click()
  await finish(page).getByRole('textbox', { name: 'Width in px' }).fill('24')
  await page.keyboard.press('Enter')
  await finish(page).getByLabel('Side of the outline').selectOption('outside')
  await finish(page)
    .getByRole('textbox', { name: 'Colour', exact: true })
    .or(finish(page).getByLabel(/^Colour: /))
    .first()
    .click()
  await page.getByRole('dialog').getByRole('textbox').first().fill('#b3261e')
  await page.keyboard.press('Enter')
  await page.mouse.click(640, 30)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect.poll(async () => hand.colourAt({ x: 78, y: 200 })).toEqual([0xb3, 0x26, 0x1e])
  await finish(page).getByRole('button', { name: 'Add a shadow' }).click()
  await finish(page)
    .getByRole('textbox', { name: 'Offset down in px' })
    .or(finish(page).getByRole('textbox', { name: 'Down in px' }))
    .fill('40')
  await page.keyboard.press('Enter')
  let project = await hand.afterStep('Change shadow')
  expect(layers(project, 'a')).toMatchObject([
    { kind: 'stroke', width: 24, side: 'outside', paint: { kind: 'colour', colour: '#b3261e' } },
    { kind: 'shadow', dy: 40 },
  ])
  // Below the stroke the sheet is no longer white.
  expect((await hand.colourAt({ x: 200, y: 330 }))[0]).toBeLessThan(235)
  await finish(page).getByRole('button', { name: 'Move Shadow down' }).click()
  project = await hand.afterStep('Move layer')
  expect(layers(project, 'a').map(({ kind }) => kind)).toEqual(['shadow', 'stroke'])
  await finish(page).getByRole('button', { name: 'Hide Stroke outside' }).click()
  await expect.poll(async () => hand.colourAt({ x: 78, y: 200 })).not.toEqual([0xb3, 0x26, 0x1e])
  await finish(page).getByRole('button', { name: 'Remove Shadow' }).click()
  project = await hand.afterStep('Remove shadow')
  expect(layers(project, 'a')).toHaveLength(1)
  await run(page, 'Take the finish off')
  project = await hand.afterStep('Take finish off')
  expect(frameIn(project, 'a').finish).toBeUndefined()
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect(finish(page).getByText('Stroke outside')).toBeVisible()
})

test('a finish from the supplies shows while the pointer is on it, and becomes the project’s own', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 560, y: 200 })
  await page.getByRole('tab', { name: 'Finishes' }).click()
  const before = await hand.colourAt({ x: 560, y: 294 })
  await supply(page, 'Offset plum').hover()
  await expect.poll(async () => hand.colourAt({ x: 560, y: 294 })).not.toEqual(before)
  await page.mouse.move(640, 30)
  await expect.poll(async () => hand.colourAt({ x: 560, y: 294 })).toEqual(before)
  expect((await hand.opened()).history.undo).toHaveLength(0)
  await supply(page, 'Offset plum').click()
  const project = await hand.afterStep('Apply finish')
  expect(Object.values(project.finishes)).toMatchObject([{ name: 'Offset plum' }])
  expect(layers(project, 'b')[0]).toMatchObject({ kind: 'copy', colour: '#8e2a5b' })
})

test('a named finish is shared: changed for all, different here, set back; copied and pasted', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await finish(page).getByRole('button', { name: 'Add a stroke' }).click()
  await run(page, 'Name this finish')
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Paper edge')
  await page.getByRole('combobox', { name: 'Category (may be left empty)' }).fill('Posts')
  await page.getByRole('button', { name: 'Name it' }).click()
  await hand.afterStep('Name finish Paper edge')
  await hand.press({ x: 560, y: 200 })
  await page.getByRole('tab', { name: 'Finishes' }).click()
  await expect(supplies(page).getByRole('heading', { name: 'Posts' })).toBeVisible()
  await supply(page, 'Paper edge').click()
  await hand.afterStep('Apply finish')
  await finish(page).getByRole('button', { name: 'Changes are for all 2 that use this finish' }).click()
  await finish(page).getByRole('textbox', { name: 'Width in px' }).fill('31')
  await page.keyboard.press('Enter')
  let project = await hand.afterStep('Change stroke')
  for (const id of ['a', 'b']) expect(layers(project, id)).toMatchObject([{ width: 31 }])
  await finish(page).getByRole('button', { name: 'Changes are for what is selected' }).click()
  await finish(page).getByRole('textbox', { name: 'Width in px' }).fill('9')
  await page.keyboard.press('Enter')
  await expect(finish(page).getByText('Differs here')).toBeVisible()
  await expect(finish(page).getByText('↺ changed')).toBeVisible()
  // The step has the name of the one before: what it stored is waited for.
  await expect.poll(async () => layers((await hand.opened()).project, 'b')[0]).toMatchObject({ width: 9 })
  expect(layers((await hand.opened()).project, 'a')[0]).toMatchObject({ width: 31 })
  await finish(page).getByRole('button', { name: 'Set everything back to the named finish' }).click()
  project = await hand.afterStep('Set back to the finish')
  expect(layers(project, 'b')).toMatchObject([{ width: 31 }])
  await run(page, 'Copy the finish')
  await hand.press({ x: 380, y: 430 })
  await run(page, 'Paste the finish')
  project = await hand.afterStep('Paste finish')
  expect(frameIn(project, 'c').finish?.finishId).toBe(frameIn(project, 'a').finish?.finishId)
  // It travels in a bundle: the saved project comes in again with it.
  const bundle = await (await request.get(`/api/projects/${hand.id}/bundle`)).body()
  const brought = await request.post('/api/bundles', { data: bundle, headers: { 'Content-Type': 'application/zip' } })
  expect(brought.status()).toBe(201)
  const again = (await brought.json()) as { id: string }
  const opened = (await (await request.get(`/api/projects/${again.id}`)).json()) as { project: Project }
  expect(Object.values(opened.project.finishes)).toMatchObject([{ name: 'Paper edge', category: 'Posts' }])
})

test('opacity and blend by their W3C names, on a group as on a frame; a group’s finish is about all of it', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 200, y: 200 })
  await finish(page)
    .getByRole('textbox', { name: /^Opacity of the whole, typed/ })
    .fill('40')
  await page.keyboard.press('Enter')
  await finish(page).getByLabel('Blend mode').selectOption({ label: 'Multiply' })
  let project = await hand.afterStep('Blend')
  expect(shownFinish(project, frameIn(project, 'a'))).toMatchObject({ opacity: 0.4, blend: 'multiply' })
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('g')
  await hand.afterStep('Group')
  await finish(page).getByRole('button', { name: 'Add a stroke' }).click()
  project = await hand.afterStep('Add stroke')
  const group = Object.values(project.sheets[SHEET]?.items ?? {}).find(({ kind }) => kind === 'group')
  expect(group?.finish?.layers).toHaveLength(1)
  for (const id of ['b', 'c']) expect(frameIn(project, id).finish).toBeUndefined()
})
