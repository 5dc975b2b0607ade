/** Beginning: the empty sheet's targets, the order of the supplies, first help, photographs dropped on the projects. */
import type { Page } from '@playwright/test'
import { framesOf } from '@/core/document/tree'
import { holdsPicture } from '@/core/document/content'
import type { ProjectSummary } from '@/contract/api'
import { expect, test } from './fixture'
import { BenchHand, carryFiles, dropFiles, makeProject, picture, SHEET, SOON, upload } from './bench'

test.use({ sections: 'follow' })

const target = (page: Page, name: string) => page.locator(`[data-target="${name}"]`)
const middle = async (page: Page, name: string) => {
  const box = await target(page, name).boundingBox()
  if (!box) throw new TypeError(`no target ${name}`)
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
const frames = async (hand: BenchHand) => {
  const sheet = (await hand.opened()).project.sheets[SHEET]
  return sheet ? framesOf(sheet) : []
}

test.describe('an empty sheet offers three targets', () => {
  test('pictures: chosen by a press, dropped from the desktop, carried from below', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, []))
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), target(page, 'pictures').click()])
    await chooser.setFiles([{ name: 'one.jpg', mimeType: 'image/jpeg', buffer: await picture(400, 300, 1) }])
    await expect.poll(async () => (await frames(hand)).length, { intervals: SOON }).toBe(1)
    await expect(target(page, 'pictures')).toHaveCount(0)
    await page.keyboard.press('Control+z')
    await expect(target(page, 'pictures')).toBeVisible()
    await expect.poll(async () => (await frames(hand)).length, { intervals: SOON }).toBe(0)
    const at = await middle(page, 'pictures')
    await dropFiles(page, at, [{ name: 'two.jpg', data: await picture(300, 400, 2) }])
    await expect.poll(async () => (await frames(hand)).length, { intervals: SOON }).toBe(1)
    expect(holdsPicture((await frames(hand))[0]?.fill)).toBe(true)
    await page.keyboard.press('Control+z')
    await expect(target(page, 'pictures')).toBeVisible()
    await expect.poll(async () => (await frames(hand)).length, { intervals: SOON }).toBe(0)
    // While a picture is carried the target that is meant says so.
    const supply = await page.locator('[data-supply]').first().boundingBox()
    await page.mouse.move((supply?.x ?? 0) + 34, (supply?.y ?? 0) + 50)
    await page.mouse.down()
    await page.mouse.move(at.x, at.y - 60, { steps: 6 })
    await expect(target(page, 'pictures')).toHaveAttribute('data-meant', 'true')
    await page.mouse.move(at.x, at.y, { steps: 4 })
    await page.mouse.up()
    await expect.poll(async () => (await frames(hand)).length, { intervals: SOON }).toBe(1)
  })

  test('a stencil: by a press, then the pictures stand ready for it', async ({ page, request }) => {
    await upload(request, await picture(500, 400, 5), 'cove')
    const hand = await BenchHand.open(page, await makeProject(request, []))
    await page.getByRole('tab', { name: 'Letters' }).click()
    await page.getByRole('button', { name: 'Begin with: Heart' }).click()
    await hand.afterStep('New frame')
    await expect(page.getByRole('tab', { name: 'Pictures' })).toHaveAttribute('aria-selected', 'true')
    await page
      .getByRole('button', { name: /^cove, / })
      .first()
      .click()
    const project = await hand.afterStep('Fill frame')
    const sheet = project.sheets[SHEET]
    expect(sheet && framesOf(sheet)[0]?.stencil.kind).toBe('heart')
  })

  test('letters: typed on the sheet at once', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, []))
    await target(page, 'letters').click()
    await page.locator('[data-typing]').waitFor()
    await page.keyboard.type('Oar')
    await page.keyboard.press('Escape')
    await expect.poll(async () => (await frames(hand)).length, { intervals: SOON }).toBe(3)
  })

  test('all of them by keyboard alone', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, []))
    await hand.table.focus()
    await page.keyboard.press('Tab')
    await expect(target(page, 'pictures')).toBeFocused()
    await page.keyboard.press('Tab')
    await expect(page.getByRole('button', { name: 'Begin with: Ellipse' })).toBeFocused()
    for (let i = 0; i < 3; i += 1) await page.keyboard.press('Tab')
    await page.keyboard.press('Enter')
    const project = await hand.afterStep('New frame')
    const sheet = project.sheets[SHEET]
    expect(sheet && framesOf(sheet)[0]?.stencil.kind).toBe('star')
  })
})

test('stencils begin with those used most and last; kinds are chips; a ready group is put as a group', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  const supplies = page.locator('[data-region="supplies"]')
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await expect(supplies.getByRole('region', { name: 'Used most' }).getByRole('button')).toHaveCount(12)
  await supplies.getByRole('button', { name: 'Paper', exact: true }).click()
  await expect(supplies.getByRole('region', { name: 'Used most' })).toHaveCount(0)
  await supplies.getByRole('button', { name: 'Stamp', exact: true }).click()
  await hand.afterStep('New frame')
  await supplies.getByRole('button', { name: 'All', exact: true }).click()
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await page.getByRole('tab', { name: 'Stencils' }).click()
  // Used once more than the others: it is among the most used now.
  await expect(supplies.getByRole('region', { name: 'Used most' }).getByRole('button').first()).toHaveAccessibleName(
    'Stamp',
  )
  await supplies.getByRole('button', { name: 'Ready group: 2 × 2' }).first().click()
  const sheet = (await hand.afterStep('New group')).sheets[SHEET]
  const group = Object.values(sheet?.items ?? {}).find(({ kind }) => kind === 'group')
  expect(group?.kind === 'group' && group.order).toHaveLength(4)
  // Carried, its middle lies where it was dropped.
  const from = await supplies.getByRole('button', { name: 'Ready group: 3 in a row' }).first().boundingBox()
  if (!from) throw new TypeError('no ready group in sight')
  await hand.dragPixels({ x: from.x + 20, y: from.y + 20 }, await hand.at({ x: 420, y: 330 }))
  const carried = (await hand.afterStep('New group')).sheets[SHEET]
  const [row] = Object.values(carried?.items ?? {}).filter(({ name }) => name === '3 in a row')
  const frames = row?.kind === 'group' ? row.order.map((id) => carried?.items[id]) : []
  expect(frames).toHaveLength(3)
  expect(frames[1]?.kind === 'frame' && frames[1].box).toMatchObject({
    cx: expect.closeTo(420, 0),
    cy: expect.closeTo(330, 0),
  })
})

test('pictures of this project come first; the same names are told apart; several added are chosen already', async ({
  page,
  request,
}) => {
  await upload(request, await picture(420, 300, 21), 'twin')
  await upload(request, await picture(430, 300, 22), 'twin')
  const id = await makeProject(request, [
    { id: 'a', box: { cx: 200, cy: 200, w: 200, h: 200 }, filled: true },
    { id: 'b', box: { cx: 450, cy: 200, w: 200, h: 200 } },
    { id: 'c', box: { cx: 450, cy: 450, w: 200, h: 200 } },
  ])
  const hand = await BenchHand.open(page, id)
  const supplies = page.locator('[data-region="supplies"]')
  await expect(supplies.locator('[data-supply]').first()).toHaveAccessibleName(/used here/)
  const twins = supplies.locator('[data-supply]').filter({ hasText: 'twin' })
  const [one, other] = await twins.allTextContents()
  expect(one).toMatch(/^twin · /)
  expect(one).not.toBe(other)
  await supplies.getByRole('button', { name: 'This project' }).click()
  await expect(supplies.locator('[data-supply]')).toHaveCount(1)
  await supplies.getByRole('button', { name: 'All', exact: true }).click()
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    supplies.getByRole('button', { name: 'Add pictures' }).click(),
  ])
  await chooser.setFiles([
    { name: 'new-one.jpg', mimeType: 'image/jpeg', buffer: await picture(400, 300, 31) },
    { name: 'new-two.jpg', mimeType: 'image/jpeg', buffer: await picture(300, 400, 32) },
  ])
  await supplies.getByRole('button', { name: 'Fill from these 2' }).click()
  await expect
    .poll(async () => (await frames(hand)).filter(({ fill }) => holdsPicture(fill)).length, { intervals: SOON })
    .toBe(3)
})

test('a line of first help is shown once, never again, and can be read later', async ({ page, request }) => {
  const id = await makeProject(request, [{ id: 'a', box: { cx: 300, cy: 300, w: 300, h: 300 }, filled: true }])
  const hand = await BenchHand.open(page, id)
  const line = page.getByText('To move the picture inside: P or double-click.')
  await hand.press({ x: 300, y: 300 })
  await hand.drag({ x: 300, y: 300 }, { x: 340, y: 300 })
  await expect(line).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).first().click()
  await hand.drag({ x: 340, y: 300 }, { x: 320, y: 300 })
  await hand.afterStep('Move frame')
  await expect(line).toHaveCount(0)
  await page.reload()
  await hand.ready()
  await hand.press({ x: 320, y: 300 })
  await hand.drag({ x: 320, y: 300 }, { x: 350, y: 300 })
  await expect.poll(async () => (await hand.opened()).history.undo.length, { intervals: SOON }).toBe(3)
  await expect(line).toHaveCount(0)
  await page.keyboard.press('?')
  await expect(page.getByRole('list', { name: 'First help' }).getByRole('listitem')).toHaveCount(4)
})

test('photographs dropped on the projects begin one: a grid, a mosaic, or a sheet each', async ({ page, request }) => {
  const files = await Promise.all(
    [4, 5, 6, 7].map(async (seed) => ({
      name: `shore-${seed}.jpg`,
      data: await picture(seed % 2 ? 400 : 600, seed % 2 ? 600 : 400, seed),
    })),
  )
  const made = async (): Promise<BenchHand> => {
    await page.waitForURL('**/projects/**')
    return new BenchHand(page, page.url().split('/').at(-1) ?? '')
  }
  for (const [choice, sheets, count] of [
    ['A grid', 1, 4],
    ['A mosaic', 1, 4],
    ['Each on its own', 4, 1],
  ] as const) {
    await page.goto('/')
    await expect(page.getByRole('button', { name: 'New sheet' })).toBeEnabled()
    await carryFiles(page, { x: 640, y: 500 }, files, true)
    await page.getByRole('radio', { name: choice }).check()
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    const { project } = await (await made()).opened()
    expect(project.order).toHaveLength(sheets)
    for (const id of project.order) {
      const sheet = project.sheets[id]
      expect(sheet && framesOf(sheet).filter(({ fill }) => holdsPicture(fill))).toHaveLength(count)
    }
  }
  const listed = (await (await request.get('/api/projects')).json()) as readonly ProjectSummary[]
  expect(listed.filter(({ name }) => name.startsWith('shore-4')).length).toBeGreaterThanOrEqual(3)
})

test('the export shows what comes out, and remembers what was chosen last', async ({ page, request }) => {
  const id = await makeProject(request, [{ id: 'a', box: { cx: 400, cy: 300, w: 500, h: 400 }, filled: true }])
  await BenchHand.open(page, id)
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const shown = page.getByRole('group', { name: 'What comes out' })
  await expect(shown).toContainText('800 × 600 px, sRGB')
  // 800 px at 72 to the inch, of 25.4 mm (ISO 80000-3).
  await expect(shown).toContainText('282.2 × 211.7 mm in print')
  await expect(shown).toContainText(/\d (kB|MB)/)
  await page.getByRole('radio', { name: /^JPEG/ }).check()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export JPEG' }).click()
  const path = await (await download).path()
  const { statSync } = await import('node:fs')
  const bytes = statSync(path).size
  // A file of few pixels is tried as it is; what is said of it is rounded.
  await expect.poll(() => shown.textContent()).toMatch(/([\d.]+) (kB|MB)$/)
  const told = /([\d.]+) (kB|MB)$/.exec((await shown.textContent()) ?? '')
  const size = Number(told?.[1]) * (told?.[2] === 'MB' ? 1e6 : 1e3)
  expect(Math.abs(size - bytes)).toBeLessThanOrEqual(0.06 * bytes)
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await expect(page.getByRole('radio', { name: /^JPEG/ })).toBeChecked()
})
