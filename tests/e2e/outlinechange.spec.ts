/** What stays of a picture when its outline changes, and of a text when nothing fills it. */
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, SHEET } from './bench'
import { pictureMatrix } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { largestStretch } from '@/core/geometry/matrix'

/** Points a picture pixel: what the size on the sheet and the resolution follow from. */
const stretch = (project: Project, id: string): number => {
  const sheet = sheetOf(project, SHEET)
  const matrix = pictureMatrix(project, sheet, frameIn(project, id))
  if (!matrix) throw new TypeError('no picture')
  return largestStretch(matrix)
}

test('a swapped stencil leaves a turned picture as large as it is; where it must be enlarged, that is said', async ({
  page,
  request,
}) => {
  const piece = {
    id: 'a',
    stencil: { kind: 'ellipse' } as const,
    box: { cx: 400, cy: 300, w: 240, h: 240 },
    filled: true,
  }
  const hand = await BenchHand.open(page, await makeProject(request, [piece]))
  await hand.press({ x: 400, y: 300 })
  await page.getByRole('region', { name: 'Picture' }).getByRole('textbox', { name: 'Turn in °' }).fill('20')
  await page.keyboard.press('Enter')
  const turned = await hand.afterStep('Turn picture')
  const before = stretch(turned, 'a')
  const swap = async (name: string): Promise<Project> => {
    await page.getByRole('button', { name: 'Swap the stencil; the picture stays' }).click()
    await page.getByRole('button', { name: `Stencil: ${name}`, exact: true }).click()
    return hand.afterStep('Swap stencil')
  }
  // Corners of a square reach beyond the circle: the picture must be larger to cover them.
  const square = await swap('Square')
  expect(stretch(square, 'a')).toBeGreaterThan(before * 1.02)
  await expect(page.getByText(/enlarged or moved to cover the new outline/)).toBeVisible()
  await swap('Ellipse')
  await expect.poll(async () => Math.abs(stretch((await hand.opened()).project, 'a') / before - 1)).toBeLessThan(1e-6)
})

test('a text that is typed has ink on the table and in the file, until a picture or “None” takes its place', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByRole('button', { name: 'Type on the sheet' }).click()
  await hand.press({ x: 150, y: 300 })
  await expect(page.locator('[data-typing]')).toBeVisible()
  await page.keyboard.type('HI', { delay: 40 })
  await expect.poll(async () => Object.keys((await hand.opened()).project.sheets[SHEET]?.items ?? {}).length).toBe(3)
  await page.keyboard.press('Escape')
  const { project } = await hand.opened()
  const letter = Object.values(project.sheets[SHEET]?.items ?? {}).find((item) => item.kind === 'frame')
  const word = Object.values(project.sheets[SHEET]?.items ?? {}).find((item) => item.kind === 'group')
  if (letter?.kind !== 'frame' || word?.kind !== 'group') throw new TypeError('no letters')
  expect(letter.fill.kind).toBe('none')
  expect(word.lettering?.ink).toBe('#22282b')
  const ink = { x: letter.box.cx - letter.box.w / 2 + 4, y: letter.box.cy }
  const colour = (): Promise<readonly number[]> => hand.colourAt(ink)
  await expect.poll(colour).toEqual([34, 40, 43])
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Empty frames' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Close' }).click()
  await hand.press(ink)
  await page.getByRole('button', { name: /^No ink/ }).click()
  await hand.afterStep('No ink')
  await expect.poll(colour).not.toEqual([34, 40, 43])
})
