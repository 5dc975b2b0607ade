/** One picture across a word, what a word becomes, alphabets, and typefaces of one's own. */
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { BenchHand, dropOnWord, makeProject, picture, SHEET, upload } from './bench'
import { isWord, letterFrames, type Word } from '@/core/document/lettering'
import { sheetOf, shownPlaced } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { bytesOfFace } from '@tests/helpers/lettering'
import { cyclicFont, embeddingFont } from '@tests/helpers/fontFiles'
import { unzip } from '@tests/helpers/zip'

const open = async (page: Page, request: APIRequestContext): Promise<BenchHand> => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Letters' }).click()
  return hand
}

/** Chooses the typeface of a set by its sample. */
const chooseFace = async (page: Page, name: string): Promise<void> => {
  await page
    .getByRole('complementary', { name: 'Alphabet set' })
    .getByRole('button', { name: /^Typeface: / })
    .click()
  await page
    .getByRole('dialog', { name: 'Typeface of the set' })
    .getByRole('button', { name: new RegExp(`^${name}, `) })
    .click()
}

const wordIn = (project: Project): Word => {
  const word = Object.values(sheetOf(project, SHEET).items).find(isWord)
  if (!word) throw new TypeError('no lettering on the sheet')
  return word
}
const framesIn = (project: Project) => letterFrames(sheetOf(project, SHEET), wordIn(project))

test('a name with one picture across: dropped on the whole word, one a letter, and across again', async ({
  page,
  request,
}) => {
  await upload(request, await picture(1600, 600, 77), 'across-it.jpg')
  const hand = await open(page, request)
  await page.getByLabel('Your text', { exact: true }).fill('Tamsel')
  await page.getByRole('button', { name: 'Tamsel in Lobster' }).click()
  await hand.afterStep('New letters')
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.getByLabel('Search pictures by name and tag').fill('across-it')
  await expect(page.locator('[data-supply]')).toHaveCount(1)
  await dropOnWord(hand, page.locator('[data-supply]').first())
  const across = await hand.afterStep('Picture across the word')
  expect(framesIn(across).every(({ fill }) => fill.kind === 'span')).toBe(true)
  expect(Object.keys(sheetOf(across, SHEET).spans)).toHaveLength(1)

  await page.getByRole('button', { name: 'A picture for each letter' }).click()
  const each = await hand.afterStep('A picture for each letter')
  expect(framesIn(each).every((frame) => shownPlaced(frame) !== null)).toBe(true)
  await page.getByRole('button', { name: 'One picture across all letters' }).click()
  const again = await hand.afterStep('One picture across')
  expect(Object.values(sheetOf(again, SHEET).spans)[0]).toEqual(Object.values(sheetOf(across, SHEET).spans)[0])

  // A letter typed later is a window onto it too.
  await hand.table.focus()
  await page.keyboard.press('3')
  await page.keyboard.type('y')
  await expect.poll(async () => framesIn((await hand.opened()).project).length).toBe(7)
  expect(framesIn((await hand.opened()).project).at(-1)?.fill.kind).toBe('span')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Into pieces: letters become frames, in place' }).click()
  const apart = await hand.afterStep('Break letters apart')
  expect(Object.values(sheetOf(apart, SHEET).items).every(({ kind }) => kind === 'frame')).toBe(true)
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('textbox', { name: 'Text', exact: true })).toHaveCount(0)
  await hand.press({ x: framesIn(across)[0]!.box.cx, y: framesIn(across)[0]!.box.cy })
  await page.getByRole('button', { name: 'Make one stencil of the whole text' }).click()
  const one = await hand.afterStep('Letters to one stencil')
  const [only, ...others] = Object.values(sheetOf(one, SHEET).items)
  expect(others).toEqual([])
  expect(only).toMatchObject({ kind: 'frame', stencil: { kind: 'path', fillRule: 'nonzero' }, fill: { kind: 'taken' } })
})

test('an alphabet of 26 is made, set in another typeface, and exported under names of its own', async ({
  page,
  request,
}) => {
  await upload(request, await picture(900, 900, 78), 'alphabet-a.jpg')
  await upload(request, await picture(901, 900, 79), 'alphabet-b.jpg')
  const hand = await open(page, request)
  await page.getByRole('button', { name: 'Alphabet set' }).click()
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.getByLabel('Search pictures by name and tag').fill('alphabet-')
  for (const i of [0, 1])
    await page
      .locator('[data-supply]')
      .nth(i)
      .click({ modifiers: ['Shift'] })
  const panel = page.getByRole('complementary', { name: 'Alphabet set' })
  await expect(panel.getByText('2 marked pictures')).toBeVisible()
  await chooseFace(page, 'Alfa Slab One')
  await panel.getByRole('button', { name: 'Make 26 letters on 26 sheets' }).click()
  const made = await hand.afterStep('New alphabet set')
  expect(made.order).toHaveLength(27)
  const [set] = Object.values(made.alphabets)
  expect(set?.members.map(({ text }) => text).join('')).toBe('ABCDEFGHIJKLMNOPQRSTUVWXYZ')
  const lettersOf = (project: Project) =>
    (set?.members ?? []).map(({ sheetId, groupId }) => {
      const sheet = sheetOf(project, sheetId)
      const word = sheet.items[groupId]
      const [frame] = isWord(word) ? letterFrames(sheet, word) : []
      if (!frame || !isWord(word)) throw new TypeError('no letter')
      return { frame, lettering: word.lettering }
    })
  // One size, one baseline on all sheets; two pictures in turn.
  const first = lettersOf(made)
  expect(new Set(first.map(({ lettering }) => lettering.size.toFixed(6))).size).toBe(1)
  expect(new Set(first.map(({ lettering }) => lettering.pose.cy.toFixed(6))).size).toBe(1)
  expect(new Set(first.map(({ frame }) => shownPlaced(frame)?.pictureId)).size).toBe(2)

  await chooseFace(page, 'Fredoka')
  const restyled = lettersOf(await hand.afterStep('Change alphabet set'))
  restyled.forEach(({ frame, lettering }, i) => {
    expect(lettering.face.name).toBe('Fredoka')
    expect(frame.stencil).not.toEqual(first[i]?.frame.stencil)
    // The same picture, as large as it was set beside the letters' size (tests of the core measure that).
    const before = first[i]?.frame
    expect(shownPlaced(frame)?.pictureId).toBe(before && shownPlaced(before)?.pictureId)
    expect(shownPlaced(frame)?.turn).toBe(before && shownPlaced(before)?.turn)
  })
  await panel.getByRole('button', { name: 'Go to the letter M' }).click()
  await expect(page.getByRole('textbox', { name: 'Name of the frame' })).toHaveValue('M')

  await panel.getByRole('button', { name: 'Export the set' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 26 as PNG' }).click()
  const files = await unzip(readFileSync(await (await download).path()))
  expect(Object.keys(files).sort()).toEqual(
    [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].map((letter) => `Bench-test-${letter}.png`),
  )
  const image = sharp(files['Bench-test-M.png'])
  expect(await image.metadata()).toMatchObject({ width: 800, height: 600 })
  const { data } = await image.raw().toBuffer({ resolveWithObject: true })
  expect(new Set(data).size).toBeGreaterThan(50)
})

test('letters of an own list, capitals and small ones and signs, get names that stay apart', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  await page.getByRole('button', { name: 'Alphabet set' }).click()
  const panel = page.getByRole('complementary', { name: 'Alphabet set' })
  await panel.getByLabel('Letters', { exact: true }).selectOption('own')
  await panel.getByLabel('Letters of the set').fill('Aa&é?')
  await panel.getByLabel('Heights').selectOption('each')
  await panel.getByRole('button', { name: 'Make 5 letters on 5 sheets' }).click()
  const project = await hand.afterStep('New alphabet set')
  const names = project.order.slice(1).map((id) => sheetOf(project, id).name)
  expect(names).toEqual(['A', 'a small', 'ampersand', 'é U+00E9', 'question mark'])
  await panel.getByRole('button', { name: 'Export the set' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export 5 as PNG' }).click()
  const files = Object.keys(await unzip(readFileSync(await (await download).path())))
  expect(new Set(files.map((name) => name.toLowerCase())).size).toBe(5)
  expect(files.every((name) => /^[\p{L}\p{N}-]+\.png$/u.test(name))).toBe(true)
})

const addFace = async (page: Page, name: string, buffer: Buffer): Promise<void> =>
  page.getByLabel('Files of typefaces').first().setInputFiles({ name, mimeType: 'font/ttf', buffer })

test('a typeface of one’s own is added, set, and travels in a bundle if its licence lets it', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  // Two files told apart by one bit of their licence.
  const free = Buffer.from(embeddingFont(bytesOfFace('titan-one'), 8))
  const bound = Buffer.from(embeddingFont(bytesOfFace('titan-one'), 2))
  await addFace(page, 'mine.ttf', free)
  await expect(page.getByText('“Titan One” is added.', { exact: true })).toBeVisible()
  await addFace(page, 'bound.ttf', bound)
  await expect(page.getByText('Its licence keeps it on this machine')).toBeVisible()
  const faces = (await (await request.get('/api/faces')).json()) as { id: string; kind: string; canTravel: boolean }[]
  const own = faces.filter(({ kind }) => kind === 'own')
  expect(own.map(({ canTravel }) => canTravel).sort()).toEqual([false, true])

  const inBundle = async (): Promise<readonly string[]> => {
    const response = await request.get(`/api/projects/${hand.id}/bundle`)
    return Object.keys(await unzip(await response.body())).filter((name) => name.startsWith('faces/'))
  }
  const yours = page.getByRole('region', { name: 'Yours' }).getByRole('button')
  await expect(yours).toHaveCount(2)
  for (const i of [0, 1]) {
    await yours.nth(i).click()
    await hand.afterStep('New letters')
    // With the new letters selected a press would set them in the next face.
    await hand.table.focus()
    await page.keyboard.press('Escape')
  }
  const travelling = own.find(({ canTravel }) => canTravel)?.id
  await expect.poll(inBundle).toEqual([`faces/${travelling}.ttf`])

  // Forgotten here, it comes back with the bundle.
  const bundle = await (await request.get(`/api/projects/${hand.id}/bundle`)).body()
  expect((await request.delete(`/api/faces/${travelling}`)).status()).toBe(200)
  expect((await request.post('/api/bundles', { data: bundle })).status()).toBe(201)
  const after = (await (await request.get('/api/faces')).json()) as { id: string }[]
  expect(after.some(({ id }) => id === travelling)).toBe(true)
})

test('hostile typefaces get a clear message; page and server go on', async ({ page, request }) => {
  test.slow()
  const hand = await open(page, request)
  const whole = Buffer.from(bytesOfFace('anton'))
  const say = page.locator('[class*="MuiSnackbar"]')
  for (const [name, data, words] of [
    ['cut.ttf', whole.subarray(0, 9000), 'cut.ttf: This'],
    [
      'circle.ttf',
      Buffer.from(cyclicFont(whole)),
      'circle.ttf: This typeface cannot be used: some of its letters are damaged',
    ],
    ['bad.woff2', Buffer.concat([Buffer.from('wOF2'), Buffer.alloc(3000, 0x5a)]), 'cannot be read as a typeface'],
    ['picture.ttf', await picture(20, 20, 1), 'This file is no typeface'],
  ] as const) {
    await addFace(page, name, data)
    await expect(say).toContainText(words)
  }
  const huge = await request.post('/api/faces', { data: Buffer.alloc(100 * 1024 * 1024), timeout: 60_000 })
  expect(huge.status()).toBe(413)
  expect(((await huge.json()) as { message: string }).message).toContain('larger than 30 MB')
  expect((await request.get('/api/projects')).status()).toBe(200)
  await page.getByRole('button', { name: 'Kites in Bungee' }).click()
  await hand.afterStep('New letters')
})
