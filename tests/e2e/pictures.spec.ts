import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { writeFile } from 'node:fs/promises'
import sharp from 'sharp'
import { BenchHand, dropFiles, frameIn, makeProject, picture, placedIn, SHEET, upload, run } from './bench'
import { bombPng } from '../helpers/images'

const TWO = [
  { id: 'one', stencil: { kind: 'ellipse' } as const, box: { cx: 200, cy: 300, w: 260, h: 260 } },
  { id: 'two', box: { cx: 560, cy: 300, w: 300, h: 200 } },
]

const supply = (page: Page, name: string) => page.locator('[data-supply]').filter({ hasText: name }).first()

test('come by the file dialog, several at once, JPEG, PNG and WebP, turned upright', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, TWO))
  const onSide = await sharp(await picture(400, 300, 21))
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer()
  const files = [
    { name: 'upright.jpg', mimeType: 'image/jpeg', buffer: onSide },
    {
      name: 'plain.png',
      mimeType: 'image/png',
      buffer: await sharp(await picture(300, 300, 22))
        .png()
        .toBuffer(),
    },
    {
      name: 'light.webp',
      mimeType: 'image/webp',
      buffer: await sharp(await picture(500, 250, 23))
        .webp()
        .toBuffer(),
    },
  ]
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Add pictures' }).click()
  await (await chooser).setFiles(files)
  await expect(page.getByRole('button', { name: /^upright, 300 by 400 pixels/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^plain, 300 by 300/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^light, 500 by 250/ })).toBeVisible()
  await hand.ready()
})

test('show their progress one by one while they come', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, TWO))
  await page.route('**/api/pictures?*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700))
    await route.continue()
  })
  const files = await Promise.all(
    [31, 32].map(async (n) => ({ name: `slow-${n}.jpg`, mimeType: 'image/jpeg', buffer: await picture(300, 200, n) })),
  )
  await page.locator('[data-file-input]').setInputFiles(files)
  await expect(page.getByRole('progressbar', { name: 'slow-31.jpg, progress' })).toBeVisible()
  await expect(page.getByRole('progressbar', { name: 'slow-32.jpg, progress' })).toBeVisible()
  await expect(supply(page, 'slow-32')).toBeVisible()
})

test('dropped on a frame fill it, dropped elsewhere are added, and pasted too', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, TWO))
  await dropFiles(page, await hand.at({ x: 200, y: 300 }), [
    { name: 'on-frame.jpg', data: await picture(640, 400, 41) },
  ])
  const project = await hand.afterStep('Fill frame')
  expect(placedIn(project, 'one')).toMatchObject({ fit: 'cover', zoom: 1, aspect: 1, keepCovered: true })
  await dropFiles(page, { x: 100, y: 400 }, [{ name: 'beside.jpg', data: await picture(320, 200, 42) }])
  await expect(supply(page, 'beside')).toBeVisible()
  const pasted = (await picture(280, 210, 43)).toString('base64')
  await hand.table.focus()
  await page.evaluate((text) => {
    const data = new DataTransfer()
    data.items.add(
      new File([Uint8Array.from(atob(text), (c) => c.charCodeAt(0))], 'pasted.jpg', { type: 'image/jpeg' }),
    )
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  }, pasted)
  await expect(supply(page, 'pasted')).toBeVisible()
})

test('that cannot be read say so in words, and the rest come in', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, TWO))
  const whole = await picture(900, 700, 51)
  await page.locator('[data-file-input]').setInputFiles([
    { name: 'letter.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('Dear Ode, no picture here.') },
    { name: 'cut.jpg', mimeType: 'image/jpeg', buffer: whole.subarray(0, Math.floor(whole.length / 2)) },
    { name: 'nothing.png', mimeType: 'image/png', buffer: Buffer.alloc(0) },
    { name: 'bomb.png', mimeType: 'image/png', buffer: bombPng() },
    {
      name: 'broken.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><g></svg>'),
    },
    { name: 'sound.jpg', mimeType: 'image/jpeg', buffer: await picture(330, 220, 52) },
  ])
  const huge = test.info().outputPath('huge.jpg')
  await writeFile(huge, Buffer.alloc(61 * 1024 * 1024, 1))
  await page.locator('[data-file-input]').setInputFiles(huge)
  const said = (name: string) => page.locator('[data-region="supplies"]').getByRole('alert').filter({ hasText: name })
  await expect(said('letter.jpg')).toContainText('not a JPEG, PNG, WebP, AVIF, GIF, TIFF or SVG picture')
  await expect(said('cut.jpg')).toContainText('damaged or incomplete')
  await expect(said('nothing.png')).toContainText('empty')
  await expect(said('bomb.png')).toContainText('900 megapixels')
  await expect(said('broken.svg')).toContainText(/cannot be read/)
  await expect(said('huge.jpg')).toContainText('larger than 60 MB')
  await expect(supply(page, 'sound')).toBeVisible()
  await said('letter.jpg').getByRole('button', { name: 'Dismiss' }).click()
  await expect(said('letter.jpg')).toHaveCount(0)
})

test('hovering over a frame show the result live; let go they cover it, undistorted', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, TWO))
  // However many pictures came before, this one is in sight.
  await page.getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill('fields')
  const from = await supply(page, 'fields').boundingBox()
  const over = await hand.at({ x: 560, y: 300 })
  const colour = (): Promise<readonly number[]> => hand.colourAt({ x: 560, y: 300 })
  const before = await colour()
  await page.mouse.move((from?.x ?? 0) + 30, (from?.y ?? 0) + 20)
  await page.mouse.down()
  await page.mouse.move(700, 420, { steps: 5 })
  await expect(page.getByText('Background', { exact: true })).toBeVisible()
  await page.mouse.move(over.x, over.y, { steps: 5 })
  await expect.poll(colour).not.toEqual(before)
  expect((await hand.opened()).revision).toBe(0)
  await page.mouse.move(700, 600, { steps: 3 })
  await expect.poll(colour).toEqual(before)
  await page.mouse.move(over.x, over.y, { steps: 5 })
  await page.mouse.up()
  const project = await hand.afterStep('Fill frame')
  expect(placedIn(project, 'two')).toMatchObject({ fit: 'cover', zoom: 1, aspect: 1, focus: { u: 0.5, v: 0.5 } })
})

test('carried can be put down with Esc, left on the sheet as a frame, or made the background', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, TWO))
  // Found by its name: others may have come in before it.
  await page.locator('[data-region="supplies"] input[type="search"]').fill('fields')
  await expect(supply(page, 'fields')).toBeInViewport()
  const from = await supply(page, 'fields').boundingBox()
  const start = { x: (from?.x ?? 0) + 30, y: (from?.y ?? 0) + 20 }
  const over = await hand.at({ x: 560, y: 300 })
  await page.mouse.move(start.x, start.y)
  await page.mouse.down()
  await page.mouse.move(over.x, over.y, { steps: 6 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  expect((await hand.opened()).revision).toBe(0)
  await hand.dragPixels(start, await hand.at({ x: 380, y: 520 }))
  const made = await hand.afterStep('New frame with picture')
  const frame = frameIn(made, made.sheets[SHEET]?.order.at(-1) ?? '')
  expect(frame.box.w / frame.box.h).toBeCloseTo(1.5, 3)
  expect(frame.box.cx).toBeCloseTo(380, 0)
  const zone = { x: 738, y: 76 }
  await hand.dragPixels(start, zone)
  expect((await hand.afterStep('Background picture')).sheets[SHEET]?.background).toMatchObject({
    kind: 'picture',
    placed: { fit: 'cover', aspect: 1, zoom: 1 },
  })
})

test('pressed fill the selected empty frame, then the next empty one in reading order', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, TWO))
  await hand.press({ x: 560, y: 300 })
  await supply(page, 'fields').click()
  await hand.afterStep('Fill frame')
  expect((await hand.frame('two')).fill.kind).toBe('taken')
  expect((await hand.frame('one')).fill.kind).toBe('none')
  await supply(page, 'fields').click()
  await expect.poll(async () => (await hand.frame('one')).fill.kind).toBe('taken')
  // With every frame filled the one in hand gets the other picture.
  await upload(request, await picture(500, 700, 88), 'another.jpg')
  await page.reload()
  await hand.ready()
  await hand.press({ x: 200, y: 300 })
  await supply(page, 'another').click()
  const replaced = await hand.afterStep('Replace picture')
  expect(placedIn(replaced, 'one').pictureId).not.toBe(placedIn(replaced, 'two').pictureId)
})

test('are replaced with all settings kept, taken out, and the frame removed', async ({ page, request }) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { ...TWO[0], id: 'one', box: TWO[0]?.box ?? { cx: 1, cy: 1, w: 1, h: 1 }, filled: true },
    ]),
  )
  await page
    .locator('[data-file-input]')
    .setInputFiles([{ name: 'other.jpg', mimeType: 'image/jpeg', buffer: await picture(700, 900, 61) }])
  await hand.press({ x: 200, y: 300 })
  await page.getByRole('textbox', { name: 'Zoom in ×' }).fill('1.8')
  await page.keyboard.press('Enter')
  await page.getByRole('region', { name: 'Picture' }).getByRole('textbox', { name: 'Turn in °' }).fill('25')
  await page.keyboard.press('Enter')
  await run(page, 'Flip the picture left to right')
  const before = placedIn(await hand.afterStep('Flip picture'), 'one')
  await page
    .getByRole('button', { name: /Replace the picture/ })
    .first()
    .click()
  await supply(page, 'other').click()
  const after = placedIn(await hand.afterStep('Replace picture'), 'one')
  expect(after).toEqual({ ...before, pictureId: after.pictureId })
  expect(after.pictureId).not.toBe(before.pictureId)
  await page.getByRole('button', { name: 'Take the picture out; the frame stays' }).click()
  expect(frameIn(await hand.afterStep('Take picture out'), 'one').fill.kind).toBe('none')
  await page
    .getByRole('button', { name: /Remove the frame/ })
    .first()
    .click()
  expect((await hand.afterStep('Remove frame')).sheets[SHEET]?.order).toEqual([])
})

test('one becomes the background from the sheet’s card', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, TWO))
  await page.getByRole('button', { name: 'A picture that covers the sheet' }).click()
  await expect(page.locator('[data-region="rail"]')).toContainText('Choose the background picture.')
  await page.getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill('fields')
  await supply(page, 'fields').click()
  const project = await hand.afterStep('Background picture')
  expect(project.sheets[SHEET]?.background.kind).toBe('picture')
})
