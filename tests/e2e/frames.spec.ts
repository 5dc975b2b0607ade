import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, SHEET, stencilSupply } from './bench'
import type { Frame } from '@/core/document/types'

const newest = async (hand: BenchHand): Promise<Frame> => {
  const project = await hand.afterStep('New frame')
  return frameIn(project, project.sheets[SHEET]?.order.at(-1) ?? '')
}

test('a stencil pressed stands in the next free place, and the next one beside it', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  for (const name of ['Rectangle', 'Ellipse', 'Triangle', 'Polygon']) await stencilSupply(page, name).click()
  await expect.poll(async () => (await hand.opened()).project.sheets[SHEET]?.order.length).toBe(4)
  const { project } = await hand.opened()
  const frames = Object.keys(project.sheets[SHEET]?.items ?? {}).map((id) => frameIn(project, id))
  expect(frames.map((frame) => frame.stencil.kind).sort()).toEqual(['ellipse', 'polygon', 'rectangle', 'triangle'])
  for (const frame of frames)
    for (const other of frames)
      if (frame !== other) {
        const apart =
          Math.abs(frame.box.cx - other.box.cx) >= (frame.box.w + other.box.w) / 2 - 1e-6 ||
          Math.abs(frame.box.cy - other.box.cy) >= (frame.box.h + other.box.h) / 2 - 1e-6
        expect(apart).toBe(true)
      }
})

test('a stencil dragged to a spot stands there', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  const supply = await stencilSupply(page, 'Triangle').boundingBox()
  const to = await hand.at({ x: 500, y: 200 })
  await hand.dragPixels({ x: (supply?.x ?? 0) + 30, y: (supply?.y ?? 0) + 30 }, to)
  const frame = await newest(hand)
  expect(frame.stencil.kind).toBe('triangle')
  expect(frame.box.cx).toBeCloseTo(500, 0)
  expect(frame.box.cy).toBeCloseTo(200, 0)
})

test.describe('a stencil drawn out', () => {
  const arm = async (hand: BenchHand): Promise<void> => {
    await hand.page.getByRole('tab', { name: 'Stencils' }).click()
    await hand.page.getByRole('button', { name: 'Draw out' }).click()
    await stencilSupply(hand.page, 'Ellipse').click()
  }
  const draw = async (hand: BenchHand, key: string | null): Promise<Frame> => {
    await arm(hand)
    const { mouse, keyboard } = hand.page
    const from = await hand.at({ x: 200, y: 150 })
    const to = await hand.at({ x: 400, y: 250 })
    await mouse.move(from.x, from.y)
    await mouse.down()
    await mouse.move(from.x + 20, from.y + 10, { steps: 3 })
    if (key) await keyboard.down(key)
    await mouse.move(to.x, to.y, { steps: 6 })
    await mouse.up()
    if (key) await keyboard.up(key)
    return newest(hand)
  }
  const open = async (
    page: Parameters<typeof BenchHand.open>[0],
    request: Parameters<typeof makeProject>[0],
  ): Promise<BenchHand> => BenchHand.open(page, await makeProject(request, []))

  test('goes from corner to corner', async ({ page, request }) => {
    const { box, fill } = await draw(await open(page, request), null)
    expect([box.cx, box.cy, box.w, box.h].map(Math.round)).toEqual([300, 200, 200, 100])
    expect(fill.kind).toBe('none')
  })
  test('with Shift has equal sides', async ({ page, request }) => {
    const { box } = await draw(await open(page, request), 'Shift')
    expect(box.w).toBeCloseTo(box.h, 6)
    expect(Math.round(box.w)).toBe(200)
  })
  test('with C held grows from its centre', async ({ page, request }) => {
    const { box } = await draw(await open(page, request), 'c')
    expect([box.cx, box.cy, box.w, box.h].map(Math.round)).toEqual([200, 150, 400, 200])
  })
  test('with M held is moved', async ({ page, request }) => {
    const hand = await open(page, request)
    const scale = await hand.scale()
    const { box } = await draw(hand, 'm')
    // Drawn 20 × 10 pixels first, then carried along.
    expect(box.w).toBeCloseTo(20 / scale, 0)
    expect(box.cx + box.w / 2).toBeCloseTo(400, 0)
  })
  test('is put down by Esc', async ({ page, request }) => {
    const hand = await open(page, request)
    await arm(hand)
    await expect(page.getByText('Draw the frame, or press once')).toBeVisible()
    await hand.table.focus()
    await page.keyboard.press('Escape')
    await expect(page.getByText('Draw the frame, or press once')).toBeHidden()
  })
})

test('a press selects by the true outline, and keys go from frame to frame', async ({ page, request }) => {
  const pieces = [
    { id: 'left', stencil: { kind: 'ellipse' } as const, box: { cx: 200, cy: 300, w: 300, h: 300 } },
    { id: 'right', stencil: { kind: 'triangle', apex: 0.5 } as const, box: { cx: 600, cy: 300, w: 300, h: 300 } },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  const card = page.getByLabel('Name of the frame')
  await hand.press({ x: 200, y: 300 })
  await expect(card).toHaveValue('left')
  // Inside the triangle's box, outside its outline.
  await hand.press({ x: 470, y: 170 })
  await expect(card).toHaveCount(0)
  await hand.press({ x: 600, y: 320 })
  await expect(card).toHaveValue('right')
  await page.keyboard.press('.')
  await expect(card).toHaveValue('left')
  await page.keyboard.press(',')
  await expect(card).toHaveValue('right')
  await page.keyboard.press('Delete')
  await expect.poll(async () => (await hand.opened()).project.sheets[SHEET]?.order).toEqual(['left'])
})
