/** Texts that wrap, as a person works with them: a box is drawn, a message written, corrected, coloured, made to fit. */
import AxeBuilder from '@axe-core/playwright'
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, makeProject, SHEET, SOON, upload, picture } from './bench'
import { isText, linesOver, type TextFrame } from '@/core/document/text'
import { isWord } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'

const SAID = 'The tide is out at Gull Steps, and everybody goes down to the well-known sand.'

const textsIn = (project: Project): readonly TextFrame[] => Object.values(sheetOf(project, SHEET).items).filter(isText)
const saved = async (hand: BenchHand): Promise<TextFrame | undefined> => textsIn((await hand.opened()).project)[0]
const says = async (hand: BenchHand): Promise<string | undefined> => (await saved(hand))?.stencil.text

const open = async (page: Page, request: APIRequestContext): Promise<BenchHand> =>
  BenchHand.open(page, await makeProject(request, []))

/** Takes the tool that writes, and sees it in hand. */
const takeWriting = async (page: Page): Promise<void> => {
  await page.keyboard.press('6')
  await expect(page.getByText('Press the sheet where the text shall begin')).toBeVisible()
}

/** Draws a box and writes in it. */
const write = async (hand: BenchHand, page: Page, text: string, to = { x: 500, y: 400 }): Promise<void> => {
  await hand.table.focus()
  await takeWriting(page)
  await hand.drag({ x: 100, y: 100 }, to)
  await expect(page.locator('[data-writing]')).toBeVisible()
  await page.keyboard.type(text, { delay: 12 })
  await expect.poll(() => says(hand), { intervals: SOON }).toBe(text)
}

const endWriting = async (page: Page): Promise<void> => {
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-writing]')).toHaveCount(0)
}

test('a message is written in a drawn box, corrected, made bold and coloured in part, and stays so', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  await write(hand, page, SAID)
  const box = (await saved(hand))?.box
  expect(box?.w).toBeCloseTo(400, 0)
  expect(box?.h).toBeCloseTo(300, 0)

  // Two presses choose a word; Ctrl B makes it bold, the card colours it; the focus stays with the text.
  await endWriting(page)
  const first = await hand.at({ x: 118, y: 112 })
  await page.mouse.dblclick(first.x, first.y)
  await expect(page.locator('[data-writing]')).toBeVisible()
  await page.waitForTimeout(600)
  await page.mouse.dblclick(first.x, first.y)
  await page.keyboard.press('Control+b')
  await expect
    .poll(async () => (await saved(hand))?.stencil.runs.map(({ length }) => length))
    .toEqual([3, SAID.length - 3])
  const hex = page.locator('[data-region="card"]').getByRole('textbox', { name: 'Colour', exact: true })
  await hex.fill('#c03020')
  await hex.press('Enter')
  await expect.poll(async () => (await saved(hand))?.stencil.runs[0]?.colour).toBe('#c03020')
  expect((await saved(hand))?.stencil.runs[0]?.face.id).toMatch(/-bold$/)

  // A press into the text puts the caret there; the end of a line is that of the line that is seen.
  await hand.press({ x: 300, y: 112 })
  await page.keyboard.press('Home')
  await page.keyboard.press('Shift+End')
  await page.keyboard.press('Delete')
  await expect.poll(() => says(hand)).not.toBe(SAID)
  const cut = await says(hand)
  expect(SAID).toMatch(new RegExp(`${cut?.trimStart() ?? '?'}$`))
  await page.keyboard.press('Control+z')
  await expect.poll(() => says(hand)).toBe(SAID)

  // Writing goes on with what undo brought; what was written is there after a reload.
  await page.keyboard.press('Control+End')
  await page.keyboard.type(' Bring a kite.', { delay: 12 })
  await page.keyboard.press('Enter')
  await page.keyboard.type('Yours', { delay: 12 })
  await endWriting(page)
  await expect.poll(() => says(hand)).toBe(`${SAID} Bring a kite.\nYours`)
  // What was mended line by line while it was written is to the last bit what a fresh page paints.
  await page.keyboard.press('Escape')
  const painted = (): Promise<string> =>
    hand.table
      .locator('canvas')
      .first()
      .evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL())
  await page.waitForTimeout(400)
  const mended = await painted()
  await page.reload()
  await hand.ready()
  await page.waitForTimeout(400)
  expect((await painted()) === mended).toBe(true)
  expect(await says(hand)).toBe(`${SAID} Bring a kite.\nYours`)
  expect((await saved(hand))?.stencil.runs[0]?.colour).toBe('#c03020')
})

test('a text that does not fit says so on the sheet, in the card and before an export; it is shrunk, or its box fitted', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  await write(hand, page, `${SAID} ${SAID} ${SAID}`, { x: 320, y: 170 })
  await expect(page.locator('[data-overflow]')).toBeVisible()
  await endWriting(page)
  await expect(page.locator('[data-region="card"]').getByText(/The text does not fit/)).toBeVisible()
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await expect(page.getByRole('dialog').getByText(/This text does not fit its box: “The tide is out/)).toBeVisible()
  await page.keyboard.press('Escape')
  const card = page.locator('[data-region="card"]')
  await card.getByRole('button', { name: /made smaller until it does/ }).click()
  await expect(page.locator('[data-overflow]')).toHaveCount(0)
  await hand.afterStep('Shrink text to fit')
  await card.getByRole('button', { name: /made smaller until it does/ }).click()
  await expect(page.locator('[data-overflow]')).toBeVisible()
  await card.getByRole('button', { name: /as high as the text needs/ }).click()
  await expect(page.locator('[data-overflow]')).toHaveCount(0)
  const fitted = textsIn(await hand.afterStep('Fit the box to the text'))[0]
  expect(fitted && linesOver(fitted)).toBe(0)
  // A side handle wraps the lines anew: letters stay as large. A corner makes them larger.
  const before = fitted?.stencil.runs[0]?.size ?? 0
  await hand.dragGrip('handle-3', { x: 80, y: 0 })
  const wide = textsIn(await hand.afterStep('Size frame'))[0]
  expect(wide?.box.w).toBeGreaterThan((fitted?.box.w ?? 0) + 50)
  expect(wide?.stencil.runs[0]?.size).toBe(before)
  await hand.dragGrip('handle-4', { x: 60, y: 60 })
  await expect.poll(async () => (await saved(hand))?.stencil.runs[0]?.size ?? 0).toBeGreaterThan(before * 1.05)
})

test('a press begins a text that grows; an empty one leaves nothing, however it was left', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  const count = async (): Promise<number> => textsIn((await hand.opened()).project).length
  await hand.table.focus()
  await takeWriting(page)
  await hand.press({ x: 200, y: 200 })
  await expect(page.locator('[data-writing]')).toBeVisible()
  await endWriting(page)
  await expect.poll(count).toBe(0)
  // Left for another tool, nothing stays either.
  await takeWriting(page)
  await hand.press({ x: 200, y: 200 })
  await expect(page.locator('[data-writing]')).toBeVisible()
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.locator('[data-region="supplies"] [data-supply]').first().click()
  await expect.poll(count).toBe(0)
  await page.keyboard.press('Escape')
  await hand.table.focus()
  await takeWriting(page)
  await hand.press({ x: 100, y: 60 })
  await page.keyboard.type('One', { delay: 20 })
  await expect.poll(() => says(hand)).toBe('One')
  const low = (await saved(hand))?.box.h ?? 0
  await page.keyboard.press('Enter')
  await page.keyboard.type('Two', { delay: 20 })
  await expect.poll(() => says(hand)).toBe('One\nTwo')
  const high = await saved(hand)
  expect(high?.box.h).toBeGreaterThan(low * 1.8)
  expect((high?.box.cy ?? 0) - (high?.box.h ?? 0) / 2).toBeCloseTo(60, 0)
  // The menu hands the focus to the table: writing is over then, and what is typed are commands.
  const within = await hand.at({ x: 110, y: 75 })
  await page.mouse.click(within.x, within.y, { button: 'right' })
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await expect(page.locator('[data-writing]')).toHaveCount(0)
  await expect.poll(count).toBe(2)
  await page.keyboard.press('Delete')
  await expect.poll(count).toBe(1)
  // A selected text is taken by its whole box, also where no line is.
  await hand.press({ x: 112, y: 70 })
  await hand.drag({ x: 300, y: 70 }, { x: 330, y: 90 })
  await expect.poll(async () => (await saved(hand))?.box.cx ?? 0).toBeCloseTo((high?.box.cx ?? 0) + 30, 0)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await saved(hand))?.box.cx ?? 0).toBeCloseTo(high?.box.cx ?? 0, 5)
  await page.keyboard.press('3')
  await expect(page.locator('[data-writing]')).toBeVisible()
  // A press beyond the box ends it; keys are the table's again.
  await hand.press({ x: 700, y: 500 })
  await expect(page.locator('[data-writing]')).toHaveCount(0)
  await hand.press({ x: 112, y: 70 })
  await page.keyboard.press('Delete')
  await expect.poll(count).toBe(0)
  await page.keyboard.press('Control+z')
  await expect.poll(count).toBe(1)
})

test('writing follows what the bar takes back, and a chosen word keeps to a trembling hand', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  await write(hand, page, 'One kite')
  await page.waitForTimeout(900)
  await page.keyboard.type(' too many', { delay: 20 })
  await page.waitForTimeout(900)
  await expect.poll(() => says(hand)).toBe('One kite too many')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(() => says(hand)).toBe('One kite')
  await page.keyboard.type('!')
  await expect.poll(() => says(hand)).toBe('One kite!')
  await page.waitForTimeout(900)
  expect(await says(hand)).toBe('One kite!')
  // Two presses, the second of which slips over a letter before it is let go.
  const at = await hand.at({ x: 106, y: 112 })
  await page.waitForTimeout(500)
  await page.mouse.click(at.x, at.y)
  await page.mouse.down()
  await page.mouse.move(at.x + 14, at.y, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.type('Two')
  await expect.poll(() => says(hand)).toBe('Two kite!')
})

test('what cannot be set is refused in words, and what was written stays', async ({ page, request }) => {
  const hand = await open(page, request)
  await write(hand, page, 'Hello')
  const paste = (text: string): Promise<void> =>
    page.locator('[data-writing] textarea').evaluate((field: HTMLTextAreaElement, put) => {
      field.setRangeText(put, field.selectionStart, field.selectionEnd, 'end')
      field.dispatchEvent(new InputEvent('input', { bubbles: true, inputType: 'insertFromPaste' }))
    }, text)
  await paste('x'.repeat(4996))
  await expect(page.getByText(/holds at most 5000 characters, and this would make 5001/)).toBeVisible()
  await paste('שלום')
  await expect(page.getByText(/runs from right to left cannot be set yet/)).toBeVisible()
  await paste(' a\u0007b\r\nc')
  await expect.poll(() => says(hand)).toBe('Hello ab\nc')
  await paste(' 漢')
  await expect(page.locator('[data-region="card"]').getByText(/has no “漢”/)).toBeVisible()
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Backspace')
  await expect.poll(() => says(hand)).toBe('Hello ab\nc')
  await expect(page.locator('[data-region="card"]').getByText(/has no “漢”/)).toHaveCount(0)
  await paste(` ${'kite '.repeat(997)}`)
  await expect.poll(async () => ((await says(hand)) ?? '').length).toBe(4996)
})

test('a text holds a picture, and becomes letters that are frames', async ({ page, request }) => {
  await upload(request, await picture(640, 480, 77), 'text-sea.jpg')
  const hand = await open(page, request)
  await write(hand, page, 'Kites and tea', { x: 600, y: 200 })
  await endWriting(page)
  const card = page.locator('[data-region="card"]')
  await card.getByRole('button', { name: /^\d* ?Fill/ }).click()
  await card.getByRole('button', { name: 'Choose a picture that shows in the letters of the text' }).click()
  await page.getByLabel('Search pictures by name and tag').fill('text-sea')
  await page.locator('[data-region="supplies"] [data-supply]').first().click()
  await expect.poll(async () => (await saved(hand))?.fill.kind).toBe('taken')
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await saved(hand))?.fill.kind).toBe('colour')
  await card.getByRole('button', { name: 'Make each letter of the text a frame that can hold a picture' }).click()
  const letters = await hand.afterStep('Text to letters')
  expect(textsIn(letters)).toEqual([])
  const word = Object.values(sheetOf(letters, SHEET).items).find(isWord)
  expect(word?.lettering.text).toBe('Kites and tea')
  expect(word?.order).toHaveLength(11)
})

test('writing, a text and several texts have no serious fault for assistive technology', async ({ page, request }) => {
  const hand = await open(page, request)
  const faults = async (): Promise<readonly string[]> => {
    await page.waitForTimeout(500)
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze()
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`)
  }
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await write(hand, page, `${SAID} ${SAID}`, { x: 320, y: 150 })
  expect(await faults()).toEqual([])
  await endWriting(page)
  await page.locator('[data-region="card"]').getByRole('button', { name: /Lines/ }).first().click()
  expect(await faults()).toEqual([])
  await hand.table.focus()
  await page.keyboard.press('d')
  await hand.afterStep('Duplicate')
  await page.keyboard.press('Control+a')
  expect(await faults()).toEqual([])
})

test('several texts are coloured and made bold together, each as one step', async ({ page, request }) => {
  const hand = await open(page, request)
  await write(hand, page, 'First', { x: 400, y: 200 })
  await endWriting(page)
  await page.keyboard.press('d')
  await hand.afterStep('Duplicate')
  await page.keyboard.press('Control+a')
  const card = page.locator('[data-region="card"]')
  await expect(card.getByText('All of the 2 texts')).toBeVisible()
  const hex = card.getByRole('textbox', { name: 'Colour', exact: true })
  await hex.fill('#225588')
  await hex.press('Enter')
  const fills = (project: Project): unknown[] => textsIn(project).map(({ fill }) => fill)
  const blue = { kind: 'colour', colour: '#225588' }
  expect(fills(await hand.afterStep('Colour of the text'))).toEqual([blue, blue])
  await card.getByRole('button', { name: 'Bold', exact: true }).click()
  const bold = await hand.afterStep('Bold')
  expect(textsIn(bold).map(({ stencil }) => stencil.runs[0]?.face.id)).toEqual(['lora-bold', 'lora-bold'])
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => fills((await hand.opened()).project)).not.toEqual([blue, blue])
})
