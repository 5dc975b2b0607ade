/** Outlines of one's own: points, tracing, by hand, upright, by colour, from drawings and from transparency. */
import { hashOf } from '@/core/document/sheetPictures'
import { expect, test } from './fixture'
import sharp from 'sharp'
import { BenchHand, frameIn, makeProject, placedIn, SHEET, upload, run } from './bench'
import { outlineContains } from '@/core/path/contains'
import { nodesOf } from '@/core/path/nodes'
import { boundsOf } from '@/core/path/extent'
import { frameContains, frameOutline, sheetOf } from '@/core/document/read'
import { pictureMatrix } from '@/core/document/content'
import type { Point } from '@/core/geometry/vector'
import type { Frame, Project } from '@/core/document/types'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
/** Does a flat frame hold a point? */
const holds = (frame: Frame, p: Point): boolean => frameContains({ planes: {} }, frame, p)
const newest = (project: Project) => frameIn(project, project.sheets[SHEET]?.order.at(-1) ?? '')
const corners = (project: Project, id: string): number =>
  nodesOf(frameOutline(frameIn(project, id)).path).reduce((sum, { nodes }) => sum + nodes.length, 0)

test('points are moved, added, made smooth, pulled and removed; the picture stays put; undo goes back', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: box(300, 300, 200, 200), filled: true }]),
  )
  const matrix = (project: Project) => pictureMatrix(project, sheetOf(project, SHEET), frameIn(project, 'a'))
  const before = matrix((await hand.opened()).project)
  await hand.press({ x: 300, y: 300 })
  await hand.table.focus()
  await page.keyboard.press('y')
  const scale = await hand.scale()
  await page.keyboard.press('s')
  await hand.dragGrip('node-0-0', { x: 40 * scale, y: 20 * scale })
  const moved = await hand.afterStep('Move point')
  const r = boundsOf(frameOutline(frameIn(moved, 'a')).path)
  expect(r.x1 - r.x0).toBeCloseTo(200, 1)
  expect(holds(frameIn(moved, 'a'), { x: 206, y: 206 })).toBe(false)
  expect(matrix(moved)?.e).toBeCloseTo(before?.e ?? NaN, 6)
  // The line pressed: a point more.
  await hand.press({ x: 400, y: 300 })
  expect(corners(await hand.afterStep('Add point'), 'a')).toBe(5)
  await page.getByRole('button', { name: 'Make the chosen points symmetric' }).click()
  await hand.afterStep('Point: symmetric')
  await hand.dragGrip('out-0-2', { x: 30 * scale, y: 0 })
  const pulled = await hand.afterStep('Pull handle')
  expect(boundsOf(frameOutline(frameIn(pulled, 'a')).path).x1).toBeGreaterThan(r.x1)
  await page.getByLabel('Point at x in px').fill('450')
  await page.getByLabel('Point at x in px').press('Enter')
  await hand.afterStep('Move point')
  await hand.table.focus()
  await page.keyboard.press('Delete')
  expect(corners(await hand.afterStep('Remove point'), 'a')).toBe(4)
  await page.keyboard.press('.')
  await page.keyboard.press('Shift+ArrowRight')
  await hand.afterStep('Nudge point')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  for (let i = 0; i < 7; i += 1) await page.keyboard.press('Control+z')
  await expect.poll(async () => (await hand.frame('a')).stencil).toEqual({ kind: 'rectangle' })
})

test('a second press on a point makes a corner smooth; sides become straight or curved', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(300, 300, 200, 200) }]))
  await hand.press({ x: 300, y: 300 })
  await page.getByRole('button', { name: 'Points of the outline' }).click()
  const at = await hand.grip('node-0-1')
  await page.mouse.dblclick(at.x, at.y)
  await hand.afterStep('Point: symmetric')
  await page.getByRole('button', { name: 'Make the side after each chosen point straight' }).click()
  const straight = await hand.afterStep('Straight side')
  expect(frameIn(straight, 'a').stencil.kind).toBe('path')
  await page.getByRole('button', { name: 'Open the outline at the chosen point, or close it' }).click()
  await hand.afterStep('Open outline')
})

test('an outline is traced over a picture and clips it; a draft outlives Esc, Backspace takes a point back', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: box(400, 300, 600, 400), filled: true }]),
  )
  const matrix = (project: Project) => pictureMatrix(project, sheetOf(project, SHEET), frameIn(project, 'a'))
  const before = matrix((await hand.opened()).project)
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'Trace an outline' }).click()
  for (const p of [
    { x: 250, y: 200 },
    { x: 500, y: 180 },
    { x: 700, y: 600 },
  ])
    await hand.press(p)
  await hand.table.focus()
  await page.keyboard.press('Backspace')
  await expect(page.locator('[data-tracing="2"]')).toBeAttached()
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-tracing]')).toHaveCount(0)
  await page.keyboard.press('q')
  await expect(page.locator('[data-tracing="2"]')).toBeAttached()
  // A curve pulled, then closed on the first point.
  await hand.drag({ x: 480, y: 420 }, { x: 420, y: 440 })
  await hand.press({ x: 250, y: 200 })
  await expect(page.getByRole('button', { name: 'New empty frame' })).toBeFocused()
  await page.getByRole('button', { name: 'Clip this picture' }).click()
  const clipped = await hand.afterStep('Clip picture by outline')
  const frame = frameIn(clipped, 'a')
  expect(frame.stencil.kind).toBe('path')
  expect(holds(frame, { x: 400, y: 300 })).toBe(true)
  expect(holds(frame, { x: 150, y: 300 })).toBe(false)
  expect(matrix(clipped)?.e).toBeCloseTo(before?.e ?? NaN, 6)
  expect(matrix(clipped)?.a).toBeCloseTo(before?.a ?? NaN, 9)
})

test('an outline drawn by hand makes a new empty frame, smoother when asked', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await hand.table.focus()
  await page.keyboard.press('q')
  await page.getByRole('button', { name: 'Draw the outline by hand' }).click()
  const middle = await hand.at({ x: 400, y: 300 })
  const radius = 150 * (await hand.scale())
  const spot = (i: number) => {
    const wobble = radius + 3 * Math.sin(i * 1.7)
    return { x: middle.x + wobble * Math.cos((i * Math.PI) / 30), y: middle.y + wobble * Math.sin((i * Math.PI) / 30) }
  }
  await page.mouse.move(spot(0).x, spot(0).y)
  await page.mouse.down()
  for (let i = 1; i <= 60; i += 1) await page.mouse.move(spot(i).x, spot(i).y)
  await page.mouse.up()
  await page.getByRole('button', { name: 'New empty frame' }).click()
  const frame = newest(await hand.afterStep('Trace frame'))
  expect(frame.fill.kind).toBe('none')
  // Drawn with a wobble of 3 px about a circle of 300, and smoothed.
  expect(Math.abs(frame.box.w - 300)).toBeLessThan(14)
  const count = nodesOf(frameOutline(frame).path)[0]?.nodes.length ?? 99
  expect(count).toBeLessThan(40)
  await page.keyboard.press('Escape')
})

test('a frame’s box is set upright along an edge that is pressed; nothing moves on the sheet', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [
      { id: 'a', stencil: { kind: 'triangle', apex: 0 }, box: box(400, 300, 200, 200), filled: true },
    ]),
  )
  await hand.press({ x: 340, y: 340 })
  await run(page, 'Set upright')
  await hand.press({ x: 400, y: 302 })
  const frame = frameIn(await hand.afterStep('Set upright'), 'a')
  expect(Math.abs(frame.turn % 90)).toBeCloseTo(45, 3)
  expect(frame.box.w / frame.box.h > 1 ? frame.box.w : frame.box.h).toBeCloseTo(Math.hypot(200, 200), 1)
  for (const [p, inside] of [
    [{ x: 310, y: 390 }, true],
    [{ x: 490, y: 395 }, true],
    [{ x: 450, y: 300 }, false],
  ] as const)
    expect(holds(frame, p)).toBe(inside)
})

/** A card with two round openings of one colour. */
const card = (): Promise<Buffer> =>
  sharp(
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="800" height="400"><rect width="800" height="400" fill="#224466"/><circle cx="200" cy="200" r="120" fill="#ffee00"/><circle cx="600" cy="200" r="80" fill="#ffee00"/></svg>',
    ),
  )
    .png()
    .toBuffer()

test('the openings of a picture are found by their colour and become empty frames', async ({ page, request }) => {
  const id = await makeProject(request, [])
  await upload(request, await card(), 'card.png')
  const hand = await BenchHand.open(page, id)
  await page.getByRole('button', { name: 'More to do with card', exact: true }).first().click({ force: true })
  await page.getByRole('menuitem', { name: 'Background of the sheet' }).click()
  await hand.afterStep('Background picture')
  await hand.ready()
  const middle = await hand.at({ x: 400, y: 300 })
  await page.mouse.dblclick(middle.x, middle.y)
  await run(page, 'Cut by colour')
  // The sheet is 4 : 3, the card 2 : 1: it is covered by its height, 600 for 400.
  await hand.press({ x: 400 - 300, y: 300 })
  await page.getByRole('button', { name: 'Only what hangs together with the point' }).click()
  await expect(page.locator('[data-colour-part]')).not.toHaveAttribute('data-colour-part', 'working')
  await page.getByRole('button', { name: '2 empty frames: one for each part found' }).click()
  const project = await hand.afterStep('Cut 2 frames by colour')
  const frames = Object.keys(project.sheets[SHEET]?.items ?? {})
    .map((one) => frameIn(project, one))
    .filter(({ name }) => name.startsWith('Opening'))
    .sort((p, q) => p.box.cx - q.box.cx)
  expect(frames).toHaveLength(2)
  // Half a pixel of the picture is three quarters of a point here.
  frames.forEach(({ box: b }, i) => expect(Math.abs(b.w - (i ? 240 : 360))).toBeLessThan(1.5))
  expect(frames[0]?.box.cx).toBeCloseTo(100, 0)
  expect(frames[1]?.box.cx).toBeCloseTo(700, 0)
})

const DRAWING = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 60">
<script>document.title = 'run'</script><image href="http://127.0.0.1:9/never.png" width="10" height="10"/>
<g transform="translate(10 10)"><circle cx="20" cy="20" r="18"/><path fill-rule="evenodd" d="M50 0h30v40h-30zM58 8h14v24h-14z"/></g></svg>`

test('stencils are taken from a drawing, as one or each, and nothing of it runs or is fetched', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  const asked: string[] = []
  page.on('request', (one) => asked.push(one.url()))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'From artwork' }).click()
  const take = async (as: string): Promise<void> => {
    await page
      .getByLabel('Artwork files')
      .setInputFiles({ name: 'signs.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(DRAWING) })
    await expect(page.getByRole('dialog')).toContainText('2 of 2 parts')
    await expect(page.getByRole('dialog')).toContainText('Left out: scripts (1)')
    await expect(page.getByRole('dialog')).not.toContainText('line')
    await page.getByRole('radio', { name: as }).check()
    await page.getByRole('button', { name: 'Put on the sheet' }).click()
  }
  await take('One for each part')
  const each = await hand.afterStep('Put 2 outlines')
  const [first, second] = (each.sheets[SHEET]?.order ?? []).map((id) => frameIn(each, id))
  if (!first || !second) throw new TypeError('two outlines were to be put')
  expect(first.box.w / second.box.w).toBeCloseTo(36 / 30, 2)
  expect(holds(second, { x: second.box.cx, y: second.box.cy })).toBe(false)
  expect(holds(first, { x: first.box.cx, y: first.box.cy })).toBe(true)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'From artwork' }).click()
  await take('One stencil of all')
  await hand.afterStep('Put outline')
  expect(asked.filter((url) => url.includes('never'))).toEqual([])
  await expect(page).not.toHaveTitle('run')
})

const LINES =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round" stroke-linejoin="round"><circle cx="12" cy="12" r="9"/><line x1="7" y1="12" x2="17" y2="12"/></svg>'

test('of a drawing of lines alone the lines are taken as shapes, or what they go around', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  const choose = async (): Promise<void> => {
    await page.getByRole('button', { name: 'From artwork' }).click()
    await page
      .getByLabel('Artwork files')
      .setInputFiles({ name: 'no entry.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(LINES) })
    await expect(page.getByRole('dialog')).toContainText('This drawing has lines only. Its 2 lines are taken as')
  }
  await choose()
  await expect(page.getByRole('dialog')).toContainText('2 of 3 parts')
  await page.getByRole('button', { name: 'Put on the sheet' }).click()
  const ring = newest(await hand.afterStep('Put outline'))
  const at = (x: number, y: number): { x: number; y: number } => ({
    x: ring.box.cx + ((x - 12) / 20) * ring.box.w,
    y: ring.box.cy + ((y - 12) / 20) * ring.box.h,
  })
  // On the ring and on the bar, in the gap between them, and just beyond the bar's round end.
  for (const [x, y, inside] of [
    [3, 12, true],
    [12, 12, true],
    [12, 8, false],
    [17.9, 12, true],
    [18.2, 12, false],
  ] as const)
    expect(holds(ring, at(x, y))).toBe(inside)
  await page.keyboard.press('Escape')
  await choose()
  await page.getByRole('button', { name: 'None' }).click()
  await page.getByRole('checkbox', { name: 'circle (inside)' }).check()
  await page.getByRole('button', { name: 'Put on the sheet' }).click()
  const disc = newest(await hand.afterStep('Put outline'))
  expect(holds(disc, { x: disc.box.cx, y: disc.box.cy + disc.box.h / 4 })).toBe(true)
  expect(disc.box.w).toBeCloseTo(disc.box.h, 3)
})

test('drawings that cannot be read are refused in words and the bench goes on', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  const bomb = `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>`
  const deep = `<svg xmlns="http://www.w3.org/2000/svg">${'<g>'.repeat(5000)}${'</g>'.repeat(5000)}</svg>`
  const self = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><g id="a"><use href="#a"/><rect width="5" height="5"/></g></svg>`
  for (const [text, words] of [
    [bomb, /entit/i],
    [deep, /nested/],
    ['not a drawing', /cannot be read/],
  ] as const) {
    await page.getByRole('button', { name: 'From artwork' }).click()
    await page
      .getByLabel('Artwork files')
      .setInputFiles({ name: 'bad.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(text) })
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText(words)
    await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  }
  await page.getByRole('button', { name: 'From artwork' }).click()
  await page
    .getByLabel('Artwork files')
    .setInputFiles({ name: 'self.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(self) })
  await expect(page.getByRole('dialog')).toContainText('parts that use themselves')
  await page.getByRole('button', { name: 'Put on the sheet' }).click()
  await hand.afterStep('Put outline')
})

test('transparency becomes an outline, or masks softly', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  const size = 300
  const data = Buffer.alloc(size * size * 4, 255)
  for (let y = 0; y < size; y += 1)
    for (let x = 0; x < size; x += 1) {
      const far = Math.hypot(x + 0.5 - 150, y + 0.5 - 150)
      data[(y * size + x) * 4 + 3] = Math.min(255, Math.max(0, (130 - far) * 6))
    }
  const soft = await sharp(data, { raw: { width: size, height: size, channels: 4 } })
    .png()
    .toBuffer()
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'From artwork' }).click()
  const files = page.getByLabel('Artwork files')
  await files.setInputFiles({ name: 'puff.png', mimeType: 'image/png', buffer: soft })
  await expect(page.getByRole('dialog')).toContainText('1 of 1 parts')
  await page.getByRole('button', { name: 'Put on the sheet' }).click()
  const traced = newest(await hand.afterStep('Put outline'))
  expect(traced.box.w / traced.box.h).toBeCloseTo(1, 2)
  expect(outlineContains(frameOutline(traced), { x: 0, y: 0 })).toBe(true)
  await page.getByRole('button', { name: 'From artwork' }).click()
  await files.setInputFiles({ name: 'puff.png', mimeType: 'image/png', buffer: soft })
  await page.getByRole('radio', { name: 'A soft mask, edges as they are' }).check()
  await page.getByRole('button', { name: 'Put on the sheet' }).click()
  const masked = newest(await hand.afterStep('Put soft mask'))
  expect(masked.stencil.kind).toBe('mask')
  await page.getByRole('tab', { name: 'Pictures' }).click()
  // However many pictures came before, this one is in sight.
  await page.getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill('fields')
  await page.locator('[data-supply]', { hasText: 'fields' }).first().click()
  await expect.poll(async () => (await hand.frame(masked.id)).fill.kind).toBe('taken')
  expect(placedIn((await hand.opened()).project, masked.id).keepCovered).toBe(true)
})

test('a drawing can come in as a picture, without what runs in it', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(400, 300) }]))
  await page
    .locator('[data-file-input]')
    .setInputFiles({ name: 'kite sign.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(DRAWING) })
  await page.getByRole('button', { name: 'Add as pictures instead' }).click()
  const supply = page.locator('[data-supply]', { hasText: 'kite sign' })
  await expect(supply).toHaveAttribute('aria-label', /4000 by 2400 pixels/)
  const stored = (await (await request.get('/api/pictures')).json()) as { name: string; hash: string }[]
  const { hash = '' } = stored.find(({ name }) => name === 'kite sign') ?? {}
  await hand.press({ x: 400, y: 300 })
  await supply.click()
  await expect.poll(async () => (await hand.frame('a')).fill.kind).toBe('taken')
  const { project } = await hand.opened()
  expect(hashOf(project.pictures[placedIn(project, 'a').pictureId])).toBe(hash)
})
