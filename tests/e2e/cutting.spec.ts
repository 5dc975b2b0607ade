/** Cutting by stencil and by colour, points that keep their kind, and what stays in hand until it is put down. */
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, SHEET, stencilSupply, run } from './bench'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
const matrix = (project: Project, id: string) => {
  const found = pictureMatrix(project, sheetOf(project, SHEET), frameIn(project, id))
  if (!found) throw new TypeError('no picture')
  return found
}
const items = (project: Project): readonly string[] => Object.keys(project.sheets[SHEET]?.items ?? {})

test('a stencil drawn with Ctrl over a filled frame cuts its picture; the picture’s card cuts with any stencil', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: box(400, 300, 500, 400), filled: true }]),
  )
  const before = (await hand.opened()).project
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'Draw out' }).click()
  await stencilSupply(page, 'Ellipse').click()
  await expect(page.locator('[data-region="rail"]')).toContainText('Ctrl: cut the picture beneath')
  await page.keyboard.down('Control')
  await hand.drag({ x: 250, y: 200 }, { x: 450, y: 350 })
  await page.keyboard.up('Control')
  let project = await hand.afterStep('Cut picture with stencil')
  expect(items(project)).toEqual(['a'])
  const cut = frameIn(project, 'a')
  expect(cut.stencil.kind).toBe('ellipse')
  expect(Math.hypot(cut.box.cx - 350, cut.box.cy - 275)).toBeLessThan(3)
  const [was, is] = [matrix(before, 'a'), matrix(project, 'a')]
  for (const key of ['a', 'b', 'c', 'd', 'e', 'f'] as const) expect(is[key]).toBeCloseTo(was[key], 6)
  // Without the key the same drag makes an empty frame, and the stencil stays in hand until Esc.
  await hand.drag({ x: 560, y: 420 }, { x: 640, y: 480 })
  project = await hand.afterStep('New frame')
  expect(items(project)).toHaveLength(2)
  await expect(page.getByRole('button', { name: 'Draw out' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Draw out' })).toHaveAttribute('aria-pressed', 'false')
  await hand.press({ x: 350, y: 275 })
  await run(page, 'Cut with a stencil')
  await expect(page.locator('[data-region="rail"]')).toContainText('Choose a stencil below')
  await stencilSupply(page, 'Triangle').click()
  await hand.drag({ x: 300, y: 230 }, { x: 400, y: 320 })
  await expect.poll(async () => frameIn((await hand.opened()).project, 'a').stencil.kind).toBe('triangle')
})

test('by colour Shift adds an area, a press without it begins anew, undo takes one back; more can be added later', async ({
  page,
  request,
}) => {
  // The fields picture runs from dark to red across and to green downwards: each corner has a colour of its own.
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', box: box(400, 300, 600, 400), filled: true }]),
  )
  await hand.press({ x: 400, y: 300 })
  await run(page, 'Cut by colour')
  const part = page.locator('[data-colour-part]')
  const settled = () => expect(part).not.toHaveAttribute('data-colour-part', 'working')
  await hand.press({ x: 120, y: 120 })
  // The path of the part; that of its hatching is a rectangle.
  await expect(part.locator('path')).toHaveCount(1)
  await settled()
  const pressShift = async (p: { x: number; y: number }): Promise<void> => {
    await page.keyboard.down('Shift')
    await hand.press(p)
    await page.keyboard.up('Shift')
  }
  const spots = part.locator('circle[stroke-width="2"]')
  await pressShift({ x: 680, y: 480 })
  await expect(page.locator('[data-region="rail"]')).toContainText('2 areas')
  await expect(spots).toHaveCount(2)
  await page.keyboard.press('Control+z')
  await expect(spots).toHaveCount(1)
  await pressShift({ x: 680, y: 480 })
  await hand.press({ x: 680, y: 120 })
  await expect(spots).toHaveCount(1)
  await settled()
  await page.getByRole('button', { name: 'Clip this picture to what was found' }).click()
  const clipped = frameIn(await hand.afterStep('Clip picture by colour'), 'a')
  expect(clipped.box.cx).toBeGreaterThan(400)
  // Later: what has the colour of the opposite corner joins the outline that is there.
  await run(page, 'Cut by colour')
  await hand.press({ x: 120, y: 480 })
  await expect(spots).toHaveCount(1)
  await settled()
  await page.getByRole('button', { name: 'Add what was found to the outline that this picture has' }).click()
  await expect.poll(async () => frameIn((await hand.opened()).project, 'a').box.w).toBeGreaterThan(clipped.box.w + 100)
})

test('a point keeps the kind it was given, though its path does not change; the button shows it', async ({
  page,
  request,
}) => {
  const stencil = { kind: 'ellipse' } as const
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', stencil, box: box(400, 300, 200, 200) }]),
  )
  await hand.press({ x: 400, y: 300 })
  await page.getByRole('button', { name: 'Points of the outline' }).click()
  const kind = (name: string) => page.getByRole('button', { name: `Make the chosen points ${name}` })
  const at = await hand.grip('node-0-1')
  await page.mouse.click(at.x, at.y)
  await expect(kind('symmetric')).toHaveAttribute('aria-pressed', 'true')
  await kind('corner').click()
  const project = await hand.afterStep('Point: corner')
  expect(frameIn(project, 'a').stencil).toMatchObject({
    kind: 'path',
    kinds: expect.stringMatching(/^[csy]*c[csy]*$/) as unknown,
  })
  await expect(kind('corner')).toHaveAttribute('aria-pressed', 'true')
  // Put down and taken up again, over a reload: still a corner.
  await page.reload()
  await hand.ready()
  await hand.press({ x: 400, y: 300 })
  await page.getByRole('button', { name: 'Points of the outline' }).click()
  const again = await hand.grip('node-0-1')
  await page.mouse.click(again.x, again.y)
  await expect(kind('corner')).toHaveAttribute('aria-pressed', 'true')
})

test('traced points fall on points of frames, on guides’ lines and on 45°', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(200, 200, 100, 100) }]))
  await page.keyboard.press('q')
  await hand.press({ x: 252, y: 252 })
  await hand.press({ x: 402, y: 399 })
  await hand.press({ x: 252, y: 402 })
  await hand.press({ x: 252, y: 252 })
  await page.getByRole('button', { name: 'New empty frame' }).click()
  const project = await hand.afterStep('Trace frame')
  const id = items(project).find((one) => one !== 'a') ?? ''
  const { box: b } = frameIn(project, id)
  // From the corner of the frame at 250, 250, along 45°, then level, then upright: a right triangle of equal legs.
  expect([b.cx - b.w / 2, b.cy - b.h / 2].map((v) => Math.round(v * 1000) / 1000)).toEqual([250, 250])
  expect(Math.abs(b.w - b.h)).toBeLessThan(0.01)
})
