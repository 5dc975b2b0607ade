/** Commands by menu and by search: with the mouse, by touch, by keyboard alone. */
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, SHEET, stencilSupply } from './bench'
import { layersOf } from '@/core/document/finish'
import type { Project } from '@/core/document/types'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
const PIECES = [
  { id: 'a', box: box(180, 200), filled: true },
  { id: 'b', box: box(480, 200), filled: true },
  { id: 'c', box: box(480, 420) },
]
const order = (project: Project): readonly string[] => project.sheets[SHEET]?.order ?? []
const item = (page: Page, name: string) => page.getByRole('menuitem', { name, exact: false }).first()
const pressRight = async (hand: BenchHand, p: { x: number; y: number }): Promise<void> => {
  const at = await hand.at(p)
  await hand.page.mouse.click(at.x, at.y, { button: 'right' })
}

test('a right press on a frame selects it and offers what applies to it; on several, on the bare sheet, in the stack', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await pressRight(hand, { x: 180, y: 200 })
  await expect(page.getByLabel('Name of the frame')).toHaveValue('a')
  await expect(item(page, 'Take out')).toBeVisible()
  await item(page, 'Duplicate').click()
  expect(order(await hand.afterStep('Duplicate'))).toHaveLength(4)
  // The keys are the table's again.
  await page.keyboard.press('Control+z')
  await expect.poll(async () => order((await hand.opened()).project).length).toBe(3)
  // An empty frame has no picture to be taken out.
  await pressRight(hand, { x: 480, y: 420 })
  await expect(item(page, 'Duplicate')).toBeVisible()
  await expect(page.getByRole('menuitem', { name: 'Take out' })).toHaveCount(0)
  await page.keyboard.press('Escape')
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await pressRight(hand, { x: 180, y: 200 })
  await item(page, 'Group').click()
  await hand.afterStep('Group')
  await page.keyboard.press('Escape')
  await pressRight(hand, { x: 700, y: 560 })
  await item(page, 'New sheet').click()
  await expect.poll(async () => (await hand.opened()).project.order.length).toBe(2)
  await page.keyboard.press('PageUp')
  await page.locator('[data-stack-id]').first().getByRole('button').last().click({ button: 'right' })
  await item(page, 'Ungroup').click()
  await hand.afterStep('Ungroup')
})

test('a stencil of the supplies is put, drawn out, given to the selected frame, or cuts its picture', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await hand.press({ x: 180, y: 200 })
  await stencilSupply(page, 'Ellipse').click({ button: 'right' })
  await item(page, 'Give it to the selected frame').click()
  expect(frameIn(await hand.afterStep('Swap stencil'), 'a').stencil.kind).toBe('ellipse')
  await stencilSupply(page, 'Triangle').click({ button: 'right' })
  await item(page, 'Cut the selected picture with it').click()
  await hand.drag({ x: 140, y: 170 }, { x: 220, y: 230 })
  expect(frameIn(await hand.afterStep('Cut picture with stencil'), 'a').stencil.kind).toBe('triangle')
})

test('the menu opens by keyboard at what is selected, and closes by Esc', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 180, y: 200 })
  await page.keyboard.press('Shift+F10')
  const menu = page.getByRole('menu', { name: 'What can be done here' })
  await expect(menu).toBeVisible()
  const place = await menu.boundingBox()
  const middle = await hand.at({ x: 180, y: 200 })
  expect(Math.abs((place?.x ?? 0) - middle.x)).toBeLessThan(60)
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze()
  expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([])
  await page.keyboard.press('Escape')
  await expect(menu).toHaveCount(0)
  await page.keyboard.press('Shift+F10')
  // Seen is not yet ready for keys: the focus is within it then.
  await expect.poll(() => menu.evaluate((list) => list.contains(document.activeElement))).toBe(true)
  // The first entry is about the table, which has the focus again; the second goes to the pictures to choose from.
  await page.keyboard.press('Enter')
  await expect(menu).toHaveCount(0)
  await expect(hand.table).toBeFocused()
  await page.keyboard.press('w')
  await page.keyboard.press('Shift+F10')
  await expect.poll(() => menu.evaluate((list) => list.contains(document.activeElement))).toBe(true)
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(menu).toHaveCount(0)
  await expect(page.locator('[data-region="supplies"] [data-supply]').first()).toBeFocused()
})

test('“Find a command” finds by words and by what others call it, runs it, and says why one does not apply', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.press({ x: 480, y: 420 })
  await page.keyboard.press(';')
  const field = page.getByRole('combobox', { name: 'Find a command' })
  await expect(field).toBeFocused()
  await field.fill('take out')
  await expect(page.getByRole('option').first()).toContainText('Not now: Select a frame with a picture first.')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Select a frame with a picture first.')).toBeVisible()
  expect((await hand.opened()).revision).toBe(0)
  await page.getByRole('button', { name: 'Find a command' }).click()
  await field.fill('border')
  await expect(page.getByRole('option').first()).toContainText('Add a stroke')
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze()
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
  expect(serious.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 200)}`)).toEqual([])
  await page.keyboard.press('Enter')
  await expect
    .poll(async () => {
      const { project } = await hand.opened()
      return layersOf(project, frameIn(project, 'c')).map(({ kind }) => kind)
    })
    .toEqual(['stroke'])
  // The focus is the table's again: keys work at once.
  await expect(hand.table).toBeFocused()
  await page.keyboard.press(';')
  await field.fill('clone')
  await page.keyboard.press('Enter')
  expect(order(await hand.afterStep('Duplicate'))).toHaveLength(4)
  // What nobody has a word for.
  await page.keyboard.press(';')
  await field.fill('xyzzy')
  await expect(page.getByText('Nothing is called “xyzzy”.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(field).toHaveCount(0)
})

test.describe('by touch', () => {
  test.use({ hasTouch: true })
  test('a long press opens the menu of what lies there', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PIECES))
    const { x, y } = await hand.at({ x: 480, y: 200 })
    const client = await page.context().newCDPSession(page)
    const touch = { x, y, id: 1 }
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [touch] })
    await page.waitForTimeout(900)
    // The finger slips before it leaves: nothing is moved beneath the menu.
    await client.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ ...touch, x: x + 40 }] })
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    const menu = page.getByRole('menu', { name: 'What can be done here' })
    await expect(menu).toBeVisible()
    await item(page, 'Take out').tap()
    const b = frameIn(await hand.afterStep('Take picture out'), 'b')
    expect(b.fill.kind).toBe('none')
    expect(b.box.cx).toBe(480)
    expect((await hand.opened()).revision).toBe(1)
  })
})
