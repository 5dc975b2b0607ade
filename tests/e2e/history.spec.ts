import { expect, test } from './fixture'
import { seeded } from '../../demo/paint/random'
import { sweep } from '../helpers/sweep'
import { BenchHand, makeProject, run } from './bench'

/** bin/prove makes two hundred. */
const EDITS = sweep(200)

const PIECES = [
  { id: 'a', stencil: { kind: 'ellipse' } as const, box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true },
  { id: 'b', box: { cx: 560, cy: 200, w: 200, h: 200 }, filled: true },
  {
    id: 'c',
    stencil: { kind: 'triangle', apex: 0.5 } as const,
    box: { cx: 300, cy: 450, w: 180, h: 180 },
    filled: true,
  },
]

test('steps are named, taken back, made again, and gone back to from the list', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const before = (await hand.opened()).project
  await hand.drag({ x: 200, y: 200 }, { x: 240, y: 220 })
  await hand.afterStep('Move frame')
  await run(page, 'Turn the picture by 90°')
  const after = await hand.afterStep('Turn picture')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await hand.opened()).project).toEqual(before)
  await page.keyboard.press('Control+Shift+z')
  await page.getByRole('button', { name: 'Redo: Turn picture' }).click()
  await expect.poll(async () => (await hand.opened()).project).toEqual(after)
  await page.getByRole('button', { name: 'History' }).click()
  await page.getByRole('button', { name: 'The beginning' }).click()
  await page.getByRole('button', { name: 'Close' }).click()
  await expect.poll(async () => (await hand.opened()).project).toEqual(before)
})

test('random edits are taken back to the exact document, after a reload too', async ({ page, request }) => {
  test.setTimeout(1_200_000)
  // Wide enough for the rail to show all of its buttons.
  await page.setViewportSize({ width: 1600, height: 900 })
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  const before = (await hand.opened()).project
  const seed = Number(process.env['TEST_SEED'] ?? Date.now() % 1e9)
  console.log(`seed ${seed}`)
  const random = seeded(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T // never empty
  const press = (key: string): Promise<void> => page.keyboard.press(key)
  await hand.table.focus()
  await press('.')
  // A key that moves or zooms, then one that ends the burst: each turn makes one step of its own.
  const keys = async (): Promise<void> => {
    await press(pick(['w', 'p', 'o']))
    await press(pick(['ArrowLeft', 'ArrowRight', 'Shift+ArrowUp', 'Shift+ArrowDown']))
    await press('.')
  }
  const rail = (name: string): Promise<void> => page.getByRole('button', { name, exact: true }).click()
  const acts = [
    keys,
    keys,
    () => rail('Turn the picture by 90°'),
    () => rail('Flip the picture left to right'),
    () => rail('Flip the picture top to bottom'),
    async () => {
      await rail('Swap the stencil; the picture stays')
      await rail(`Stencil: ${pick(['Rectangle', 'Ellipse', 'Triangle', 'Star', 'Torn paper', 'Shards'])}`)
    },
    () =>
      rail(
        pick([
          'Cover the frame',
          'Show the whole picture in the frame',
          'Actual size: one picture pixel is one output pixel',
        ]),
      ),
    async () => {
      await press('p')
      await press(pick(['+', '-']))
      await press(',')
    },
  ]
  let count = 0
  for (let round = 0; count < EDITS && round < 60; round += 1) {
    for (let i = 0; i < 10; i += 1) await pick(acts)()
    count = (await hand.opened()).history.undo.length
  }
  expect(count).toBeGreaterThanOrEqual(EDITS)
  await press('Control+s')
  await expect(page.locator('[data-saving="saved"]')).toBeVisible()
  const steps = (await hand.opened()).history.undo.length
  await page.reload()
  await hand.ready()
  await hand.table.focus()
  const undo = page.getByRole('button', { name: /^Undo/ })
  for (let i = 0; i < steps; i += 1) await press('Control+z')
  await expect(undo).toBeDisabled()
  await expect.poll(async () => (await hand.opened()).project).toEqual(before)
})

test('a reload at any moment finds the work and its history', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, PIECES))
  await hand.drag({ x: 200, y: 200 }, { x: 240, y: 220 })
  // At once, without waiting for the server.
  await page.reload()
  await hand.ready()
  expect((await hand.frame('a')).box.cx).toBeCloseTo(240, 0)
  await page.getByRole('button', { name: 'Undo: Move frame' }).click()
  await expect.poll(async () => (await hand.frame('a')).box.cx).toBe(200)
})
