/** Layered art: brought in, decided layer by layer, framed; pictures placed under it. */
import type { Page } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
import sharp from 'sharp'
import { holdsPicture } from '@/core/document/content'
import { framesOf } from '@/core/document/tree'
import { expect, test } from './fixture'
import { BenchHand, makeProject, picture, run, SHEET, upload } from './bench'

const drawn = (inner: string, size = 'width="800" height="600"'): Promise<Buffer> =>
  sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inner}</svg>`))
    .png()
    .toBuffer()

/** A red card with a hole; a blue one over its right side, with a hole of its own. */
const LEFT = '<path fill="#c00000" fill-rule="evenodd" d="M60 60h400v480h-400zM100 100v300h320v-300z"/>'
const RIGHT = '<path fill="#0000c0" fill-rule="evenodd" d="M360 160h380v380h-380zM500 220v200h200v-200z"/>'

const layered = async (): Promise<Buffer> => {
  const layers: readonly (readonly [string, string, string])[] = [
    ['Shade', '<rect x="120" y="20" width="660" height="120" fill="#888"/>', 'composite-op="svg:multiply"'],
    ['Hidden', '<rect width="800" height="600" fill="#0f0"/>', 'visibility="hidden"'],
    ['Your photo', '<rect x="20" y="20" width="60" height="30"/>', ''],
    ['Right', RIGHT, ''],
    ['Left', LEFT, ''],
  ]
  const files = await Promise.all(layers.map(async ([, inner], i) => [`data/${i}.png`, await drawn(inner)] as const))
  const stack = layers.map(([name, , more], i) => `<layer name="${name}" src="data/${i}.png" ${more}/>`).join('')
  return Buffer.from(
    zipSync({
      mimetype: [strToU8('image/openraster'), { level: 0 }],
      'stack.xml': strToU8(
        `<?xml version="1.0"?><image version="0.0.5" w="800" h="600"><stack>${stack}</stack></image>`,
      ),
      ...Object.fromEntries(files),
    }),
  )
}

const dialogOf = (page: Page) => page.getByRole('dialog', { name: /^Frames for the holes/ })
const bringIn = (page: Page, name: string, data: Buffer) =>
  page.locator('[data-file-input]').setInputFiles({ name, mimeType: 'image/openraster', buffer: data })
const framesIn = async (hand: BenchHand) => {
  const sheet = (await hand.opened()).project.sheets[SHEET]
  return sheet ? framesOf(sheet) : []
}

test('an OpenRaster file is framed layer by layer; a picture is placed under the art that covers it', async ({
  page,
  request,
}) => {
  await upload(request, await picture(900, 700, 710), 'reef.jpg')
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await bringIn(page, 'two cards.ora', await layered())
  const dialog = dialogOf(page)
  // What lies around the lowest layer is offered. A layer that says so is an opening by its own shape; a hidden one is left out.
  await expect(dialog.getByRole('combobox', { name: 'What Your photo is' })).toHaveValue('opening')
  await expect(dialog.getByRole('combobox', { name: 'What Hidden is' })).toHaveValue('none')
  await expect(dialog.getByRole('status')).toHaveText('3 of 4 openings')
  await dialog.getByRole('combobox', { name: 'What Your photo is' }).selectOption('none')
  await expect(dialog.getByRole('status')).toHaveText('2 of 3 openings')
  await dialog.getByRole('button', { name: 'Make 2 frames' }).click()
  await hand.afterStep('Frames for 2 openings')
  expect((await framesIn(hand)).map(({ name, locked }) => [name, locked ?? false])).toEqual([
    ['Opening 1', false],
    ['Left', true],
    ['Opening 2', false],
    ['Right', true],
    ['Shade', true],
  ])
  await expect(page.getByRole('tab', { name: 'Pictures' })).toHaveAttribute('aria-selected', 'true')
  await page.locator('[data-supply]', { hasText: 'reef' }).first().click()
  await hand.afterStep('Fill frame')
  expect((await framesIn(hand)).filter(({ fill }) => holdsPicture(fill)).map(({ name }) => name)).toContain('Opening 1')
  // A press goes through the hole of the art to the frame beneath.
  await page.keyboard.press('Escape')
  await hand.press({ x: 200, y: 200 })
  await expect(page.getByRole('complementary', { name: 'Card of Opening 1' })).toBeVisible()
  // What covers it is painted once, at rest in the Picture way too: grey over white paper.
  const shaded = { x: 700, y: 60 }
  await expect.poll(() => hand.colourAt(shaded)).toEqual([136, 136, 136])
  await page.keyboard.press('p')
  await page.waitForTimeout(600)
  expect(await hand.colourAt(shaded)).toEqual([136, 136, 136])
  // Of the frame beneath, this is under the right card.
  const under = { x: 400, y: 300 }
  await expect.poll(() => hand.colourAt(under)).toEqual([0, 0, 192])
  const [from, to] = [await hand.at({ x: 200, y: 300 }), await hand.at({ x: 212, y: 300 })]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 5 })
  // Pale: three tenths of blue over the picture.
  await expect.poll(async () => (await hand.colourAt(under))[2] !== 192).toBe(true)
  const pale = await hand.colourAt(under)
  expect(Math.max(...pale)).toBeGreaterThan(20)
  await page.mouse.up()
  await hand.afterStep('Move picture')
  await expect.poll(() => hand.colourAt(under)).toEqual([0, 0, 192])
  // By keys as well, until the run of them is over.
  await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await hand.colourAt(under))[2] !== 192).toBe(true)
  await page.waitForTimeout(1500)
  expect(await hand.colourAt(under)).toEqual([0, 0, 192])
})

test('pictures of one size are layers of one art, in loose pieces that carry their openings', async ({
  page,
  request,
}) => {
  await upload(request, await picture(900, 700, 713), 'atoll.jpg')
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'From artwork' }).click()
  const files = page.locator('input[type="file"][aria-label="Artwork files"]')
  const file = async (name: string, inner: string) => ({ name, mimeType: 'image/png', buffer: await drawn(inner) })
  await files.setInputFiles([await file('1 left.png', LEFT), await file('2 right.png', RIGHT)])
  await page.getByRole('button', { name: 'As layers of one art…' }).click()
  const dialog = dialogOf(page)
  await expect(dialog.getByRole('status')).toHaveText('2 of 3 openings')
  await dialog.getByRole('combobox', { name: 'How the art lies' }).selectOption('pieces')
  await dialog.getByRole('button', { name: 'Make 2 frames' }).click()
  const project = await hand.afterStep('Frames for 2 openings')
  const sheet = project.sheets[SHEET]
  const groups = sheet?.order.map((id) => sheet.items[id])
  expect(groups?.map((item) => [item?.kind, item?.name])).toEqual([
    ['group', '1 left'],
    ['group', '2 right'],
  ])
  // The frames wait for pictures: those are shown, whichever tab was open, and keys work on the sheet.
  await page.waitForTimeout(600)
  await expect(page.getByRole('tab', { name: 'Pictures' })).toHaveAttribute('aria-selected', 'true')
  await expect(hand.table).toBeFocused()
  // In the Picture way the piece still lies on its opening, whole picture and all.
  await page.locator('[data-supply]', { hasText: 'atoll' }).first().click()
  await hand.afterStep('Fill frame')
  const inside = await hand.at({ x: 200, y: 200 })
  await page.mouse.dblclick(inside.x, inside.y)
  await expect(page.getByRole('complementary', { name: 'Card of Opening 1' })).toBeVisible()
  await page.keyboard.press('p')
  await expect(page.locator('[data-grip]').first()).toBeVisible()
  await page.waitForTimeout(600)
  expect(await hand.colourAt({ x: 80, y: 250 })).toEqual([192, 0, 0])
  // Dragged by what is seen of it, a piece takes its opening along, and nothing of the other one.
  const before = await framesIn(hand)
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Escape')
  await hand.drag({ x: 80, y: 500 }, { x: 100, y: 480 })
  await hand.afterStep('Move group')
  const after = await framesIn(hand)
  expect(after.map(({ id }) => id)).toEqual(before.map(({ id }) => id))
  expect(after.map(({ box }, i) => box.cx > (before[i]?.box.cx ?? Infinity))).toEqual([true, true, false, false])
})

test('layers of unlike sizes and a file that is no OpenRaster are refused in words', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, []))
  await bringIn(page, 'torn.ora', Buffer.from('PK no zip'))
  await expect(
    page.getByText(/torn\.ora: The OpenRaster file cannot be read: it is not a whole zip file/),
  ).toBeVisible()
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'From artwork' }).click()
  const files = page.locator('input[type="file"][aria-label="Artwork files"]')
  await files.setInputFiles([
    { name: 'a.png', mimeType: 'image/png', buffer: await drawn(LEFT) },
    {
      name: 'b.png',
      mimeType: 'image/png',
      buffer: await drawn('<circle cx="90" cy="90" r="60"/>', 'width="300" height="200"'),
    },
  ])
  await page.getByRole('button', { name: 'As layers of one art…' }).click()
  await expect(page.getByText(/Layers of one art have one size: a has 800 × 600 px, b 300 × 200 px/)).toBeVisible()
})

test('a drawing gives frames for its holes, or for the parts that its names mark', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'From artwork' }).click()
  const art =
    '<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600"><path id="wall" fill="#456" fill-rule="evenodd" d="M0 0h800v600h-800zM100 100v200h200v-200z"/><rect id="opening-door" x="500" y="150" width="120" height="300" fill="#ccc"/></svg>'
  const files = page.locator('input[type="file"][aria-label="Artwork files"]')
  await files.setInputFiles({ name: 'wall.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(art) })
  await page.getByRole('button', { name: 'Frames for the holes…' }).click()
  const dialog = dialogOf(page)
  await expect(dialog.getByRole('status')).toHaveText('2 of 2 openings')
  await dialog.getByRole('button', { name: 'Make 2 frames' }).click()
  await hand.afterStep('Frames for 2 openings')
  const frames = await framesIn(hand)
  expect(frames.map(({ name }) => name)).toEqual(['Opening 1', 'wall', 'Opening 2'])
  // The drawing is of the sheet's shape: what it marks is where it says.
  const box = frames[2]?.box
  expect(box && [box.cx, box.cy, box.w, box.h].map((n) => Math.round(n * 100) / 100)).toEqual([560, 300, 120, 300])
})

test('what nothing fills is hidden with its art, and shown again', async ({ page, request }) => {
  await upload(request, await picture(900, 700, 711), 'shoal.jpg')
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await bringIn(page, 'two cards.ora', await layered())
  const dialog = dialogOf(page)
  await dialog.getByRole('combobox', { name: 'What Your photo is' }).selectOption('none')
  await dialog.getByRole('button', { name: 'Make 2 frames' }).click()
  await hand.afterStep('Frames for 2 openings')
  await page.locator('[data-supply]', { hasText: 'shoal' }).first().click()
  await hand.afterStep('Fill frame')
  await run(page, 'Hide what is empty')
  await hand.afterStep('Hide')
  const isHidden = async () => (await framesIn(hand)).map(({ name, hidden }) => [name, hidden ?? false])
  expect(await isHidden()).toEqual([
    ['Opening 1', false],
    ['Left', false],
    ['Opening 2', true],
    ['Right', true],
    ['Shade', false],
  ])
  await expect(page.getByText(/^2 items are hidden/)).toBeVisible()
  await run(page, 'Show all that is hidden')
  await hand.afterStep('Show')
  expect((await isHidden()).every(([, hidden]) => !hidden)).toBe(true)
})

test('a text and a shape become one opening that shows one picture', async ({ page, request }) => {
  await upload(request, await picture(900, 700, 712), 'delta.jpg')
  const box = { cx: 250, cy: 420, w: 160, h: 160 }
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box }]))
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByRole('button', { name: 'Kites in Fredoka' }).click()
  await hand.afterStep('New letters')
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await run(page, 'One opening of all')
  const project = await hand.afterStep('One opening of all')
  const sheet = project.sheets[SHEET]
  expect(sheet?.order).toHaveLength(1)
  const [one] = await framesIn(hand)
  expect(one?.stencil.kind).toBe('path')
  expect(one && one.box.w > 200 && one.box.h > 200).toBe(true)
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.locator('[data-supply]', { hasText: 'delta' }).first().click()
  await hand.afterStep('Fill frame')
  expect((await framesIn(hand)).map(({ fill }) => holdsPicture(fill))).toEqual([true])
})
