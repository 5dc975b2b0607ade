import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { apply } from '@/core/geometry/matrix'
import type { Project } from '@/core/document/types'
import { BenchHand, frameIn, makeProject, placedIn, run, SHEET, SOON } from './bench'

const BOX = { cx: 400, cy: 300, w: 240, h: 240 }

/** One filled ellipse in the middle of the sheet, selected. */
const filled = async (page: Page, request: APIRequestContext): Promise<BenchHand> => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'f', stencil: { kind: 'ellipse' }, box: BOX, filled: true }]),
  )
  await hand.press({ x: 400, y: 300 })
  return hand
}
const way = (page: Page, key: 'w' | 'p' | 'o'): Promise<void> => page.keyboard.press(key)

/** Where the picture's top left corner lies on the sheet. */
const pictureCorner = (project: Project): { x: number; y: number } => {
  const sheet = sheetOf(project, SHEET)
  const matrix = pictureMatrix(project, sheet, frameIn(project, 'f'))
  if (!matrix) throw new TypeError('no picture')
  return apply(matrix, { x: 0, y: 0 })
}

test.describe('Whole', () => {
  test('a drag moves the frame with its picture', async ({ page, request }) => {
    const hand = await filled(page, request)
    const before = (await hand.opened()).project
    await hand.drag({ x: 400, y: 300 }, { x: 460, y: 330 })
    const after = await hand.afterStep('Move frame')
    expect(frameIn(after, 'f').box.cx).toBeCloseTo(460, 0)
    expect(frameIn(after, 'f').box.cy).toBeCloseTo(330, 0)
    expect(placedIn(after, 'f')).toEqual(placedIn(before, 'f'))
    await expect(page.getByText('To move the picture inside: P or double-click.')).toBeVisible()
  })
  test('a corner sizes in proportion, with Shift freely, a side one way', async ({ page, request }) => {
    const hand = await filled(page, request)
    const scale = await hand.scale()
    await hand.dragGrip('handle-4', { x: 60 * scale, y: 60 * scale })
    const sized = frameIn(await hand.afterStep('Size frame'), 'f').box
    expect(sized.w).toBeCloseTo(300, 0)
    expect(sized.h).toBeCloseTo(sized.w, 6)
    expect(sized.cx - sized.w / 2).toBeCloseTo(280, 1)
    await hand.dragGrip('handle-4', { x: 50 * scale, y: 0 }, 'Shift')
    await expect.poll(async () => (await hand.frame('f')).box.w).toBeGreaterThan(345)
    expect((await hand.frame('f')).box.h).toBeCloseTo(300, 0)
    await hand.dragGrip('handle-5', { x: 0, y: -80 * scale })
    await expect.poll(async () => (await hand.frame('f')).box.h).toBeLessThan(225)
    const last = (await hand.frame('f')).box
    expect(last.w).toBeCloseTo(350, 0)
    expect(last.cy - last.h / 2).toBeCloseTo(180, 0)
  })
  test('the tab turns frame and picture together, with Shift by 15°', async ({ page, request }) => {
    const hand = await filled(page, request)
    const tab = await hand.grip('turn')
    const centre = await hand.at({ x: 400, y: 300 })
    const radius = centre.y - tab.y
    await hand.dragPixels(tab, { x: centre.x + radius * Math.sin(0.5), y: centre.y - radius * Math.cos(0.5) })
    const turned = await hand.afterStep('Turn frame')
    expect(frameIn(turned, 'f').turn).toBeCloseTo((0.5 * 180) / Math.PI, 0)
    expect(placedIn(turned, 'f').turn).toBe(0)
    const again = await hand.grip('turn')
    await hand.dragPixels(again, { x: centre.x + radius, y: centre.y + 6 }, 'Shift')
    await expect.poll(async () => (await hand.frame('f')).turn).toBe(90)
  })
  test('arrows move by a pixel, with Shift by ten, as one step', async ({ page, request }) => {
    const hand = await filled(page, request)
    for (let i = 0; i < 3; i += 1) await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Shift+ArrowDown')
    const after = frameIn(await hand.afterStep('Move frame'), 'f').box
    expect([after.cx, after.cy]).toEqual([403, 310])
    expect((await hand.opened()).history.undo).toHaveLength(1)
  })
})

test.describe('Picture', () => {
  test('a drag moves the picture within, and stops where it ends', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'p')
    const before = (await hand.opened()).project
    await hand.drag({ x: 400, y: 300 }, { x: 430, y: 300 })
    const after = await hand.afterStep('Move picture')
    expect(frameIn(after, 'f').box).toEqual(frameIn(before, 'f').box)
    expect(pictureCorner(after).x - pictureCorner(before).x).toBeCloseTo(30, 0)
    await hand.drag({ x: 400, y: 300 }, { x: 700, y: 300 })
    await expect(page.getByText('The picture ends here')).toBeVisible()
    await expect.poll(async () => Math.round(pictureCorner((await hand.opened()).project).x)).toBe(280)
  })
  test('a drag on its faint part moves it too, and a press there lets go of the frame', async ({ page, request }) => {
    const hand = await filled(page, request)
    await page.getByRole('button', { name: 'Keep the frame covered' }).click()
    await way(page, 'p')
    const before = pictureCorner((await hand.opened()).project)
    await hand.drag({ x: 250, y: 220 }, { x: 270, y: 230 })
    expect(pictureCorner(await hand.afterStep('Move picture')).x).toBeCloseTo(before.x + 20, 0)
    await hand.press({ x: 260, y: 230 })
    await expect(page.getByText('Press a frame to work on it')).toBeVisible()
  })
  test('with gaps allowed it goes on', async ({ page, request }) => {
    const hand = await filled(page, request)
    await page.getByRole('button', { name: 'Keep the frame covered' }).click()
    await way(page, 'p')
    await hand.drag({ x: 400, y: 300 }, { x: 600, y: 300 })
    const after = await hand.afterStep('Move picture')
    expect(pictureCorner(after).x).toBeGreaterThan(300)
    await expect(page.getByText('▲ gaps').first()).toBeVisible()
  })
  test('a corner zooms about the opposite one, with Shift about the centre', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'p')
    const scale = await hand.scale()
    const before = pictureCorner((await hand.opened()).project)
    await hand.dragGrip('handle-4', { x: 90 * scale, y: 60 * scale })
    const after = await hand.afterStep('Zoom picture')
    // The picture was 360 × 240 on the sheet and is now a quarter larger; its top left stays.
    expect(placedIn(after, 'f').zoom).toBeCloseTo(1.25, 1)
    expect(pictureCorner(after).x).toBeCloseTo(before.x, 0)
    expect(pictureCorner(after).y).toBeCloseTo(before.y, 0)
    const zoom = placedIn(after, 'f').zoom
    await hand.dragGrip('handle-4', { x: 45 * scale, y: 30 * scale }, 'Shift')
    await expect.poll(async () => (await hand.placed('f')).zoom).toBeGreaterThan(zoom * 1.15)
  })
  test('the tab turns the picture in its frame', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'p')
    const tab = await hand.grip('turn')
    const centre = await hand.at({ x: 400, y: 300 })
    const radius = centre.y - tab.y
    await hand.dragPixels(tab, { x: centre.x + radius * Math.sin(0.6), y: centre.y - radius * Math.cos(0.6) })
    const after = await hand.afterStep('Turn picture')
    expect(placedIn(after, 'f').turn).toBeCloseTo((0.6 * 180) / Math.PI, 0)
    expect(frameIn(after, 'f').turn).toBe(0)
  })
  test('the wheel over the mask zooms the picture at the pointer; elsewhere it pans the view', async ({
    page,
    request,
  }) => {
    const hand = await filled(page, request)
    await way(page, 'p')
    const over = await hand.at({ x: 430, y: 280 })
    await page.mouse.move(over.x, over.y)
    await page.mouse.wheel(0, -200)
    const after = await hand.afterStep('Zoom picture')
    expect(placedIn(after, 'f').zoom).toBeCloseTo(1.21, 3)
    const sheetAt = (await hand.at({ x: 0, y: 0 })).y
    const outside = await hand.at({ x: 60, y: 60 })
    await page.mouse.move(outside.x, outside.y)
    await page.waitForTimeout(400)
    await page.mouse.wheel(0, 50)
    await expect.poll(async () => (await hand.at({ x: 0, y: 0 })).y).toBe(sheetAt - 50)
    expect((await hand.placed('f')).zoom).toBe(placedIn(after, 'f').zoom)
  })
  test('arrows pan, keys zoom, Delete takes the picture out and leaves the frame', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'p')
    await page.keyboard.press('+')
    await page.keyboard.press('+')
    await hand.afterStep('Zoom picture')
    // The first press may be saved by itself, before the second.
    await expect
      .poll(async () => placedIn((await hand.opened()).project, 'f').zoom, { intervals: SOON })
      .toBeCloseTo(1.21, 3)
    const before = pictureCorner((await hand.opened()).project)
    await page.keyboard.press('Shift+ArrowLeft')
    expect(pictureCorner(await hand.afterStep('Move picture')).x).toBeCloseTo(before.x - 10, 3)
    await page.keyboard.press('Delete')
    expect(frameIn(await hand.afterStep('Take picture out'), 'f').fill.kind).toBe('none')
  })
})

test.describe('Outline', () => {
  test('a drag moves the outline over a picture that stays put', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'o')
    const before = (await hand.opened()).project
    await hand.drag({ x: 400, y: 300 }, { x: 440, y: 300 })
    const after = await hand.afterStep('Move outline')
    expect(frameIn(after, 'f').box.cx).toBeCloseTo(440, 0)
    expect(pictureCorner(after).x).toBeCloseTo(pictureCorner(before).x, 4)
    expect(pictureCorner(after).y).toBeCloseTo(pictureCorner(before).y, 4)
  })
  test('a side crops; it stops at the picture’s edge', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'o')
    const scale = await hand.scale()
    const before = (await hand.opened()).project
    await hand.dragGrip('handle-3', { x: -80 * scale, y: 0 })
    const after = await hand.afterStep('Crop by outline')
    expect(frameIn(after, 'f').box.w).toBeCloseTo(160, 0)
    expect(pictureCorner(after).x).toBeCloseTo(pictureCorner(before).x, 4)
    await hand.dragGrip('handle-3', { x: 400 * scale, y: 0 })
    await expect(page.getByText('The picture ends here')).toBeVisible()
    // The picture's right edge lies at 580.
    await expect
      .poll(async () => {
        const { box } = await hand.frame('f')
        return Math.round(box.cx + box.w / 2)
      })
      .toBe(580)
  })
  test('the tab turns the outline, the picture stays upright', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'o')
    const tab = await hand.grip('turn')
    const centre = await hand.at({ x: 400, y: 300 })
    const radius = centre.y - tab.y
    const before = pictureCorner((await hand.opened()).project)
    await hand.dragPixels(tab, { x: centre.x + radius * Math.sin(0.4), y: centre.y - radius * Math.cos(0.4) })
    const after = await hand.afterStep('Turn outline')
    expect(frameIn(after, 'f').turn + placedIn(after, 'f').turn).toBeCloseTo(0, 6)
    expect(pictureCorner(after).x).toBeCloseTo(before.x, 3)
  })
  test('arrows move the outline and Delete removes the frame', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'o')
    const before = pictureCorner((await hand.opened()).project)
    await page.keyboard.press('Shift+ArrowRight')
    const after = await hand.afterStep('Move outline')
    expect(frameIn(after, 'f').box.cx).toBe(410)
    expect(pictureCorner(after).x).toBeCloseTo(before.x, 6)
    await page.keyboard.press('Delete')
    expect((await hand.afterStep('Remove frame')).sheets[SHEET]?.order).toEqual([])
  })
})

test('the ladder goes down by double-click and Enter, and up by Esc, which first cancels a drag', async ({
  page,
  request,
}) => {
  const hand = await filled(page, request)
  const pressed = (name: string) => page.getByRole('button', { name: `A drag moves: ${name}` })
  await expect(pressed('Whole')).toHaveAttribute('aria-pressed', 'true')
  const { x, y } = await hand.at({ x: 400, y: 300 })
  await page.mouse.dblclick(x, y)
  await expect(pressed('Picture')).toHaveAttribute('aria-pressed', 'true')
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 40, y, { steps: 4 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  expect((await hand.opened()).revision).toBe(0)
  await expect(pressed('Picture')).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Escape')
  await expect(pressed('Whole')).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Escape')
  await expect(page.getByText('Press a frame to work on it')).toBeVisible()
  await page.keyboard.press('.')
  await page.keyboard.press('Enter')
  await expect(pressed('Picture')).toHaveAttribute('aria-pressed', 'true')
})

test('Picture stays from one filled frame to the next, else the way falls back to Whole', async ({ page, request }) => {
  const pieces = [
    { id: 'a', box: { cx: 150, cy: 300, w: 200, h: 200 }, filled: true },
    { id: 'b', box: { cx: 400, cy: 300, w: 200, h: 200 }, filled: true },
    { id: 'c', box: { cx: 650, cy: 300, w: 200, h: 200 } },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  const pressed = (name: string) => page.getByRole('button', { name: `A drag moves: ${name}` })
  await hand.press({ x: 150, y: 300 })
  await way(page, 'p')
  await hand.press({ x: 400, y: 300 })
  await expect(pressed('Picture')).toHaveAttribute('aria-pressed', 'true')
  await way(page, 'o')
  await hand.press({ x: 150, y: 300 })
  await expect(pressed('Whole')).toHaveAttribute('aria-pressed', 'true')
  await way(page, 'p')
  await hand.press({ x: 650, y: 300 })
  await expect(pressed('Picture')).toBeDisabled()
  // A drag that starts on an unselected frame selects it and moves the whole.
  await hand.press({ x: 150, y: 300 })
  await way(page, 'p')
  await hand.drag({ x: 400, y: 300 }, { x: 400, y: 340 })
  expect(frameIn(await hand.afterStep('Move frame'), 'b').box.cy).toBeCloseTo(340, 0)
})

test('the rail fits, flips, turns and opens up; the card takes typed numbers in the sheet’s unit', async ({
  page,
  request,
}) => {
  // Wide enough for the rail to show all of its buttons.
  await page.setViewportSize({ width: 1600, height: 900 })
  const hand = await filled(page, request)
  const press = (name: RegExp) => page.getByRole('button', { name }).click()
  await press(/^Show the whole picture/)
  expect(placedIn(await hand.afterStep('Fit: Contain'), 'f')).toMatchObject({
    fit: 'contain',
    zoom: 1,
    keepCovered: false,
  })
  await press(/^Actual size/)
  expect(placedIn(await hand.afterStep('Fit: Actual'), 'f')).toMatchObject({ fit: 'actual', keepCovered: false })
  await press(/^Stretch to the frame/)
  await hand.afterStep('Fit: Stretch')
  await expect(page.getByText('▲ stretched').first()).toBeVisible()
  await press(/^Cover the frame/)
  expect(placedIn(await hand.afterStep('Fit: Cover'), 'f')).toMatchObject({ fit: 'cover', zoom: 1, keepCovered: true })
  await press(/^Turn the picture by 90/)
  expect(placedIn(await hand.afterStep('Turn picture'), 'f').turn).toBe(90)
  await press(/^Flip the picture top/)
  expect(placedIn(await hand.afterStep('Flip picture'), 'f')).toMatchObject({ flipY: true, turn: -90 })
  await page.getByRole('region', { name: 'Place' }).getByRole('textbox', { name: 'x in px' }).fill('100+50/2')
  await page.keyboard.press('Enter')
  const moved = frameIn(await hand.afterStep('Move frame'), 'f').box
  expect(moved.cx - moved.w / 2).toBeCloseTo(125, 6)
  await page.getByRole('region', { name: 'Place' }).getByRole('textbox', { name: 'w in px' }).fill('1in')
  await page.keyboard.press('Enter')
  expect(frameIn(await hand.afterStep('Size frame'), 'f').box).toMatchObject({ w: 72, h: 240 })
  await page.getByRole('region', { name: 'Place' }).getByRole('textbox', { name: 'w in px' }).fill('nonsense')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'a length must be a number such as' })).toBeVisible()
  await page.keyboard.press('Escape')
  const before = pictureCorner((await hand.opened()).project)
  await run(page, 'Show whole picture')
  const whole = await hand.afterStep('Show whole picture')
  expect(placedIn(whole, 'f')).toMatchObject({ turn: 0, focus: { u: 0.5, v: 0.5 } })
  expect(pictureCorner(whole).x).toBeCloseTo(before.x, 3)
})

test('the viewfinder shows what part is seen, and a drag in it moves that part', async ({ page, request }) => {
  const hand = await filled(page, request)
  const finder = await page.locator('[data-viewfinder]').boundingBox()
  if (!finder) throw new TypeError('no viewfinder')
  const middle = { x: finder.x + finder.width / 2, y: finder.y + finder.height / 2 }
  // The whole picture, half as wide again as high, stands in the viewfinder's middle.
  const wide = Math.min(finder.width, finder.height * 1.5)
  await hand.dragPixels(middle, { x: middle.x + wide * 0.1, y: middle.y })
  const after = placedIn(await hand.afterStep('Move picture'), 'f')
  expect(after.focus.u).toBeCloseTo(0.6, 1)
  expect(after.focus.v).toBeCloseTo(0.5, 6)
})

test.describe('on a touch screen', () => {
  test.use({ hasTouch: true })
  test('two fingers within the mask work the picture, elsewhere the view', async ({ page, request }) => {
    const hand = await filled(page, request)
    await way(page, 'p')
    const session = await page.context().newCDPSession(page)
    const pinch = async (centre: { x: number; y: number }): Promise<void> => {
      const points = (spread: number) => [-1, 1].map((side, id) => ({ x: centre.x + side * spread, y: centre.y, id }))
      await session.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: points(20) })
      for (let spread = 22; spread <= 44; spread += 2)
        await session.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: points(spread) })
      await session.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    }
    await pinch(await hand.at({ x: 400, y: 300 }))
    expect(placedIn(await hand.afterStep('Zoom picture'), 'f').zoom).toBeGreaterThan(1.6)
    const scale = await hand.scale()
    await pinch(await hand.at({ x: 120, y: 100 }))
    await expect.poll(() => hand.scale()).toBeGreaterThan(scale * 1.5)
  })
})
