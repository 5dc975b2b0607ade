/** Pictures on walls and screens: four corners by hand and by number, planes that frames share, corners found by a press. */
import { readFile } from 'node:fs/promises'
import { expect, test } from './fixture'
import sharp from 'sharp'
import { BenchHand, frameIn, makeProject, SHEET, SOON, upload, run } from './bench'
import { openExport, saved } from './exporting'
import { wallProject } from './walls'
import { pictureMatrix } from '@/core/document/content'
import { layOf, seenAt, seenQuad } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import type { Frame, Project } from '@/core/document/types'
import { distance, type Point } from '@/core/geometry/vector'
import type { Quad } from '@/core/geometry/quad'

const box = (cx: number, cy: number, w = 240, h = 180) => ({ cx, cy, w, h })
const quadOf = (project: Project, frame: Frame): Quad => seenQuad(sheetOf(project, SHEET), frame)
const newest = (project: Project): Frame => frameIn(project, project.sheets[SHEET]?.order.at(-1) ?? '')

test('a frame is laid by its corners, by hand and by number; its picture is moved within its plane', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(400, 300), filled: true }]))
  await hand.press({ x: 400, y: 300 })
  await run(page, 'In perspective')
  await hand.afterStep('Lay in perspective')
  const scale = await hand.scale()
  await hand.dragGrip('corner-1', { x: -40 * scale, y: 50 * scale })
  const drawn = await hand.afterStep('Draw a corner in perspective')
  expect(distance(quadOf(drawn, frameIn(drawn, 'a'))[1], { x: 480, y: 260 })).toBeLessThan(2)
  // With Shift a corner keeps to the line of one of its sides.
  await hand.dragGrip('corner-2', { x: -30 * scale, y: 4 * scale }, 'Shift')
  await expect
    .poll(async () => Math.abs(quadOf((await hand.opened()).project, await hand.frame('a'))[2].y - 390), {
      intervals: SOON,
    })
    .toBeLessThan(0.01)
  const shifted = (await hand.opened()).project
  expect(quadOf(shifted, frameIn(shifted, 'a'))[2].x).toBeLessThan(500)
  // Typed, in the card.
  const card = page.locator('[data-region="card"]')
  await card.getByRole('button', { name: /Perspective/ }).click()
  await card.getByRole('textbox', { name: 'Top left corner, x in px' }).fill('290')
  await page.keyboard.press('Enter')
  const typed = await hand.afterStep('Put a corner in perspective')
  expect(quadOf(typed, frameIn(typed, 'a'))[0].x).toBeCloseTo(290, 6)
  // A corner that would point inward is refused in words, and is not followed.
  await hand.dragGrip('corner-0', { x: 190 * scale, y: 120 * scale })
  await expect(page.getByText(/points? (inward|outward)|lie on a line|sides cross/)).toBeVisible()
  await hand.afterStep('Draw a corner in perspective')
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await hand.afterStep('Put a corner in perspective')
  // The picture within, as on a flat frame: what is under the hand stays under it.
  await page.keyboard.press('p')
  // Larger, so that it can be moved either way.
  const over = await hand.at({ x: 380, y: 310 })
  await page.mouse.move(over.x, over.y)
  await page.mouse.wheel(0, -240)
  const before = await hand.afterStep('Zoom picture')
  const at = { x: 380, y: 310 }
  await hand.drag(at, { x: 392, y: 316 })
  const moved = await hand.afterStep('Move picture')
  const under = (project: Project, p: Point): Point => {
    const sheet = sheetOf(project, SHEET)
    const frame = frameIn(project, 'a')
    const [matrix, lay] = [pictureMatrix(project, sheet, frame), layOf(sheet, frame)]
    if (!matrix || !lay) throw new TypeError('laid and filled')
    const flat = { x: matrix.a * p.x + matrix.c * p.y + matrix.e, y: matrix.b * p.x + matrix.d * p.y + matrix.f }
    return seenAt(lay, flat)
  }
  // The picture's own point that lay under the hand when it was taken hold of.
  const nearest = (project: Project, wanted: Point): Point => {
    let [p, best] = [{ x: 600, y: 400 }, Infinity]
    for (let step = 200; step > 0.01; step /= 2)
      for (const [dx, dy] of [
        [0, 0],
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
        [1, 1],
        [-1, -1],
        [1, -1],
        [-1, 1],
      ] as const) {
        const next = { x: p.x + dx * step, y: p.y + dy * step }
        const off = distance(under(project, next), wanted)
        if (off < best) [p, best] = [next, off]
      }
    return p
  }
  const held = nearest(before, at)
  expect(distance(under(moved, held), { x: 392, y: 316 })).toBeLessThan(1.5)
  // Taken up flat and laid down again it is as it was.
  await page.keyboard.press('Escape')
  await run(page, 'In perspective')
  const up = await hand.afterStep('Take up flat')
  expect(layOf(sheetOf(up, SHEET), frameIn(up, 'a'))).toBeNull()
  await run(page, 'In perspective')
  const down = await hand.afterStep('Lay in perspective')
  expect(frameIn(down, 'a')).toEqual(frameIn(moved, 'a'))
})

test('corners are found by a press, all that are alike with it; frames lie there, and the export shows them', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await wallProject(request))
  await run(page, 'Find four corners')
  await hand.press({ x: 250, y: 280 })
  await expect(page.locator('[data-found="1"]')).toBeAttached()
  const rail = page.locator('[data-region="rail"]')
  await rail.getByRole('button', { name: /colour of the one found last/ }).click()
  await expect(page.locator('[data-found="2"]')).toBeAttached()
  // Only wall gives nothing, and says what else there is.
  await page.keyboard.down('Shift')
  await hand.press({ x: 400, y: 40 })
  await page.keyboard.up('Shift')
  await expect(page.getByText(/No four corners were found there/)).toBeVisible()
  await expect(page.locator('[data-found="2"]')).toBeAttached()
  await rail.getByRole('button', { name: /^Put frames into the corners found, or/ }).click()
  const project = await hand.afterStep('Put 2 frames there')
  const frames = (project.sheets[SHEET]?.order ?? []).map((id) => frameIn(project, id))
  const left = frames.find(({ name }) => name === 'Opening 1')
  const truth = [
    { x: 150, y: 150 },
    { x: 350, y: 175 },
    { x: 345, y: 380 },
    { x: 155, y: 410 },
  ]
  const found = left ? quadOf(project, left) : truth
  for (const [i, p] of truth.entries()) expect(distance(p, found[i] ?? p)).toBeLessThan(1.5)
  // Filled, they are in the file that is exported.
  await upload(
    request,
    await sharp({ create: { width: 900, height: 900, channels: 3, background: '#b02040' } })
      .jpeg()
      .toBuffer(),
    'red.jpg',
  )
  await page.reload()
  await hand.ready()
  await hand.press({ x: 250, y: 280 })
  await page.locator('[data-region="supplies"]').getByRole('button', { name: /^red/ }).first().click()
  await hand.afterStep('Fill frame')
  await openExport(page, 'PNG')
  const download = await saved(page, 'Export')
  const { data, info } = await sharp(await readFile(await download.path()))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const at = (x: number, y: number): readonly number[] => [
    ...data.subarray((y * info.width + x) * 3, (y * info.width + x) * 3 + 3),
  ]
  const k = info.width / 800
  const inside = at(Math.round(250 * k), Math.round(280 * k))
  expect(inside[0]).toBeGreaterThan(150)
  expect(inside[1]).toBeLessThan(60)
  expect(at(Math.round(500 * k), Math.round(100 * k))[1]).toBeGreaterThan(120)
})

test('three pictures are hung on a wall in perspective, a fourth is added later, and one picture goes over all four', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await run(page, 'New plane')
  await hand.afterStep('New plane')
  const scale = await hand.scale()
  await hand.dragGrip('plane-corner-0', { x: -100 * scale, y: -60 * scale })
  const drawn = await hand.afterStep('Draw the plane')
  const plane = Object.values(drawn.sheets[SHEET]?.planes ?? {})[0]
  expect(plane?.corners[0].x).toBeLessThan(100)
  // Rectangles are drawn on the wall, and lie on it.
  for (const x of [120, 270, 400]) {
    await hand.drag({ x, y: 200 }, { x: x + 90, y: 330 })
    await hand.afterStep('New frame on the plane')
  }
  await expect
    .poll(async () => Object.keys((await hand.opened()).project.sheets[SHEET]?.items ?? {}).length, { intervals: SOON })
    .toBe(3)
  await page.keyboard.press('Escape')
  // One is moved along the wall: it stays on it.
  await hand.press({ x: 445, y: 260 })
  const before = newest((await hand.opened()).project)
  await hand.drag({ x: 445, y: 260 }, { x: 470, y: 262 })
  const moved = await hand.afterStep('Move frame')
  expect(newest(moved)).toMatchObject({ planeId: plane?.id, box: { w: before.box.w, h: before.box.h } })
  expect(newest(moved).box.cx).toBeGreaterThan(before.box.cx)
  // A fourth, later.
  await page.keyboard.press('Escape')
  await page
    .locator('[data-region="card"]')
    .getByRole('button', { name: /Planes/ })
    .click()
  await page.getByRole('button', { name: /^Work on Plane 1/ }).click()
  await hand.drag({ x: 545, y: 210 }, { x: 600, y: 320 })
  const four = await hand.afterStep('New frame on the plane')
  const ids = four.sheets[SHEET]?.order ?? []
  expect(ids).toHaveLength(4)
  await page.keyboard.press('Escape')
  // One picture over all four.
  await upload(
    request,
    await sharp({ create: { width: 1500, height: 500, channels: 3, background: '#2060a0' } })
      .jpeg()
      .toBuffer(),
    'wide.jpg',
  )
  await page.reload()
  await hand.ready()
  await hand.press({ x: 165, y: 260 })
  await page.locator('[data-region="supplies"]').getByRole('button', { name: /^wide/ }).first().click()
  await hand.afterStep('Fill frame')
  await page.keyboard.press('Control+a')
  await run(page, 'Show one together')
  await expect
    .poll(
      async () => Object.values((await hand.opened()).project.sheets[SHEET]?.spans ?? {}).map((span) => span.planeId),
      { intervals: SOON },
    )
    .toEqual([plane?.id])
  const shared = (await hand.opened()).project
  const sheet = sheetOf(shared, SHEET)
  const matrices = ids.map((id) => pictureMatrix(shared, sheet, frameIn(shared, id)))
  for (const matrix of matrices) expect(matrix?.e).toBeCloseTo(matrices[0]?.e ?? NaN, 6)
  // Moving the wall takes all along.
  const quads = ids.map((id) => quadOf(shared, frameIn(shared, id)))
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page
    .locator('[data-region="card"]')
    .getByRole('button', { name: /^Work on Plane 1/ })
    .click()
  await hand.dragGrip('plane-side-1', { x: 30 * scale, y: 10 * scale })
  await hand.afterStep('Draw the plane')
  const after = (await hand.opened()).project
  for (const [i, id] of ids.entries()) expect(quadOf(after, frameIn(after, id))).not.toEqual(quads[i])
})

test('four corners that are traced become a frame in perspective at once', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await hand.table.focus()
  await page.keyboard.press('q')
  const corners = [
    { x: 200, y: 150 },
    { x: 600, y: 210 },
    { x: 590, y: 400 },
    { x: 190, y: 470 },
  ]
  for (const corner of corners) await hand.press(corner)
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Frame in perspective' }).click()
  const project = await hand.afterStep('Trace frame in perspective')
  const frame = newest(project)
  expect(frame.stencil).toEqual({ kind: 'rectangle' })
  for (const [i, p] of quadOf(project, frame).entries()) expect(distance(p, corners[i] ?? p)).toBeLessThan(8)
})
