/** Sets of letters as a whole: their ground, one finish, letters that come and go, one picture across; read back from files. */
import type { APIRequestContext, Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { isWord, letterFrames } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import type { Alphabet, Project } from '@/core/document/types'
import { fontOf, shaped, theirMask } from '@tests/helpers/harfbuzz'
import { faceNamed } from '@tests/helpers/lettering'
import { unzip } from '@tests/helpers/zip'
import { BenchHand, makeProject, picture, upload } from './bench'
import { expect, test } from './fixture'

const panelOf = (page: Page) => page.getByRole('complementary', { name: 'Alphabet set' })

const open = async (page: Page, request: APIRequestContext): Promise<BenchHand> => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByRole('button', { name: 'Alphabet set', exact: true }).click()
  return hand
}

const mark = async (page: Page, name: string): Promise<void> => {
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.getByLabel('Search pictures by name and tag').fill(name)
  await page
    .locator('[data-supply]')
    .first()
    .click({ modifiers: ['Shift'] })
}

const setIn = (project: Project): Alphabet => {
  const [set] = Object.values(project.alphabets)
  if (!set) throw new TypeError('a set of letters')
  return set
}

const wordsIn = (project: Project) =>
  setIn(project).members.flatMap(({ text, sheetId, groupId }) => {
    const sheet = sheetOf(project, sheetId)
    const word = sheet.items[groupId]
    return isWord(word) ? [{ text, sheet, word, frames: letterFrames(sheet, word) }] : []
  })

/** How much two masks share, of what either covers. */
const overlap = (ours: Uint8Array, theirs: Float32Array): number => {
  let [both, either] = [0, 0]
  for (let i = 0; i < theirs.length; i += 1) {
    const [a, b] = [(ours[4 * i + 3] ?? 0) > 127, (theirs[i] ?? 0) > 127]
    if (a && b) both += 1
    if (a || b) either += 1
  }
  return either ? both / either : 1
}

test('an alphabet on transparent ground has one finish, gains and loses letters, and is read back letter by letter', async ({
  page,
  request,
}) => {
  await upload(request, await picture(900, 900, 91), 'ground-a.jpg')
  const hand = await open(page, request)
  const panel = panelOf(page)
  await mark(page, 'ground-a')
  await panel.getByLabel('Ground of the sheets').selectOption('none')
  await panel.getByRole('button', { name: 'Make 26 letters on 26 sheets' }).click()
  const made = await hand.afterStep('New alphabet set')
  expect(wordsIn(made).every(({ sheet }) => sheet.background.kind === 'none')).toBe(true)
  await panel.getByLabel('Finish of all letters').selectOption({ label: 'Lifted' })
  const finished = await hand.afterStep('Finish of the set')
  expect(new Set(wordsIn(finished).map(({ word }) => word.finish?.finishId)).size).toBe(1)
  expect(Object.values(finished.finishes).map(({ name }) => name)).toEqual(['Lifted'])
  // Z leaves with its sheet, & and é come with the others' finish.
  await panel.getByLabel('Letters of the set, typed').fill('ABCDEFGHIJKLMNOPQRSTUVWXY&é')
  await panel.getByLabel('Letters of the set, typed').press('Enter')
  const relisted = await hand.afterStep('Letters of the set')
  expect(
    setIn(relisted)
      .members.map(({ text }) => text)
      .join(''),
  ).toBe('ABCDEFGHIJKLMNOPQRSTUVWXY&é')
  expect(relisted.order).toHaveLength(28)
  expect(new Set(wordsIn(relisted).map(({ word }) => word.finish?.finishId)).size).toBe(1)
  expect(new Set(wordsIn(relisted).map(({ word }) => word.lettering.size.toFixed(6))).size).toBe(1)
  // Changed afterwards: no finish, and the letters that came are filled too.
  await panel.getByLabel('Finish of all letters').selectOption('')
  await hand.afterStep('Finish of the set')
  await mark(page, 'ground-a')
  await panel.getByRole('button', { name: 'Fill the letters with the marked pictures, in order' }).click()
  const project = await hand.afterStep('Fill alphabet set')
  await panel.getByRole('button', { name: 'Export the set' }).click()
  // The size that is said is that of the zip, from some of its files.
  const words = page.getByRole('group', { name: 'What comes out' }).getByText(/about .+, a zip of 27/)
  await expect(words).toBeVisible()
  const [, amount, unit] = /about ([\d.]+) (kB|MB), a zip/.exec((await words.textContent()) ?? '') ?? []
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 27 as PNG' }).click()
  const zip = readFileSync(await (await download).path())
  const told = Number(amount) * (unit === 'MB' ? 1e6 : 1e3)
  expect(told / zip.length).toBeGreaterThan(0.6)
  expect(told / zip.length).toBeLessThan(1.6)
  const files = await unzip(zip)
  expect(Object.keys(files)).toContain('Bench-test-ampersand.png')
  for (const { text, sheet, word, frames } of wordsIn(project)) {
    expect(frames).toHaveLength(1)
    const part = text === '&' ? '-ampersand.' : text === 'é' ? '00E9' : `-${text}.`
    const file = Object.entries(files).find(([key]) => key.includes(part))?.[1]
    const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    const { face, size, pose } = word.lettering
    const unit = size / faceNamed(face.id).unitsPerEm
    const advance = shaped(face.id, text, false).reduce((sum, glyph) => sum + glyph.advance, 0)
    const place = { size, x: pose.cx - (advance * unit) / 2, y: pose.cy, width: info.width, height: info.height }
    expect(sheet.size).toEqual({ w: info.width, h: info.height })
    expect(overlap(data, theirMask(face.id, text, place))).toBeGreaterThanOrEqual(0.985)
  }
  expect(fontOf(setIn(project).face.id)).toBeDefined()
})

test('letters on one sheet show one picture across; the panel opens on the set of the sheet shown; the margin follows', async ({
  page,
  request,
}) => {
  await upload(request, await picture(1200, 700, 92), 'across-a.jpg')
  const hand = await open(page, request)
  const panel = panelOf(page)
  await panel.getByLabel('Letters', { exact: true }).selectOption('own')
  await panel.getByLabel('Letters of the set').fill('K, I, T, E')
  await panel.getByLabel('Sheets of the set').selectOption('one')
  await panel.getByRole('button', { name: 'Make 4 letters on one sheet' }).click()
  const made = await hand.afterStep('New alphabet set')
  expect(
    wordsIn(made)
      .map(({ text }) => text)
      .join(''),
  ).toBe('KITE')
  await mark(page, 'across-a')
  await panel.getByRole('button', { name: /^One picture across all letters/ }).click()
  const across = await hand.afterStep('One picture across the set')
  const fills = wordsIn(across).flatMap(({ frames }) => frames.map(({ fill }) => fill))
  expect(fills.every(({ kind }) => kind === 'span')).toBe(true)
  expect(new Set(fills.map((fill) => (fill.kind === 'span' ? fill.spanId : ''))).size).toBe(1)
  // Slid, all letters follow at once; it is one step.
  const before = wordsIn(across)[0]?.word.lettering.size ?? NaN
  const slider = panel.getByRole('slider', { name: 'Margin' })
  await slider.focus()
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('ArrowRight')
  const smaller = await hand.afterStep('Change alphabet set')
  await expect
    .poll(async () => wordsIn((await hand.opened()).project)[0]?.word.lettering.size ?? NaN)
    .toBeLessThan(before)
  expect(setIn(smaller).members).toHaveLength(4)
  // Closed and opened again it is about this set; on another sheet about a new one.
  await panel.getByRole('button', { name: 'Close the panel of alphabets' }).click()
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByRole('button', { name: 'Alphabet set', exact: true }).click()
  await expect(panel.getByLabel('Which set')).toHaveValue(setIn(smaller).id)
  await panel.getByRole('button', { name: 'Close the panel of alphabets' }).click()
  await page.getByRole('button', { name: 'Previous sheet' }).click()
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByRole('button', { name: 'Alphabet set', exact: true }).click()
  await expect(panel.getByLabel('Which set')).toHaveValue('')
})

test('a text’s letters become windows onto the background together', async ({ page, request }) => {
  const shown = await upload(request, await picture(1000, 750, 93), 'window-a.jpg')
  expect(shown.hash).toMatch(/^[0-9a-f]{64}$/)
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByLabel('Search pictures by name and tag').fill('window-a')
  await page.getByRole('button', { name: 'More to do with window-a', exact: true }).first().click({ force: true })
  await page.getByRole('menuitem', { name: 'Background of the sheet' }).click()
  await hand.afterStep('Background picture')
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByLabel('Your text').fill('SEA')
  await page.getByLabel('Your text').press('Enter')
  await hand.afterStep('New letters')
  await page
    .locator('[data-region="card"]')
    .getByRole('button', { name: 'Make them windows onto the background picture' })
    .click()
  const project = await hand.afterStep('Windows onto the background')
  const [sheetId = ''] = project.order
  const sheet = sheetOf(project, sheetId)
  const word = Object.values(sheet.items).find(isWord)
  if (!word) throw new TypeError('a text')
  const spans = letterFrames(sheet, word).map(({ fill }) => (fill.kind === 'span' ? fill.spanId : ''))
  expect(spans).toHaveLength(3)
  expect(new Set(spans).size).toBe(1)
  expect(sheet.spans[spans[0] ?? '']?.source.kind).toBe('background')
})
