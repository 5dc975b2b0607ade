import { hashOf } from '@/core/document/sheetPictures'
import type { Page } from '@playwright/test'
import { dataFolder, expect, test } from './fixture'
import { readdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { BenchHand, makeProject, picture, SHEET, upload } from './bench'

const PIECES = [{ id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true }]
const openLibrary = (page: Page) => page.getByRole('button', { name: 'Library', exact: true }).click()
const tile = (page: Page, name: string) => page.locator('[data-picture]', { hasText: name })

test('pictures are searched by name and tag, sorted, tagged and renamed', async ({ page, request }) => {
  await upload(request, await picture(300, 500, 71), 'lib-tall.jpg')
  await upload(request, await picture(900, 300, 72), 'lib-wide.jpg')
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openLibrary(page)
  await page.getByLabel('Search by name and tag').fill('lib-')
  await expect(page.locator('[data-picture]')).toHaveCount(2)
  await page.getByLabel('Order').selectOption('shape')
  await expect(page.locator('[data-picture]').first()).toContainText('lib-tall')
  await tile(page, 'lib-wide').click()
  await page.getByLabel('Tags').fill('headland, wide view')
  await page.getByLabel('Tags').press('Enter')
  await page.getByLabel('Name', { exact: true }).fill('lib-panorama')
  await page.getByLabel('Name', { exact: true }).press('Enter')
  await page.getByLabel('Search by name and tag').fill('headland')
  await expect(page.locator('[data-picture]')).toHaveCount(1)
  await expect(tile(page, 'lib-panorama')).toBeVisible()
  await page.reload()
  await openLibrary(page)
  await page.getByRole('group', { name: 'Tags' }).getByRole('button', { name: 'wide view' }).click()
  await expect(tile(page, 'lib-panorama')).toBeVisible()
})

test('a used picture is not removed; replaced everywhere it can be', async ({ page, request }) => {
  const other = await upload(request, await picture(640, 480, 73), 'lib-other.jpg')
  const first = await BenchHand.open(page, await makeProject(request, PIECES))
  await openLibrary(page)
  await page.getByLabel('Search by name and tag').fill('fields')
  await tile(page, 'fields').click()
  await expect(page.locator('[data-uses]')).toContainText('Bench test')
  await page.getByRole('button', { name: 'Remove…' }).click()
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(page.getByRole('status').filter({ hasText: 'This picture is used in' })).toBeVisible()
  await tile(page, 'fields').click()
  await page.getByRole('button', { name: 'Replace only here…' }).click()
  await page.getByLabel('Search by name and tag').fill('lib-other')
  await tile(page, 'lib-other').click()
  const project = await first.afterStep('Replace picture file')
  expect(hashOf(project.pictures['pic'])).toBe(other.hash)
  // Everywhere: other projects of this run still use it.
  await page.getByLabel('Search by name and tag').fill('fields')
  await tile(page, 'fields').click()
  await page.getByRole('button', { name: 'Replace everywhere…' }).click()
  await page.getByLabel('Search by name and tag').fill('lib-other')
  await tile(page, 'lib-other').click()
  await expect(page.getByRole('status').filter({ hasText: 'was replaced by' })).toBeVisible()
  await page.getByLabel('Search by name and tag').fill('fields')
  await tile(page, 'fields').click()
  await expect(page.locator('[data-uses]')).toContainText('Not used')
  await page.getByRole('button', { name: 'Remove…' }).click()
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(tile(page, 'fields')).toHaveCount(0)
})

test('several pictures are tagged and removed together, found as used nowhere, and brought back', async ({
  page,
  request,
}) => {
  for (const [i, name] of ['set-one', 'set-two', 'set-three'].entries())
    await upload(request, await picture(300 + i, 200, 81 + i), `${name}.jpg`)
  await BenchHand.open(page, await makeProject(request, PIECES))
  await openLibrary(page)
  await page.getByLabel('Search by name and tag').fill('set-')
  await tile(page, 'set-one').click()
  await page.getByRole('textbox', { name: 'Tags' }).fill('Harbour')
  await page.getByRole('textbox', { name: 'Tags' }).press('Enter')
  await expect(page.getByRole('group', { name: 'Tags', exact: true }).getByText('Harbour')).toBeVisible()
  await tile(page, 'set-two').click({ modifiers: ['Shift'] })
  await tile(page, 'set-three').click({ modifiers: ['Shift'] })
  // Spelled otherwise it is the same tag, in the library and on the picture that has it.
  await page.getByLabel('Tags for all 3').fill('harbour, crew')
  await page.getByLabel('Tags for all 3').press('Enter')
  const stored = async (): Promise<readonly (readonly string[])[]> =>
    ((await (await request.get('/api/pictures')).json()) as { name: string; tags: string[] }[])
      .filter(({ name }) => name.startsWith('set-'))
      .map(({ tags }) => tags)
  await expect.poll(stored).toEqual([
    ['Harbour', 'crew'],
    ['Harbour', 'crew'],
    ['Harbour', 'crew'],
  ])
  // A tag filters by tag: a name that holds the word is not found by it.
  await page.getByLabel('Search by name and tag').fill('')
  await page.getByRole('group', { name: 'Tags', exact: true }).getByRole('button', { name: 'crew' }).click()
  await expect(page.locator('[data-picture]')).toHaveCount(3)
  await page.getByRole('combobox', { name: 'Which pictures' }).selectOption('nowhere')
  await expect(page.locator('[data-picture]')).toHaveCount(3)
  await tile(page, 'set-one').click()
  await tile(page, 'set-two').click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Remove all 2…' }).click()
  await expect(page.getByRole('dialog', { name: /^Remove 2 pictures/ })).toBeVisible()
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.locator('[data-picture]')).toHaveCount(3)
  await page.getByRole('button', { name: 'Remove all 2…' }).click()
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(page.locator('[data-picture]')).toHaveCount(1)
  await expect.poll(async () => (await stored()).length).toBe(1)
  await page.getByRole('button', { name: 'Bring them back' }).click()
  await expect(page.locator('[data-picture]')).toHaveCount(3)
  await expect.poll(async () => (await stored()).length).toBe(3)
})

test('the stand-in for a stock service is searched, paged, and brings pictures in with their tags', async ({
  page,
  request,
}) => {
  await BenchHand.open(page, await makeProject(request, PIECES))
  await page.getByRole('button', { name: 'Stock', exact: true }).click()
  await expect(page.getByText('Page 1 of 3')).toBeVisible()
  await page.getByRole('button', { name: 'Next page' }).click()
  await expect(page.getByText('Page 2 of 3')).toBeVisible()
  await page.getByLabel('Search by word').fill('flags night')
  await expect(page.getByText('1 found')).toBeVisible()
  await page.getByRole('button', { name: 'Bring in' }).click()
  await expect(page.getByRole('button', { name: 'In the library' })).toBeVisible()
  await page.getByLabel('Search by word').fill('submarine')
  await expect(page.getByText('Nothing is found for “submarine”')).toBeVisible()
  await page.getByRole('button', { name: 'Done' }).click()
  await page.getByLabel('Search pictures by name and tag').fill('pennants')
  await expect(page.locator('[data-supply]', { hasText: 'Bunting at night' })).toBeVisible()
})

test('a picture whose file is gone is marked, and found again from its file', async ({ page, request }) => {
  const data = await picture(700, 500, 74)
  const gone = await upload(request, data, 'lib-gone.jpg')
  const id = await makeProject(request, [{ id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 } }])
  const hand = await BenchHand.open(page, id)
  await hand.press({ x: 200, y: 200 })
  await page.locator('[data-supply]', { hasText: 'lib-gone' }).click()
  await hand.afterStep('Fill frame')
  const folder = path.join(dataFolder(), 'pictures', gone.hash.slice(0, 2), gone.hash)
  for (const file of await readdir(folder)) await rm(path.join(folder, file))
  await page.context().clearCookies()
  await page.goto('about:blank')
  await page.goto(`/projects/${id}?fresh=${Date.now()}`)
  await page.evaluate(() => caches.keys())
  await hand.table.waitFor()
  const client = await page.context().newCDPSession(page)
  await client.send('Network.clearBrowserCache')
  await page.reload()
  await expect(page.locator('[data-missing]')).toBeVisible()
  await page.locator('[data-stack-id="a"]').getByRole('button').first().click()
  await expect(page.getByText('The picture is missing.')).toBeVisible()
  await page
    .getByLabel('The file of the missing picture')
    .setInputFiles({ name: 'found.jpg', mimeType: 'image/jpeg', buffer: data })
  await expect(page.getByText('The picture is back.')).toBeVisible()
  await expect(page.locator('[data-missing]')).toHaveCount(0)
  expect((await hand.opened()).project.sheets[SHEET]?.items['a']).toBeDefined()
})
