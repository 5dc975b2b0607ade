/** Lettering as a person works with it: typed on the sheet, filled, corrected, moved letter by letter. */
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, makeProject, picture, SHEET, upload } from './bench'
import { isNudged, isWord, letterFrames, type Word } from '@/core/document/lettering'
import { sheetOf, shownPlaced } from '@/core/document/read'
import type { Project } from '@/core/document/types'

const NAMES = ['letter-one', 'letter-two', 'letter-three', 'letter-four', 'letter-five']

const open = async (page: Page, request: APIRequestContext): Promise<BenchHand> => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Letters' }).click()
  return hand
}

const withPictures = async (request: APIRequestContext): Promise<void> => {
  for (const [i, name] of NAMES.entries()) await upload(request, await picture(700 + i, 500, 30 + i), `${name}.jpg`)
}

const wordIn = (project: Project): Word => {
  const word = Object.values(sheetOf(project, SHEET).items).find(isWord)
  if (!word) throw new TypeError('no lettering on the sheet')
  return word
}

/** What the text says, as it is saved; nothing while there is none. */
const textIn = (project: Project): string =>
  Object.values(sheetOf(project, SHEET).items).find(isWord)?.lettering.text ?? ''

const framesIn = (project: Project) => letterFrames(sheetOf(project, SHEET), wordIn(project))

/** The letters of the text with the last words of their pictures' names: `K one, I two`. */
const shown = (project: Project): string =>
  framesIn(project)
    .map((frame) => {
      const name = project.pictures[shownPlaced(frame)?.pictureId ?? '']?.name ?? '.'
      return `${frame.name} ${name.replace('letter-', '')}`
    })
    .join(', ')

/** Types on the sheet from a press at a point of it. */
const typeOnSheet = async (hand: BenchHand, page: Page, text: string): Promise<void> => {
  await page.getByRole('button', { name: 'Type on the sheet' }).click()
  await hand.press({ x: 120, y: 320 })
  await expect(page.locator('[data-typing]')).toBeVisible()
  await page.keyboard.type(text, { delay: 40 })
  await expect.poll(async () => textIn((await hand.opened()).project)).toBe(text)
}

const mark = async (page: Page, names: readonly string[]): Promise<void> => {
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.getByLabel('Search pictures by name and tag').fill('letter-')
  for (const name of names)
    await page
      .locator('[data-supply]')
      .filter({ hasText: new RegExp(`^${name}`) })
      .click({ modifiers: ['Shift'] })
}

test('five letters with five pictures: a typo is corrected and every picture stays', async ({ page, request }) => {
  await withPictures(request)
  const hand = await open(page, request)
  await typeOnSheet(hand, page, 'KOTES')
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-typing]')).toHaveCount(0)
  await mark(page, NAMES)
  await page.getByRole('button', { name: 'Fill the letters in order with the pictures marked in the supplies' }).click()
  const filled = await hand.afterStep('Fill from the set')
  expect(shown(filled)).toBe('K one, O two, T three, E four, S five')

  // The O becomes an I: its picture stays in its place.
  await hand.table.focus()
  await page.keyboard.press('3')
  await expect(page.locator('[data-typing]')).toBeVisible()
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.type('I')
  await expect.poll(async () => shown((await hand.opened()).project)).toBe('K one, I two, T three, E four, S five')

  // Taken out and typed anew within one go, even all of it, nothing is lost.
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Delete')
  await expect.poll(async () => textIn((await hand.opened()).project)).toBe('')
  await page.keyboard.type('KITES!', { delay: 50 })
  await expect.poll(async () => shown((await hand.opened()).project)).toBe('K one, I two, T three, E four, S five, ! .')

  // A letter that goes leaves its picture to spare; given to the sign, it shows again.
  await page.keyboard.press('Home')
  await page.keyboard.press('Delete')
  await page.keyboard.press('Escape')
  await expect.poll(async () => shown((await hand.opened()).project)).toBe('I two, T three, E four, S five, ! .')
  await page.getByRole('button', { name: /letter-one, which stood in K/ }).click()
  expect(shown(await hand.afterStep('Take spare picture'))).toBe('I two, T three, E four, S five, ! one')
})

test('typing is undone within the text and from the bar; an empty text goes', async ({ page, request }) => {
  const hand = await open(page, request)
  await typeOnSheet(hand, page, 'SEA')
  await page.waitForTimeout(900)
  await page.keyboard.type('SIDE', { delay: 40 })
  await expect.poll(async () => textIn((await hand.opened()).project)).toBe('SEASIDE')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('textbox', { name: 'Text', exact: true })).toHaveValue('SEA')
  // Typing goes on from what is there.
  await page.keyboard.type('L')
  await expect.poll(async () => textIn((await hand.opened()).project)).toBe('SEAL')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Escape')
  await hand.afterStep('Remove empty letters')
  expect(Object.keys(sheetOf((await hand.opened()).project, SHEET).items)).toEqual([])
})

test('the text of the card and a press on the sheet set the same caret', async ({ page, request }) => {
  const hand = await open(page, request)
  await page.getByLabel('Your text', { exact: true }).fill('DUNE')
  await page.getByRole('button', { name: 'DUNE in Bungee' }).click()
  await hand.afterStep('New letters')
  const field = page.getByRole('textbox', { name: 'Text', exact: true })
  await field.click()
  await field.press('End')
  await field.pressSequentially('S')
  await expect.poll(async () => textIn((await hand.opened()).project)).toBe('DUNES')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Type in the letters' }).click()
  // A press before the N, then a letter there.
  const project = (await hand.opened()).project
  const n = framesIn(project)[2]!.box
  await hand.press({ x: n.cx - n.w / 2 - 1, y: n.cy })
  await page.keyboard.type('X')
  await expect.poll(async () => textIn((await hand.opened()).project)).toBe('DUXNES')
})

test('a letter is nudged, its picture panned, the next taken by key in the same way, and all set back', async ({
  page,
  request,
}) => {
  await withPictures(request)
  const hand = await open(page, request)
  await page.getByLabel('Your text', { exact: true }).fill('SKY')
  await page.getByRole('button', { name: 'SKY in Archivo Black' }).click()
  await mark(page, NAMES.slice(0, 3))
  await page.getByRole('button', { name: 'Fill the letters in order with the pictures marked in the supplies' }).click()
  await hand.afterStep('Fill from the set')
  await hand.table.focus()
  await page.keyboard.press('4')
  await page.keyboard.press('Shift+ArrowDown')
  const nudged = await hand.afterStep('Move frame')
  expect(framesIn(nudged).map((frame) => isNudged(frame, wordIn(nudged)))).toEqual([true, false, false])
  await page.keyboard.press('p')
  await page.keyboard.press('4')
  await expect(page.getByRole('button', { name: 'A drag moves: Picture' })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByRole('textbox', { name: 'Name of the frame' })).toHaveValue('K')
  const before = shownPlaced(framesIn(nudged)[1]!)!.focus
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await expect.poll(async () => shownPlaced(framesIn((await hand.opened()).project)[1]!)!.focus).not.toEqual(before)
  await page.keyboard.press('2')
  await expect(page.getByRole('textbox', { name: 'Name of the frame' })).toHaveValue('S')
  await page.getByRole('button', { name: 'Set this letter back to where the text puts it' }).click()
  const back = await hand.afterStep('Set letters back')
  expect(framesIn(back).some((frame) => isNudged(frame, wordIn(back)))).toBe(false)

  // A letter that is deleted leaves the text; the others close up, its picture is spare.
  await page.keyboard.press('w')
  await hand.table.focus()
  await page.keyboard.press('4')
  await page.keyboard.press('Delete')
  const less = await hand.afterStep('Remove letter')
  expect(textIn(less)).toBe('SY')
  const [s, y] = framesIn(less)
  expect(y!.box.cx - y!.box.w / 2 - (s!.box.cx + s!.box.w / 2)).toBeLessThan(20)
  await expect(page.getByRole('button', { name: /which stood in K/ })).toBeVisible()
})

test('letters that a face lacks are named and a face that has them is offered; right-to-left is refused', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  await typeOnSheet(hand, page, 'LOFT')
  await page.keyboard.press('Escape')
  const field = page.getByRole('textbox', { name: 'Text', exact: true })
  await page.getByRole('button', { name: /Typeface: Anton/ }).click()
  await page.getByRole('button', { name: 'Shrikhand, Display' }).click()
  await hand.afterStep('Typeface')
  await page.getByRole('button', { name: 'Done' }).click()
  await field.click()
  await field.press('End')
  await field.pressSequentially('Ж')
  await expect(page.getByText('Shrikhand has no “Ж”')).toBeVisible()
  const offer = page.getByRole('button', { name: /^Set the text in / }).first()
  await expect(offer).toBeVisible()
  await page.keyboard.press('Escape')
  await offer.click()
  await hand.afterStep('Typeface')
  await expect(page.getByText('has no “Ж”')).toHaveCount(0)
  expect(framesIn((await hand.opened()).project)).toHaveLength(5)
  await field.click()
  await field.press('End')
  await field.pressSequentially('ש')
  await expect(page.getByText('Letters that run from right to left cannot be set yet')).toBeVisible()
  await expect(field).toHaveValue('LOFTЖ')
})
