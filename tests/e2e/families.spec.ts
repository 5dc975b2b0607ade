/** A command of every family, asked for by the search and by menus: with the mouse, by touch, by keyboard alone. */
import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, makeProject } from './bench'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
const PIECES = [
  { id: 'a', box: box(180, 200), filled: true },
  { id: 'b', box: box(480, 200), filled: true },
]
const FRAME = { x: 180, y: 200 }
const BARE = { x: 640, y: 520 }

interface Task {
  readonly family: string
  readonly words: string
  /** On what it is asked for; without it of the bare sheet. */
  readonly onFrame: boolean
  readonly seen: (hand: BenchHand, page: Page) => Promise<unknown>
}

const step =
  (name: string): Task['seen'] =>
  (hand) =>
    hand.afterStep(name)
const said =
  (words: string): Task['seen'] =>
  (_hand, page) =>
    expect(page.getByText(words).first()).toBeVisible()

const IN_MENUS: readonly Task[] = [
  { family: 'Frame', words: 'Duplicate', onFrame: true, seen: step('Duplicate') },
  { family: 'Picture', words: 'Take out', onFrame: true, seen: step('Take picture out') },
  { family: 'Sharing', words: 'Echo', onFrame: true, seen: step('Echo') },
  { family: 'Finish', words: 'Copy the finish', onFrame: true, seen: said('The finish is copied') },
  { family: 'Outline', words: 'Edit points', onFrame: true, seen: said('Press a point, or the line to add one') },
  { family: 'Set', words: 'Clear the pictures', onFrame: false, seen: step('Clear pictures') },
  { family: 'Letters', words: 'Type on the sheet', onFrame: false, seen: said('where the text shall begin') },
  {
    family: 'View',
    words: 'Rulers and guides',
    onFrame: false,
    seen: (_hand, page) => expect(page.locator('[data-ruler="y"]')).toBeVisible(),
  },
  { family: 'Sheet', words: 'New sheet', onFrame: false, seen: step('New sheet') },
]
const ARRANGE: Task = {
  family: 'Arrange',
  words: 'Align left edges',
  onFrame: true,
  seen: (hand) => expect.poll(async () => (await hand.frame('a')).box.cx).toBe(80),
}

const entry = (page: Page, words: string) =>
  page.getByRole('menu', { name: 'What can be done here' }).getByText(words, { exact: true })

/** One after another on one bench; each is taken back before the next. */
const forEachTask = (tasks: readonly Task[], ask: (hand: BenchHand, page: Page, task: Task) => Promise<void>): void =>
  test('every family has a command that works', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PIECES))
    for (const task of tasks)
      await test.step(`${task.family}: ${task.words}`, async () => {
        await ask(hand, page, task)
        await task.seen(hand, page)
        await hand.table.focus()
        for (const key of ['Escape', 'Escape', 'Escape']) await page.keyboard.press(key)
        const { history, project } = await hand.opened()
        if (!history.undo.length || project.order.length > 1) return
        await page.keyboard.press('Control+z')
        await expect.poll(async () => (await hand.opened()).history.undo.length).toBe(0)
      })
  })

test.describe('by the search, keyboard alone', () => {
  forEachTask([ARRANGE, ...IN_MENUS], async (hand, page, { words, onFrame }) => {
    await hand.table.focus()
    if (onFrame) await page.keyboard.press('.')
    await page.keyboard.press(';')
    const field = page.getByRole('combobox', { name: 'Find a command' })
    await expect(field).toBeFocused()
    await page.keyboard.type(words)
    await expect(page.getByRole('option').first()).toContainText(words)
    await page.keyboard.press('Enter')
  })
})

test.describe('by the menu, keyboard alone', () => {
  forEachTask(IN_MENUS, async (hand, page, { words, onFrame }) => {
    await hand.table.focus()
    if (onFrame) await page.keyboard.press('.')
    await page.keyboard.press('Shift+F10')
    const focused = page.locator('[role="menuitem"]:focus')
    for (let i = 0; i < 40 && (await focused.locator('span').first().textContent()) !== words; i += 1)
      await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
  })
})

test.describe('by the menu of a right press', () => {
  forEachTask(IN_MENUS, async (hand, page, { words, onFrame }) => {
    const { x, y } = await hand.at(onFrame ? FRAME : BARE)
    await page.mouse.click(x, y, { button: 'right' })
    await entry(page, words).click()
  })
})

test.describe('by the menu of a long press', () => {
  test.use({ hasTouch: true })
  forEachTask(IN_MENUS, async (hand, page, { words, onFrame }) => {
    const { x, y } = await hand.at(onFrame ? FRAME : BARE)
    const client = await page.context().newCDPSession(page)
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y, id: 1 }] })
    await page.waitForTimeout(900)
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    await entry(page, words).tap()
  })
})
