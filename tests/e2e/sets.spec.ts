import { hashOf } from '@/core/document/sheetPictures'
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, picture, placedIn, SHEET, upload, run } from './bench'
import { shownPlaced } from '@/core/document/read'
import type { Project } from '@/core/document/types'

const box = (cx: number, cy: number, w = 150, h = 120) => ({ cx, cy, w, h })
const supply = (page: Page, name: string) => page.locator('[data-supply]', { hasText: name })
const hashIn = (project: Project, id: string): string | undefined =>
  hashOf(project.pictures[shownPlaced(frameIn(project, id))?.pictureId ?? ''])

const sixPictures = async (request: APIRequestContext) => ({
  tall: await upload(request, await picture(400, 700, 61), 'set-tall.jpg'),
  wide: await upload(request, await picture(800, 400, 62), 'set-wide.jpg'),
  more: await upload(request, await picture(500, 500, 63), 'set-more.jpg'),
})

test('many pictures at once go into the empty frames, portrait to portrait; the rest stay and are told', async ({
  page,
  request,
}) => {
  const { tall, wide } = await sixPictures(request)
  const pieces = [
    { id: 'lying', box: box(200, 200, 200, 120) },
    { id: 'standing', box: box(500, 200, 120, 200) },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  for (const name of ['set-tall', 'set-wide', 'set-more']) await supply(page, name).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Fill from these 3' }).click()
  const project = await hand.afterStep('Fill from the set')
  expect(hashIn(project, 'standing')).toBe(tall.hash)
  expect(hashIn(project, 'lying')).toBe(wide.hash)
  await expect(page.getByText('1 picture stayed')).toBeVisible()
})

test('shuffle keeps every picture, clear takes all out, and one undo each brings them back', async ({
  page,
  request,
}) => {
  const { tall, wide, more } = await sixPictures(request)
  const pieces = [1, 2, 3].map((n) => ({ id: `f${n}`, box: box(150 + n * 180, 200) }))
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  for (const name of ['set-tall', 'set-wide', 'set-more']) await supply(page, name).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Fill from these 3' }).click()
  const before = await hand.afterStep('Fill from the set')
  const all = [tall.hash, wide.hash, more.hash].sort()
  await page.getByRole('button', { name: 'Shuffle the pictures among these frames' }).click()
  const after = await hand.afterStep('Shuffle pictures')
  const ids = ['f1', 'f2', 'f3']
  expect(ids.map((id) => hashIn(after, id)).sort()).toEqual(all)
  expect(ids.map((id) => hashIn(after, id))).not.toEqual(ids.map((id) => hashIn(before, id)))
  await page.getByRole('button', { name: 'Take all pictures out of these frames' }).click()
  const cleared = await hand.afterStep('Clear pictures')
  expect(ids.map((id) => frameIn(cleared, id).fill.kind)).toEqual(['none', 'none', 'none'])
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => hashIn((await hand.opened()).project, 'f1')).toBe(hashIn(after, 'f1'))
})

test.describe('a picture carried out of its frame', () => {
  const open = async (page: Page, request: APIRequestContext): Promise<BenchHand> => {
    const { tall, wide } = await sixPictures(request)
    const pieces = [
      { id: 'a', box: box(180, 200) },
      { id: 'b', box: box(480, 200) },
      { id: 'empty', box: box(480, 420) },
    ]
    const hand = await BenchHand.open(page, await makeProject(request, pieces))
    await hand.press({ x: 180, y: 200 })
    await supply(page, 'set-tall').click()
    await hand.press({ x: 480, y: 200 })
    await supply(page, 'set-wide').click()
    await expect.poll(async () => hashIn((await hand.opened()).project, 'b')).toBe(wide.hash)
    expect(hashIn((await hand.opened()).project, 'a')).toBe(tall.hash)
    await hand.press({ x: 180, y: 200 })
    return hand
  }
  const fromFinder = async (page: Page) => {
    const finder = await page.locator('[data-viewfinder]').boundingBox()
    if (!finder) throw new TypeError('no viewfinder')
    return { x: finder.x + finder.width / 2, y: finder.y + finder.height / 2 }
  }

  test('from the viewfinder onto a filled frame is exchanged', async ({ page, request }) => {
    const hand = await open(page, request)
    const before = (await hand.opened()).project
    await hand.dragPixels(await fromFinder(page), await hand.at({ x: 480, y: 200 }))
    const after = await hand.afterStep('Exchange pictures')
    expect(placedIn(after, 'b')).toEqual(placedIn(before, 'a'))
    expect(placedIn(after, 'a')).toEqual(placedIn(before, 'b'))
  })

  test('is put down by Esc, from viewfinder and stack alike', async ({ page, request }) => {
    const hand = await open(page, request)
    const before = await hand.opened()
    const to = await hand.at({ x: 680, y: 480 })
    const row = await page.locator('[data-stack-id="a"]').boundingBox()
    if (!row) throw new TypeError('no row')
    for (const from of [await fromFinder(page), { x: row.x + 30, y: row.y + 20 }]) {
      await page.mouse.move(from.x, from.y)
      await page.mouse.down()
      await page.mouse.move(to.x, to.y, { steps: 8 })
      await page.keyboard.press('Escape')
      await page.mouse.move(to.x - 20, to.y, { steps: 3 })
      await page.mouse.up()
    }
    await hand.press({ x: 180, y: 200 })
    await hand.table.focus()
    await page.keyboard.press('d')
    const after = await hand.afterStep('Duplicate')
    expect(after.sheets[SHEET]?.order).toHaveLength(4)
    expect((await hand.opened()).history.undo.length).toBe(before.history.undo.length + 1)
  })

  test('onto the bare sheet stands alone there; with Ctrl it also stays', async ({ page, request }) => {
    const hand = await open(page, request)
    const from = await fromFinder(page)
    const to = await hand.at({ x: 680, y: 480 })
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await page.keyboard.down('Control')
    await page.mouse.move(to.x, to.y, { steps: 8 })
    await page.mouse.up()
    await page.keyboard.up('Control')
    const project = await hand.afterStep('Copy picture out of its frame')
    const id = project.sheets[SHEET]?.order.at(-1) ?? ''
    expect(hashIn(project, id)).toBe(hashIn(project, 'a'))
    expect(frameIn(project, id).box.cx).toBeCloseTo(680, 0)
  })

  test('from the stack’s thumbnail into an empty frame moves there', async ({ page, request }) => {
    const hand = await open(page, request)
    const before = (await hand.opened()).project
    const row = await page.locator('[data-stack-id="a"]').boundingBox()
    if (!row) throw new TypeError('no row')
    await hand.dragPixels({ x: row.x + 30, y: row.y + 20 }, await hand.at({ x: 480, y: 420 }))
    const after = await hand.afterStep('Carry picture')
    expect(placedIn(after, 'empty')).toEqual(placedIn(before, 'a'))
    expect(frameIn(after, 'a').fill.kind).toBe('none')
  })
})

test('“Clip this picture” makes a filled frame of any stencil', async ({ page, request }) => {
  const { wide } = await sixPictures(request)
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await supply(page, 'set-wide').click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Triangle' }).click()
  const project = await hand.afterStep('Clip picture')
  const id = project.sheets[SHEET]?.order[0] ?? ''
  expect(frameIn(project, id).stencil.kind).toBe('triangle')
  expect(hashIn(project, id)).toBe(wide.hash)
})

test('subjects marked in the viewfinder are matched in height and line, and it is said what cannot be', async ({
  page,
  request,
}) => {
  await sixPictures(request)
  const pieces = [
    { id: 'a', box: box(200, 200, 160, 160) },
    { id: 'b', box: box(500, 200, 160, 160) },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  const mark = async (at: { x: number; y: number }, name: string, edges: readonly string[]): Promise<void> => {
    await hand.press(at)
    await supply(page, name).click()
    await hand.afterStep('Fill frame')
    // The hand went on to the next empty frame, if there was one.
    await hand.press(at)
    // Marking stays on from frame to frame.
    if ((await page.getByLabel('Left edge of the subject in %').count()) === 0) await run(page, 'Mark the subject')
    const labels = ['Left edge', 'Top edge', 'Right edge', 'Bottom edge'].map((l) => `${l} of the subject in %`)
    for (const [i, label] of [...labels, 'Height of the eye line in %'].entries()) {
      await page.getByLabel(label).fill(edges[i] ?? '')
      await page.getByLabel(label).press('Enter')
    }
    await hand.afterStep('Mark eye line')
  }
  await mark({ x: 200, y: 200 }, 'set-tall', ['30', '30', '70', '50', '38'])
  await mark({ x: 500, y: 200 }, 'set-wide', ['40', '20', '60', '80', '45'])
  await page.keyboard.press('Escape')
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('button', { name: /Match the subjects/ }).click()
  const project = await hand.afterStep('Match subjects')
  // Heights relative to the frames: subject share × picture height × scale / frame height, both the same.
  const heights = ['a', 'b'].map((id) => {
    const placed = placedIn(project, id)
    const ref = project.pictures[placed.pictureId]
    if (!ref?.subject) throw new TypeError('no mark')
    const cover = Math.max(160 / ref.pixels.w, 160 / ref.pixels.h)
    return ((ref.subject.box.v1 - ref.subject.box.v0) * ref.pixels.h * cover * placed.zoom) / 160
  })
  expect(Math.abs((heights[0] ?? 0) / (heights[1] ?? 1) - 1)).toBeLessThan(0.005)
  await expect(page.getByText('2 pictures matched.')).toBeVisible()
})

test('a line drawn along the horizon levels the picture', async ({ page, request }) => {
  await sixPictures(request)
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(300, 300, 200, 160) }]))
  await hand.press({ x: 300, y: 300 })
  await supply(page, 'set-wide').click()
  await hand.afterStep('Fill frame')
  await run(page, 'Level by a line')
  const finder = await page.locator('[data-viewfinder]').boundingBox()
  if (!finder) throw new TypeError('no viewfinder')
  const y = finder.y + finder.height / 2
  // A press without a drag is no line and no box: nothing happens.
  await page.mouse.click(finder.x + 60, y)
  expect((await hand.opened()).history.undo.at(-1)?.name).toBe('Fill frame')
  await hand.dragPixels({ x: finder.x + 40, y: y + 10 }, { x: finder.x + 200, y: y - 10 })
  await hand.afterStep('Level picture')
  // The line rises by 20 in 160: the picture turns clockwise by atan(1/8).
  expect((await hand.placed('a')).turn).toBeCloseTo((Math.atan2(20, 160) * 180) / Math.PI, 1)
})

test('by keyboard: two frames are exchanged, and a picture taken out to stand alone', async ({ page, request }) => {
  const pieces = [
    { id: 'a', box: box(180, 200), filled: true },
    { id: 'b', box: box(480, 200) },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  const before = (await hand.opened()).project
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  await page.getByRole('button', { name: 'Exchange what fills the two frames' }).focus()
  await page.keyboard.press('Enter')
  const after = await hand.afterStep('Exchange pictures')
  expect(frameIn(after, 'b').fill).toEqual(frameIn(before, 'a').fill)
  expect(frameIn(after, 'a').fill.kind).toBe('none')
  await hand.table.focus()
  await page.keyboard.press('.')
  await page.keyboard.press(';')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
  await page.keyboard.type('stand alone')
  await page.keyboard.press('Enter')
  const alone = await hand.afterStep('Carry picture out of its frame')
  expect(alone.sheets[SHEET]?.order).toHaveLength(3)
  expect(frameIn(alone, 'b').fill.kind).toBe('none')
})
