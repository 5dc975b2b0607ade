import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, SHEET } from './bench'
import type { Project } from '@/core/document/types'

const box = (cx: number, cy: number, w = 100, h = 80) => ({ cx, cy, w, h })
const THREE = [
  { id: 'a', box: box(120, 120) },
  { id: 'b', box: box(330, 200) },
  { id: 'c', box: box(600, 330) },
]

const boxesOf = (project: Project, ids: readonly string[]) => ids.map((id) => frameIn(project, id).box)
const row = (page: Page, id: string) => page.locator(`[data-stack-id="${id}"]`)
const card = (page: Page) => page.locator('[data-region="card"]')

test('selecting: Shift adds, a rectangle gathers, Ctrl A takes all, a second press goes beneath', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [...THREE, { id: 'under', box: box(620, 340, 200, 160) }].toReversed()),
  )
  await hand.press({ x: 120, y: 120 })
  await page.keyboard.down('Shift')
  await hand.press({ x: 330, y: 200 })
  await page.keyboard.up('Shift')
  await expect(card(page)).toContainText('2 selected')
  await page.keyboard.press('Escape')
  await hand.drag({ x: 20, y: 20 }, { x: 420, y: 300 })
  await expect(card(page)).toContainText('2 selected')
  await page.keyboard.press('Control+a')
  await expect(card(page)).toContainText('4 selected')
  await page.keyboard.press('Escape')
  await hand.press({ x: 600, y: 330 })
  await expect(page.getByLabel('Name of the frame')).toHaveValue('c')
  await page.waitForTimeout(650)
  await hand.press({ x: 600, y: 330 })
  await expect(page.getByLabel('Name of the frame')).toHaveValue('under')
})

test('the switch on the rail adds without a keyboard, and alike frames are found', async ({ page, request }) => {
  const pieces = [...THREE, { id: 'round', stencil: { kind: 'ellipse' } as const, box: box(600, 120) }]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await page.getByRole('button', { name: 'Add what is pressed to the selection' }).click()
  await hand.press({ x: 120, y: 120 })
  await hand.press({ x: 600, y: 120 })
  await expect(card(page)).toContainText('2 selected')
  await page.getByRole('button', { name: 'Add what is pressed to the selection' }).click()
  await hand.press({ x: 330, y: 200 })
  await page.keyboard.press('a')
  await expect(card(page)).toContainText('3 selected')
})

test('align, space, make equal and arrange work on what is selected', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, THREE))
  await hand.press({ x: 120, y: 120 })
  await page.keyboard.press('Control+a')
  await page.getByRole('button', { name: 'Align top edges' }).click()
  const aligned = boxesOf(await hand.afterStep('Align: top'), ['a', 'b', 'c'])
  expect(aligned.map(({ cy }) => cy)).toEqual([120, 120, 120])
  await page.getByRole('button', { name: 'Spread out from left to right' }).click()
  const spaced = boxesOf(await hand.afterStep('Space across'), ['a', 'b', 'c'])
  expect((spaced[1]?.cx ?? 0) - (spaced[0]?.cx ?? 0)).toBeCloseTo((spaced[2]?.cx ?? 0) - (spaced[1]?.cx ?? 0), 6)
  await page.getByRole('combobox', { name: 'To', exact: true }).selectOption('sheet')
  await page.getByRole('button', { name: 'Align bottom edges' }).click()
  expect(boxesOf(await hand.afterStep('Align: bottom'), ['a'])[0]?.cy).toBeCloseTo(560, 6)
  await page.getByLabel('Gap in px').fill('20')
  await page.getByLabel('Gap in px').press('Enter')
  await page.getByRole('button', { name: /mosaic that fills/ }).click()
  const cells = boxesOf(await hand.afterStep('Arrange: Mosaic'), ['a', 'b', 'c'])
  const area = cells.reduce((sum, { w, h }) => sum + w * h, 0)
  expect(area).toBeGreaterThan(0.85 * 800 * 600)
  expect(Math.min(...cells.map(({ cx, w }) => cx - w / 2))).toBeCloseTo(0, 6)
})

test('a group moves as one, is entered, renamed and dissolved', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, THREE))
  await hand.drag({ x: 20, y: 20 }, { x: 420, y: 300 })
  await page.keyboard.press('g')
  const project = await hand.afterStep('Group')
  const groupId = project.sheets[SHEET]?.order.find((id) => id.startsWith('g-')) ?? ''
  await hand.drag({ x: 120, y: 120 }, { x: 170, y: 160 })
  const moved = boxesOf(await hand.afterStep('Move group'), ['a', 'b', 'c'])
  expect(moved[0]?.cx).toBeCloseTo(170, 0)
  expect((moved[1]?.cx ?? 0) - (moved[0]?.cx ?? 0)).toBeCloseTo(210, 6)
  expect(moved[2]?.cx).toBe(600)
  await page.getByLabel('Name of the group').fill('The pair')
  await page.getByLabel('Name of the group').press('Enter')
  await hand.afterStep('Rename group')
  await hand.table.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Name of the frame')).toHaveValue('b')
  await expect(row(page, 'b')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByLabel('Name of the group')).toHaveValue('The pair')
  await page.keyboard.press('u')
  expect((await hand.afterStep('Ungroup')).sheets[SHEET]?.items[groupId]).toBeUndefined()
})

test('duplicates and copies carry picture and placement, also to another project', async ({
  page,
  request,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const other = await makeProject(request, [])
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(200, 200), filled: true }]))
  await hand.press({ x: 200, y: 200 })
  await page.keyboard.press('p')
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('+')
  await hand.afterStep('Zoom picture')
  await page.keyboard.press('w')
  await page.keyboard.press('d')
  const twice = await hand.afterStep('Duplicate')
  const copy = twice.sheets[SHEET]?.order.at(-1) ?? ''
  expect(frameIn(twice, copy).fill).toEqual(frameIn(twice, 'a').fill)
  await page.keyboard.press('Control+c')
  await page.keyboard.press('Control+v')
  expect((await hand.afterStep('Paste')).sheets[SHEET]?.order).toHaveLength(3)
  await page.keyboard.press('Control+x')
  expect((await hand.afterStep('Cut')).sheets[SHEET]?.order).toHaveLength(2)
  const there = await BenchHand.open(page, other)
  await there.table.focus()
  await page.keyboard.press('Control+v')
  const pasted = await there.afterStep('Paste')
  const id = pasted.sheets[SHEET]?.order[0] ?? ''
  expect(frameIn(pasted, id).fill).toEqual(frameIn(twice, 'a').fill)
  await expect.poll(() => page.locator('canvas[data-ready="true"]').count()).toBeGreaterThan(0)
})

test('the placement alone is pasted onto another picture', async ({ page, request }) => {
  const pieces = [
    { id: 'a', box: box(200, 200), filled: true },
    { id: 'b', box: box(500, 200), filled: true },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await hand.press({ x: 200, y: 200 })
  await page.keyboard.press('p')
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('+')
  await hand.afterStep('Zoom picture')
  await page.keyboard.press('Control+c')
  await page.keyboard.press('w')
  await hand.press({ x: 500, y: 200 })
  await page.keyboard.press('v')
  await hand.afterStep('Paste placement')
  expect((await hand.placed('b')).zoom).toBeCloseTo((await hand.placed('a')).zoom, 9)
})

test('a drag snaps to its neighbours with a guide, and not while N is held', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, THREE))
  const from = await hand.at({ x: 120, y: 120 })
  const to = await hand.at({ x: 250, y: 203 })
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x - 20, to.y, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await expect(page.locator('[data-snap-lines]:not([data-snap-lines="0"])')).toHaveCount(1)
  await page.mouse.up()
  // 3 px from the middle of b: they meet.
  expect(frameIn(await hand.afterStep('Move frame'), 'a').box.cy).toBeCloseTo(200, 6)
  await page.keyboard.press('Control+z')
  await page.keyboard.down('n')
  await hand.drag({ x: 120, y: 120 }, { x: 250, y: 203 })
  await page.keyboard.up('n')
  const free = frameIn(await hand.afterStep('Move frame'), 'a').box.cy
  expect(Math.abs(free - 200)).toBeGreaterThan(1)
})

test('a guide is pulled from a ruler, snapped to, and thrown away', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, THREE))
  await hand.table.focus()
  await page.keyboard.press('l')
  const ruler = await page.locator('[data-ruler="y"]').boundingBox()
  if (!ruler) throw new TypeError('no ruler')
  const to = await hand.at({ x: 400, y: 300 })
  await hand.dragPixels({ x: ruler.x + 5, y: to.y }, to)
  const guides = (await hand.afterStep('New guide')).sheets[SHEET]?.guides.x ?? []
  expect(guides).toHaveLength(1)
  const at = await hand.at({ x: guides[0] ?? 0, y: 500 })
  await hand.dragPixels(at, { x: ruler.x + 2, y: at.y })
  expect((await hand.afterStep('Remove guide')).sheets[SHEET]?.guides.x).toEqual([])
})

test('the stack reorders by drag and key, hides, locks and renames', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, THREE))
  const top = await row(page, 'c').boundingBox()
  const low = await row(page, 'a').boundingBox()
  if (!top || !low) throw new TypeError('no rows')
  await hand.dragPixels({ x: low.x + 30, y: low.y + 20 }, { x: top.x + 30, y: top.y + 4 })
  expect((await hand.afterStep('Reorder')).sheets[SHEET]?.order).toEqual(['b', 'c', 'a'])
  await row(page, 'a').getByRole('button').first().click()
  await page.keyboard.press('r')
  expect((await hand.afterStep('To the rear')).sheets[SHEET]?.order).toEqual(['a', 'b', 'c'])
  await page.keyboard.press('f')
  expect((await hand.afterStep('One forward')).sheets[SHEET]?.order).toEqual(['b', 'a', 'c'])
  await page.getByRole('button', { name: 'Show names, hide and lock' }).click()
  await page.getByRole('button', { name: 'Hide b', exact: true }).click()
  expect(frameIn(await hand.afterStep('Hide'), 'b').hidden).toBe(true)
  await page.getByRole('button', { name: 'Lock c', exact: true }).click()
  expect(frameIn(await hand.afterStep('Lock'), 'c').locked).toBe(true)
  await hand.press({ x: 600, y: 330 })
  await expect(card(page)).not.toContainText('Place')
  await row(page, 'a').getByRole('button').first().dblclick()
  await page.getByLabel('New name of a').fill('Dune field')
  await page.getByLabel('New name of a').press('Enter')
  expect(frameIn(await hand.afterStep('Rename'), 'a').name).toBe('Dune field')
})

test('a frame dragged onto a group’s row goes into it', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, THREE))
  await hand.drag({ x: 20, y: 20 }, { x: 420, y: 300 })
  await page.keyboard.press('g')
  const groupId = (await hand.afterStep('Group')).sheets[SHEET]?.order.find((id) => id.startsWith('g-')) ?? ''
  const group = await row(page, groupId).boundingBox()
  const c = await row(page, 'c').boundingBox()
  if (!group || !c) throw new TypeError('no rows')
  await hand.dragPixels({ x: c.x + 30, y: c.y + 20 }, { x: group.x + 40, y: group.y + group.height / 2 })
  const item = (await hand.afterStep('Reorder')).sheets[SHEET]?.items[groupId]
  expect(item?.kind === 'group' && [...item.order].sort()).toEqual(['a', 'b', 'c'])
})

test('a flipped frame is mirrored with its picture, and hidden frames come back by key', async ({ page, request }) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'a', stencil: { kind: 'triangle', apex: 0.5 }, box: box(300, 300), filled: true },
    ]),
  )
  await hand.press({ x: 300, y: 310 })
  await page.getByRole('button', { name: 'Flip the frame left to right' }).click()
  const flipped = frameIn(await hand.afterStep('Flip left to right'), 'a')
  expect(flipped.flip).toBe(true)
  expect((await hand.placed('a')).flipX).toBe(true)
  await hand.table.focus()
  await page.keyboard.press('x')
  await hand.afterStep('Hide')
  await page.keyboard.press('x')
  expect(frameIn(await hand.afterStep('Show'), 'a').hidden).toBeUndefined()
})
