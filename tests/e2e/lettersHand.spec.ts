/** Letters by hand: pressed between, dropped into notches, set from the supplies, lacking, made one. */
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, makeProject, picture, SHEET, upload } from './bench'
import { isWord, letterFrames, type Word } from '@/core/document/lettering'
import { placedIn } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'

const open = async (page: Page, request: APIRequestContext, text: string): Promise<BenchHand> => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByLabel('Your text').fill(text)
  await page.getByLabel('Your text').press('Enter')
  await hand.afterStep('New letters')
  return hand
}

const wordIn = (project: Project): Word => {
  const word = Object.values(sheetOf(project, SHEET).items).find(isWord)
  if (!word) throw new TypeError('no lettering on the sheet')
  return word
}
const framesIn = (project: Project) => letterFrames(sheetOf(project, SHEET), wordIn(project))
const supplies = (page: Page) => page.locator('[data-region="supplies"]')

test('a press between letters selects the word; a typeface of the supplies is for it; the typed size comes back', async ({
  page,
  request,
}) => {
  const hand = await open(page, request, 'LOFT')
  const card = page.locator('[data-region="card"]')
  await card.getByRole('textbox', { name: /^Tracking/ }).fill('400')
  await page.keyboard.press('Enter')
  const spread = await hand.afterStep('Tracking')
  const [first, second] = framesIn(spread).map(({ box }) => box)
  if (!first || !second) throw new TypeError('two letters')
  await hand.table.focus()
  await page.keyboard.press('Escape')
  await expect(page.getByText('The sheet. Press a frame to see its card.')).toBeVisible()
  await hand.press({ x: (first.cx + first.w / 2 + second.cx - second.w / 2) / 2, y: first.cy })
  await expect(card.getByText('4 letters, live text')).toBeVisible()
  await supplies(page).getByRole('button', { name: 'Set the selected text in Bungee', exact: true }).click()
  let project = await hand.afterStep('Typeface')
  expect(wordIn(project).lettering.face.name).toBe('Bungee')
  expect(Object.values(sheetOf(project, SHEET).items).filter(isWord)).toHaveLength(1)
  // The size that was typed.
  await card.getByRole('textbox', { name: 'Size of the letters in pt' }).fill('77')
  await page.keyboard.press('Enter')
  await hand.afterStep('Size of letters')
  await card.getByLabel('Fit', { exact: true }).selectOption('box')
  await hand.afterStep('Fit to the box')
  // A label of two words stands on one line: a second one would lie on the field below.
  const onTwoLines = await card.locator('.MuiOutlinedInput-root > span').evaluateAll((labels) =>
    labels.flatMap((label) => {
      const range = document.createRange()
      range.selectNodeContents(label)
      const tops = new Set([...range.getClientRects()].map(({ top }) => Math.round(top)))
      return tops.size > 1 ? [label.textContent] : []
    }),
  )
  expect(onTwoLines).toEqual([])
  await card.getByRole('textbox', { name: 'Box w in px' }).fill('240')
  await page.keyboard.press('Enter')
  project = await hand.afterStep('Box of letters')
  expect(wordIn(project).lettering.size).not.toBeCloseTo(77, 0)
  await card.getByLabel('Fit', { exact: true }).selectOption('size')
  project = await hand.afterStep('Size as typed')
  expect(wordIn(project).lettering.size).toBe(77)
})

test('letters that a face lacks show a hollow box, and keep their warning after a reload', async ({
  page,
  request,
}) => {
  const hand = await open(page, request, 'AЖB')
  const word = wordIn((await hand.opened()).project)
  await page.getByRole('button', { name: /^Typeface: / }).click()
  await page.getByRole('button', { name: 'Shrikhand, Display' }).click()
  await hand.afterStep('Typeface')
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText('Shrikhand has no “Ж”')).toBeVisible()
  await expect(page.locator(`[data-lacking="${word.id}"]`)).toHaveCount(1)
  await page.reload()
  await hand.ready()
  await expect(page.locator(`[data-lacking="${word.id}"]`)).toHaveCount(1)
  const [first] = framesIn((await hand.opened()).project)
  if (!first) throw new TypeError('a letter')
  await hand.press({ x: first.box.cx, y: first.box.cy })
  await expect(page.getByText('Shrikhand has no “Ж”')).toBeVisible()
  // Set in one that has it, the box goes.
  await page
    .getByRole('button', { name: /^Set the text in / })
    .first()
    .click()
  await hand.afterStep('Typeface')
  await expect(page.locator('[data-lacking]')).toHaveCount(0)
})

test('a picture dropped into a notch is the letter’s; as one stencil the letters ask which picture stays', async ({
  page,
  request,
}) => {
  for (const [i, name] of ['notch-one', 'notch-two'].entries())
    await upload(request, await picture(700 + i, 500, 50 + i), `${name}.jpg`)
  const hand = await open(page, request, 'VO')
  const [v, o] = framesIn((await hand.opened()).project)
  if (!v || !o) throw new TypeError('two letters')
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.getByLabel('Search pictures by name and tag').fill('notch-')
  const drop = async (name: string, at: { x: number; y: number }): Promise<void> => {
    const box = await page.locator('[data-supply]').filter({ hasText: name }).boundingBox()
    const to = await hand.at(at)
    if (!box) throw new TypeError('a picture in the supplies')
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2, box.y - 40, { steps: 4 })
    await page.mouse.move(to.x, to.y, { steps: 8 })
    await page.mouse.up()
  }
  await drop('notch-one', { x: v.box.cx, y: v.box.cy - v.box.h * 0.44 })
  await expect.poll(async () => (await hand.frame(v.id)).fill.kind).toBe('taken')
  await drop('notch-two', { x: o.box.cx, y: o.box.cy })
  await expect.poll(async () => (await hand.frame(o.id)).fill.kind).toBe('taken')
  const filled = (await hand.opened()).project
  const kept = placedIn(sheetOf(filled, SHEET), framesIn(filled)[1] ?? o)?.pictureId
  await hand.table.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await hand.press({ x: v.box.cx - v.box.w * 0.36, y: v.box.cy - v.box.h * 0.4 })
  await page.getByRole('button', { name: 'Make one stencil of the whole text' }).click()
  await expect(page.getByRole('dialog')).toContainText('Which picture stays?')
  await page.getByRole('button', { name: 'Keep the picture of O' }).click()
  const one = await hand.afterStep('Letters to one stencil')
  const [only] = Object.values(sheetOf(one, SHEET).items)
  if (only?.kind !== 'frame') throw new TypeError('one frame')
  expect(placedIn(sheetOf(one, SHEET), only)?.pictureId).toBe(kept)
})
