/** Templates of one's own: made of a project, sent, kept in versions that are taken over; looks that are offered. */
import { readFile } from 'node:fs/promises'
import { expect, test } from './fixture'
import { BenchHand, makeProject, picture, run, SOON } from './bench'
import { killServers, startServer } from './installation'
import {
  bar,
  benchHere,
  findPrints,
  firstSheet,
  hashesOf,
  stored,
  supply,
  twoPictures,
  printsFilled,
} from './templating'
import { openingsOf } from '@/core/document/filling'
import { shownPlaced } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import type { OpenedProject } from '@/contract/api'

const OTHER_PORT = 3283

test.afterEach(killServers)

test('a template is made of a project, with an opening and a slot, sent as a bundle, and filled in another installation', async ({
  page,
  request,
}, testInfo) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'window', box: { cx: 250, cy: 300, w: 300, h: 400 }, filled: true },
      { id: 'plain', box: { cx: 620, cy: 300, w: 200, h: 200 } },
    ]),
  )
  await page.getByRole('button', { name: 'Find a command' }).click()
  await page.getByRole('combobox', { name: 'Find a command' }).fill('make a template')
  await page.getByRole('option', { name: /Make a template of this/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Make a template of this project' })
  await dialog.getByRole('textbox', { name: 'Name' }).fill('Window card')
  await dialog.getByRole('textbox', { name: 'Group in the gallery' }).fill('From the loft')
  await dialog.getByRole('checkbox', { name: 'plain: an opening for a picture' }).uncheck()
  const window = dialog.getByRole('group', { name: 'window' })
  await window.getByRole('textbox', { name: 'Hint' }).fill('a face in the upper third')
  await window.getByRole('combobox', { name: 'Shape that is wanted' }).selectOption('Upright')
  await dialog.getByRole('textbox', { name: 'How to fill it' }).fill('One picture, upright.')
  await dialog.getByRole('button', { name: 'Keep in the gallery' }).click()
  await expect(page.getByText('“Window card” is in the gallery, under From the loft.')).toBeVisible()
  // The project keeps its picture; the template has none.
  const marked = await hand.afterStep('Mark as a template')
  expect(hashesOf(marked, firstSheet(marked)).filter(Boolean)).toHaveLength(1)

  await page.goto('/templates')
  await page.getByRole('searchbox', { name: 'Search templates' }).fill('window card')
  await page.getByRole('button', { name: 'More to do with Window card' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: /Save a bundle/ }).click()
  const file = await (await download).path()

  // It comes into another installation, which has nothing of this one.
  await startServer(testInfo.outputPath('other'), OTHER_PORT)
  const other = `http://127.0.0.1:${OTHER_PORT}`
  await page.goto(other)
  await expect(page.getByRole('button', { name: 'Open a bundle' })).toBeEnabled()
  await page
    .locator('[data-bundle-input]')
    .setInputFiles({ name: 'window-card.zip', mimeType: 'application/zip', buffer: await readFile(file) })
  await page.waitForURL(/\/templates$/)
  await page.getByRole('button', { name: /^Window card/ }).click()
  await benchHere(page)
  await expect(bar(page).getByText('0 of 1 filled')).toBeVisible()
  await page
    .locator('[data-file-input]')
    .setInputFiles({ name: 'a-face.jpg', mimeType: 'image/jpeg', buffer: await picture(900, 1200, 95) })
  await supply(page, 'a-face').click()
  await expect(bar(page).getByText('All filled')).toBeVisible()
  const there = async (): Promise<Project> => {
    const opened = await fetch(`${other}/api/projects/${page.url().split('/').at(-1)}`)
    return ((await opened.json()) as OpenedProject).project
  }
  const names = async () => Object.values((await there()).pictures).map(({ name }) => name)
  await expect.poll(names, { intervals: SOON }).toEqual(['a-face'])
  const project = await there()
  const sheet = firstSheet(project)
  expect(hashesOf(project, sheet).filter(Boolean)).toHaveLength(1)
  expect(sheet.notes).toBe('One picture, upright.')
  const frames = Object.values(sheet.items).filter((item) => item.kind === 'frame')
  expect(frames.find(({ name }) => name === 'window')).toMatchObject({
    hint: 'a face in the upper third',
    opening: { wants: { posture: 'upright' } },
  })
  expect(frames.find(({ name }) => name === 'plain')).toMatchObject({ locked: true })
})

test('the tones of one picture are offered as a look of the sheet, switched, adjusted inside, and taken away', async ({
  page,
  request,
}) => {
  await twoPictures(request)
  await page.goto('/templates')
  await page.getByRole('button', { name: /^Three windows/ }).click()
  const hand = await benchHere(page)
  await findPrints(page)
  await supply(page, 'print-one').click()
  await hand.afterStep('Fill frame')
  const card = page.locator('[data-region="card"]')
  const opening = openingsOf(firstSheet(await stored(hand)))[0]
  if (!opening) throw new TypeError('no opening')
  const { size } = firstSheet(await stored(hand))
  const at = await hand.at({ x: opening.box.cx, y: opening.box.cy }, size)
  await page.mouse.click(at.x, at.y)
  const tones = card.getByRole('region', { name: 'Tones' })
  const head = tones.getByRole('button', { name: /^\d* ?Tones/ })
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.click()
  await tones.getByRole('slider', { name: 'Warmth' }).focus()
  for (let i = 0; i < 8; i += 1) await page.keyboard.press('ArrowRight')
  const warmth = async () => shownPlaced(openingsOf(firstSheet(await stored(hand)))[0] ?? opening)?.adjustments?.warmth
  // Each press may be a step by itself: the last of them is waited for.
  await expect.poll(warmth, { intervals: SOON }).toBeCloseTo(0.08, 5)
  await page.getByRole('button', { name: 'Find a command' }).click()
  await page.getByRole('combobox', { name: 'Find a command' }).fill('offer these tones')
  await page.getByRole('option', { name: /Offer these tones as a look/ }).click()
  // In the dialog: the card behind it has a field “Name” too.
  const offer = page.getByRole('dialog', { name: 'Offer these tones as a look of the sheet' })
  await offer.getByRole('textbox', { name: 'Name' }).fill('Lamplight')
  await offer.getByRole('button', { name: 'Offer it' }).click()
  await expect(bar(page).getByRole('button', { name: 'Lamplight' })).toHaveAttribute('aria-pressed', 'true')
  const looks = async () => Object.values(firstSheet(await stored(hand)).switches)
  await expect.poll(async () => (await looks())[0]?.adjustments, { intervals: SOON }).toEqual({ warmth: 0.08 })
  await bar(page).getByRole('button', { name: 'Lamplight' }).click()
  await expect.poll(async () => (await looks())[0]?.on, { intervals: SOON }).toBe(false)

  // Adjusted inside: what is changed is put on, and keeps what it had.
  await page.keyboard.press('Escape')
  const row = card.getByRole('listitem', { name: 'Lamplight' })
  await row.getByRole('button', { name: 'Adjust Lamplight' }).click()
  await row.getByRole('slider', { name: 'Contrast' }).focus()
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowRight')
  await expect
    .poll(async () => (await looks())[0], { intervals: SOON })
    .toMatchObject({ on: true, adjustments: { warmth: 0.08, contrast: expect.closeTo(0.05, 5) } })
  // For some openings only; and for all again.
  const [, second] = openingsOf(firstSheet(await stored(hand)))
  await row.getByRole('checkbox', { name: 'Changes every opening' }).click()
  await row.getByRole('checkbox', { name: opening.name }).click()
  await expect.poll(async () => (await looks())[0]?.frames, { intervals: SOON }).not.toContain(opening.id)
  expect((await looks())[0]?.frames).toContain(second?.id)
  await row.getByRole('checkbox', { name: 'Changes every opening' }).click()
  await expect.poll(async () => (await looks())[0]?.frames, { intervals: SOON }).toBeUndefined()
  await row.getByRole('textbox', { name: 'Name of the look' }).fill('Firelight')
  await page.keyboard.press('Enter')
  await expect(bar(page).getByRole('button', { name: 'Firelight' })).toBeVisible()
  // A second look of that name is refused in words; a removed one is gone, and undo brings it back.
  await card.getByRole('button', { name: /New look/ }).click()
  const other = card.getByRole('listitem', { name: 'Look', exact: true })
  await other.getByRole('textbox', { name: 'Name of the look' }).fill('firelight')
  await page.keyboard.press('Enter')
  await expect(page.getByText('“Firelight” is another look of this sheet.').first()).toBeVisible()
  await card.getByRole('button', { name: 'Remove Firelight' }).click()
  await expect.poll(async () => (await looks()).map(({ name }) => name), { intervals: SOON }).toEqual(['Look'])
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await looks()).length, { intervals: SOON }).toBe(2)
})

test('a newer version of a template is taken over into a sheet that was filled, seen before', async ({
  page,
  request,
}) => {
  const { one } = await twoPictures(request)
  const source = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'window', box: { cx: 250, cy: 300, w: 300, h: 400 } }]),
  )
  const project = await stored(source)
  const sheet = firstSheet(project)
  const frame = sheet.items['window']
  if (frame?.kind !== 'frame') throw new TypeError('no window')
  const version = (cx: number, notes: string) => ({
    ...project,
    name: 'Versioned card',
    pictures: {},
    template: { id: `t-versioned-${Date.now()}`, version: 1, category: 'Mine', words: '' },
    sheets: {
      [sheet.id]: {
        ...sheet,
        notes,
        items: { window: { ...frame, opening: {}, box: { ...frame.box, cx } } },
      },
    },
  })
  const first = version(250, 'On the left.')
  const keep = async (document: object): Promise<void> => {
    expect((await request.post('/api/templates', { data: { document } })).status()).toBe(201)
  }
  await keep(first)
  await page.goto('/templates')
  await page.getByRole('searchbox', { name: 'Search templates' }).fill('versioned')
  await page
    .getByRole('button', { name: /^Versioned card/ })
    .first()
    .click()
  const hand = await benchHere(page)
  await findPrints(page)
  await supply(page, 'print-one').click()
  await expect(bar(page).getByText('All filled')).toBeVisible()
  await hand.afterStep('Fill frame')

  await keep({ ...version(500, 'In the middle.'), template: first.template })
  await page.reload()
  await hand.ready()
  const card = page.locator('[data-region="card"]')
  await expect(card.getByText(/Version 2 of it is in the gallery; this sheet is of version 1/)).toBeVisible()
  await card.getByRole('button', { name: /new version of its template/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Version 2 of “Versioned card”' })
  await expect(dialog.getByText(/what was filled and changed by hand stays/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Change it' }).click()
  const after = await hand.afterStep('Version 2 of Versioned card')
  expect(firstSheet(after)).toMatchObject({ notes: 'In the middle.', madeFrom: { version: 2 } })
  expect(firstSheet(after).items['window']).toMatchObject({ box: { cx: 500 } })
  expect(hashesOf(after, firstSheet(after))).toEqual([one.hash])
  await expect(card.getByText(/is in the gallery; this sheet is of/)).toHaveCount(0)
})

test('a filled sheet is tried otherwise, and in another layout; each is one step, and two templates are compared', async ({
  page,
  request,
}) => {
  const { one, two } = await twoPictures(request)
  const hand = await printsFilled(page)
  const before = await hand.afterStep('Fill frame')
  await run(page, 'Try it otherwise')
  const shuffled = await hand.afterStep('Shuffle')
  const hashes = hashesOf(before, firstSheet(before))
  expect(hashesOf(shuffled, firstSheet(shuffled))).toEqual([...hashes].reverse())
  expect(Object.values(shuffled.slots).map(({ colour }) => colour)).not.toEqual(
    Object.values(before.slots).map(({ colour }) => colour),
  )
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await stored(hand)).slots, { intervals: SOON }).toEqual(before.slots)

  await run(page, 'Try another layout')
  await expect
    .poll(async () => firstSheet(await stored(hand)).madeFrom?.id, { intervals: SOON })
    .not.toBe('two-instant-prints')
  const tried = await stored(hand)
  expect([...hashesOf(tried, firstSheet(tried))].sort()).toEqual([one.hash, two.hash].sort())
  await page.keyboard.press('Control+z')
  await expect
    .poll(async () => firstSheet(await stored(hand)).madeFrom?.id, { intervals: SOON })
    .toBe('two-instant-prints')

  await bar(page).getByRole('button', { name: 'Another template' }).click()
  await page.locator('[data-region="supplies"]').getByRole('searchbox', { name: 'Search templates' }).fill('windows')
  await page
    .locator('[data-region="supplies"]')
    .getByRole('button', { name: /^Three windows/ })
    .click()
  const dialog = page.getByRole('dialog', { name: 'Change this sheet to “Three windows”' })
  await dialog.getByRole('combobox', { name: 'Compare with' }).selectOption('Leaves over two')
  await expect(dialog.getByText('Or so')).toBeVisible()
  await dialog.getByRole('button', { name: 'Take the other' }).click()
  await expect(bar(page).getByText('All filled')).toBeVisible()
  expect(firstSheet(await hand.afterStep('Change to Leaves over two')).madeFrom?.id).toBe('leaves-over-two')
})
