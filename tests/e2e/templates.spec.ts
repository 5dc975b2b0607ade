/** Templates as a person uses them: chosen, filled in a few presses or in one drop, their looks switched, put beside other sheets. */
import { hashOf } from '@/core/document/sheetPictures'
import { expect, test } from './fixture'
import { BenchHand, dropFiles, makeProject, picture, SOON, upload } from './bench'
import {
  bar,
  benchHere,
  findPrints,
  firstSheet,
  hashesOf,
  stored,
  supplies,
  supply,
  twoPictures,
  printsFilled,
} from './templating'
import { fillingOf, openingsOf } from '@/core/document/filling'
import { sheetOf, shownPlaced } from '@/core/document/read'

test('from the projects page: a card, two pictures and its look, in five presses', async ({ page, request }) => {
  const { one, two } = await twoPictures(request)
  await page.goto('/')
  await page.getByRole('link', { name: 'Templates', exact: true }).click()
  await page.getByRole('button', { name: /^Two instant prints/ }).click()
  const hand = await benchHere(page)
  await expect(bar(page).getByText('0 of 2 filled')).toBeVisible()
  await findPrints(page)
  await supply(page, 'print-one').click()
  await expect(bar(page).getByText('1 of 2 filled')).toBeVisible()
  await supply(page, 'print-two').click()
  await expect(bar(page).getByText('All filled')).toBeVisible()
  await bar(page).getByRole('button', { name: 'Vintage' }).click()
  const on = async () => Object.values(firstSheet(await stored(hand)).switches).map((look) => look.on)
  await expect.poll(on, { intervals: SOON }).toEqual([true])
  const project = await stored(hand)
  expect(hashesOf(project, firstSheet(project))).toEqual([one.hash, two.hash])
  expect(firstSheet(project).madeFrom).toMatchObject({ id: 'two-instant-prints', version: 1 })
  // Off again, its values stay; and undo goes back step by step.
  await bar(page).getByRole('button', { name: 'Vintage' }).click()
  await expect.poll(on, { intervals: SOON }).toEqual([false])
  expect(Object.values(firstSheet(await stored(hand)).switches)[0]?.adjustments.fade).toBeGreaterThan(0)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(bar(page).getByText('1 of 2 filled')).toBeVisible()
})

test('a press that lasts until the picture of its template has come starts the project all the same', async ({
  page,
}) => {
  let isHeld = true
  await page.context().route(/\/api\/templates\/[^/?]+\?|\/api\/templates\/[^/?]+$/, async (route) => {
    while (isHeld) await new Promise((resolve) => setTimeout(resolve, 50))
    await route.continue()
  })
  await page.goto('/templates')
  const tile = page.getByRole('button', { name: /^Two instant prints/ })
  const box = await tile.boundingBox()
  if (!box) throw new TypeError('no tile')
  await expect(tile.locator('canvas')).toBeHidden()
  await page.mouse.move(box.x + box.width / 2, box.y + 60)
  await page.mouse.down()
  isHeld = false
  await expect(tile.locator('canvas')).toBeVisible()
  await page.mouse.up()
  await benchHere(page)
})

test('a look that is switched on is seen on the table, and off again is not', async ({ page, request }) => {
  await twoPictures(request)
  await page.goto('/templates')
  await page.getByRole('button', { name: /^Strip of four/ }).click()
  const hand = await benchHere(page)
  await findPrints(page)
  await supply(page, 'print-one').click()
  await hand.afterStep('Fill frame')
  const opening = openingsOf(firstSheet(await stored(hand)))[0]
  if (!opening) throw new TypeError('no opening')
  const { size } = firstSheet(await stored(hand))
  const saturation = async (): Promise<number> => {
    const at = await hand.at({ x: opening.box.cx + opening.box.w * 0.3, y: opening.box.cy }, size)
    const seen = await hand.table
      .locator('canvas')
      .first()
      .evaluate((canvas: HTMLCanvasElement, { x, y }) => {
        const r = canvas.getBoundingClientRect()
        const data = canvas.getContext('2d')?.getImageData(Math.round(x - r.left), Math.round(y - r.top), 1, 1).data
        return [...(data ?? [])].slice(0, 3)
      }, at)
    return Math.max(...seen) - Math.min(...seen)
  }
  // “Booth” is on from the start: black and white, but for its grain.
  await expect.poll(saturation).toBeLessThan(8)
  await bar(page).getByRole('button', { name: 'Booth' }).click()
  await expect.poll(saturation).toBeGreaterThan(40)
  await bar(page).getByRole('button', { name: 'Booth' }).click()
  await expect.poll(saturation).toBeLessThan(8)
})

test('nine photographs in one drop fill a collage in one step; a tenth stays among the pictures', async ({
  page,
  request,
}) => {
  await twoPictures(request)
  await page.goto('/templates')
  await page.getByRole('searchbox', { name: 'Search templates' }).fill('nine')
  await page.getByRole('button', { name: /^Nine in a grid/ }).click()
  const hand = await benchHere(page)
  const files = await Promise.all(
    Array.from({ length: 10 }, async (_, i) => ({ name: `drop-${i}.jpg`, data: await picture(400, 400, 100 + i) })),
  )
  const table = await hand.table.boundingBox()
  if (!table) throw new TypeError('no table')
  await dropFiles(page, { x: table.x + 30, y: table.y + table.height - 30 }, files)
  await expect(bar(page).getByText('All filled')).toBeVisible()
  await expect(page.getByText(/9 openings filled. 1 picture stayed among the pictures/)).toBeVisible()
  const project = await hand.afterStep('Fill openings')
  expect(new Set(hashesOf(project, firstSheet(project))).size).toBe(9)
  await page.keyboard.press('Control+z')
  await expect(bar(page).getByText('0 of 9 filled')).toBeVisible()
  await expect.poll(async () => fillingOf(firstSheet(await stored(hand))).filled, { intervals: SOON }).toBe(0)
})

test('photographs dropped on the projects page are shown in the gallery, and start the project that is chosen', async ({
  page,
}) => {
  await page.goto('/')
  await expect(page.getByRole('button', { name: 'New sheet' })).toBeEnabled()
  const files = [
    { name: 'upright.jpg', data: await picture(500, 800, 120) },
    { name: 'wide.jpg', data: await picture(900, 500, 121) },
    { name: 'upright-too.jpg', data: await picture(520, 800, 122) },
  ]
  await dropFiles(page, { x: 640, y: 500 }, files)
  const dialog = page.getByRole('dialog', { name: /A project of 3 photographs/ })
  await dialog.getByRole('radio', { name: /A template/ }).check()
  await dialog.getByRole('button', { name: 'Start' }).click()
  await page.waitForURL(/\/templates\?pictures=/)
  await expect(page.getByText(/Shown with your 3 pictures/)).toBeVisible()
  await page.getByRole('group', { name: 'Groups of templates' }).getByRole('button', { name: 'Greeting cards' }).click()
  await page.getByRole('button', { name: /^Bunting and three pictures/ }).click()
  const hand = await benchHere(page)
  await expect(bar(page).getByText('All filled')).toBeVisible()
  const project = await stored(hand)
  const sheet = firstSheet(project)
  const nameIn = (opening: string): string | undefined => {
    const frame = openingsOf(sheet).find(({ name }) => name === opening)
    return frame && project.pictures[shownPlaced(frame)?.pictureId ?? '']?.name
  }
  // The opening in the middle wants a wide picture.
  expect(nameIn('Middle')).toBe('wide')
  expect([nameIn('Left'), nameIn('Right')].sort()).toEqual(['upright', 'upright-too'])
})

test('on the bench a template takes the place of an empty sheet, then stands beside it, with the pictures marked', async ({
  page,
  request,
}) => {
  const { one, two } = await twoPictures(request)
  const hand = await BenchHand.open(page, await makeProject(request, []))
  // The tab's code is slow to come: the press shows at once, and the next one is not lost meanwhile.
  await page.route('**/_next/static/chunks/**', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700))
    await route.continue()
  })
  await page.getByRole('button', { name: /A template/ }).click()
  await expect(supplies(page).getByRole('tab', { name: 'Templates' })).toHaveAttribute('aria-selected', 'true', {
    timeout: 500,
  })
  await supplies(page).getByRole('tab', { name: 'Pictures' }).click()
  await findPrints(page)
  for (const name of ['print-one', 'print-two']) await supply(page, name).click({ modifiers: ['Shift'] })
  await supplies(page).getByRole('tab', { name: 'Templates' }).click()
  await supplies(page).getByRole('searchbox', { name: 'Search templates' }).fill('instant two')
  await supplies(page)
    .getByRole('button', { name: /^Two instant prints/ })
    .click()
  await expect(bar(page).getByText('All filled')).toBeVisible()
  const first = await hand.afterStep('Template: Two instant prints')
  expect(first.order).toHaveLength(1)
  expect([...hashesOf(first, firstSheet(first))].sort()).toEqual([one.hash, two.hash].sort())

  await supplies(page).getByRole('tab', { name: 'Templates' }).click()
  await supplies(page).getByRole('searchbox', { name: 'Search templates' }).fill('greetings')
  await supplies(page)
    .getByRole('button', { name: /^Greetings from/ })
    .click()
  await expect(bar(page).getByText('0 of 1 filled')).toBeVisible()
  const second = await hand.afterStep('Template: Greetings from …')
  expect(second.order).toHaveLength(3)
  expect(second.order.map((id) => sheetOf(second, id).name)).toEqual(['Two instant prints', 'Front', 'Back'])
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await stored(hand)).order.length, { intervals: SOON }).toBe(1)
})

test('a picture that is too small for an opening is said to be, at once; the next empty opening is found', async ({
  page,
  request,
}) => {
  await upload(request, await picture(60, 60, 130), 'tiny.jpg')
  await page.goto('/templates')
  await page.getByRole('button', { name: /^Three windows/ }).click()
  const hand = await benchHere(page)
  await bar(page).getByRole('button', { name: 'Next empty opening' }).click()
  await supply(page, 'tiny').click()
  await expect(page.getByText(/tiny is too small for “Above”: \d+ ppi where 72 are wanted/)).toBeVisible()
  await hand.afterStep('Fill frame')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  const card = page.locator('[data-region="card"]')
  await expect(
    card.getByText('Still empty: Large (upright, the main picture), Below (a person or a detail).'),
  ).toBeVisible()
  await card.getByRole('button', { name: /Take all out|Take all pictures out/ }).click()
  await expect(bar(page).getByText('0 of 3 filled')).toBeVisible()
  await expect.poll(async () => fillingOf(firstSheet(await stored(hand))).filled, { intervals: SOON }).toBe(0)
})

test('another template is seen under the pictures before the sheet is changed to it, and undone', async ({
  page,
  request,
}) => {
  const { one, two } = await twoPictures(request)
  const hand = await printsFilled(page)
  await bar(page).getByRole('button', { name: 'Another template' }).click()
  const search = supplies(page).getByRole('searchbox', { name: 'Search templates' })
  await search.fill('three windows')
  await supplies(page)
    .getByRole('button', { name: /^Three windows/ })
    .click()
  const dialog = page.getByRole('dialog', { name: 'Change this sheet to “Three windows”' })
  await expect(dialog.getByText('2 pictures go into its openings, with their tones.')).toBeVisible()
  await expect(dialog.getByText('1 opening stays empty.')).toBeVisible()
  // Left as it is, nothing has changed.
  await dialog.getByRole('button', { name: 'Leave it as it is' }).click()
  expect(firstSheet(await stored(hand)).madeFrom?.id).toBe('two-instant-prints')
  await supplies(page)
    .getByRole('button', { name: /^Three windows/ })
    .click()
  await dialog.getByRole('button', { name: 'Change it' }).click()
  await expect(bar(page).getByText('2 of 3 filled')).toBeVisible()
  const changed = await hand.afterStep('Change to Three windows')
  expect(firstSheet(changed).madeFrom?.id).toBe('three-windows')
  const shown = hashesOf(changed, firstSheet(changed)).filter((hash) => hash !== undefined)
  expect([...shown].sort()).toEqual([one.hash, two.hash].sort())
  await page.keyboard.press('Control+z')
  await expect(bar(page).getByText('All filled')).toBeVisible()
  await expect
    .poll(async () => firstSheet(await stored(hand)).madeFrom?.id, { intervals: SOON })
    .toBe('two-instant-prints')
})

test('marked pictures refill the openings, seen before; what was toned stays toned', async ({ page, request }) => {
  const { one, two } = await twoPictures(request)
  const three = await upload(request, await picture(800, 800, 94), 'print-three.jpg')
  const four = await upload(request, await picture(800, 800, 95), 'print-four.jpg')
  const hand = await printsFilled(page)
  for (const name of ['print-three', 'print-four']) await supply(page, name).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: /^Refill/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Refill with 2 pictures' })
  await expect(dialog.getByText(/2 openings take another picture/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Change it' }).click()
  const project = await hand.afterStep('Refill')
  expect([...hashesOf(project, firstSheet(project))].sort()).toEqual([three.hash, four.hash].sort())
  // What was replaced is still among the project's pictures.
  const known = Object.values(project.pictures).map(hashOf)
  expect(known).toEqual(expect.arrayContaining([one.hash, two.hash]))
})
