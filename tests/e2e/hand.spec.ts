/** Sequences of the hand as a person makes them: wheels that rest, keys after presses elsewhere, carrying from everywhere. */
import { hashOf } from '@/core/document/sheetPictures'
import type { Page } from '@playwright/test'
import { resolvePlacement } from '@/core/placement/resolve'
import { contentOf } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { expect, test } from './fixture'
import { BenchHand, frameIn, makeProject, picture, placedIn, SHEET, stencilSupply, upload, run } from './bench'

const PIECES = [
  { id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true },
  { id: 'b', box: { cx: 560, cy: 200, w: 200, h: 160 } },
]

const FILLED = [
  { id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true },
  { id: 'b', box: { cx: 560, cy: 200, w: 200, h: 160 }, filled: true },
]

test.describe('keys after a press in the supplies', () => {
  test('work on what was put on the sheet', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, []))
    await page.getByRole('tab', { name: 'Stencils' }).click()
    await stencilSupply(page, 'Star').click()
    await hand.afterStep('New frame')
    await page.keyboard.press('Shift+ArrowRight')
    await hand.afterStep('Move frame')
    await page.getByRole('tab', { name: 'Pictures' }).click()
    await page.locator('[data-supply]').first().click()
    const filled = await hand.afterStep('Fill frame')
    const [id = ''] = filled.sheets[SHEET]?.order ?? []
    await page.keyboard.press('p')
    await expect(page.getByRole('button', { name: 'A drag moves: Picture' })).toHaveAttribute('aria-pressed', 'true')
    await page.keyboard.press('Delete')
    expect(frameIn(await hand.afterStep('Take picture out'), id).fill.kind).toBe('none')
    await page.keyboard.press('Delete')
    expect((await hand.afterStep('Remove frame')).sheets[SHEET]?.order).toEqual([])
  })

  test('put an armed stencil down by Esc, wherever the focus is', async ({ page, request }) => {
    await BenchHand.open(page, await makeProject(request, []))
    await page.getByRole('tab', { name: 'Stencils' }).click()
    await page.getByRole('button', { name: 'Draw out' }).click()
    await stencilSupply(page, 'Star').click()
    await expect(page.getByText('Draw the frame, or press once')).toBeVisible()
    await page
      .getByRole('button', { name: 'Library' })
      .or(page.getByRole('tab', { name: 'Stencils' }))
      .first()
      .focus()
    await page.keyboard.press('Escape')
    await expect(page.getByText('Draw the frame, or press once')).toHaveCount(0)
  })
})

/** Places where the focus may be, and how it gets there. */
const PLACES = {
  supply: (page: Page) => page.locator('[data-supply]').first().focus(),
  card: (page: Page) => page.getByRole('button', { name: 'Take the picture out; the frame stays' }).focus(),
  stack: (page: Page) => page.locator('[data-stack-id="a"]').getByRole('button').first().focus(),
  bar: (page: Page) => page.getByRole('button', { name: 'History' }).focus(),
  field: (page: Page) => page.getByLabel('Name of the frame').focus(),
} as const

test('a key means the same wherever the focus is, unless a field is typed in', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, FILLED))
  const way = (name: string) => page.getByRole('button', { name: `A drag moves: ${name}` })
  for (const [place, focus] of Object.entries(PLACES)) {
    const isField = place === 'field'
    await hand.press({ x: 200, y: 200 })
    await expect(way('Whole')).toHaveAttribute('aria-pressed', 'true')
    for (const [key, name] of [
      ['p', 'Picture'],
      ['o', 'Outline'],
      ['w', 'Whole'],
    ] as const) {
      await focus(page)
      await page.keyboard.press(key)
      await expect(way(isField ? 'Whole' : name), `${key} in the ${place}`).toHaveAttribute('aria-pressed', 'true')
    }
    // Arrows nudge, but go along the strip of supplies, and within a field.
    const before = (await hand.frame('a')).box.cx
    await focus(page)
    await page.keyboard.press('ArrowRight')
    const stays = isField || place === 'supply'
    if (stays) await page.waitForTimeout(900)
    await expect
      .poll(async () => (await hand.frame('a')).box.cx - before, { message: `an arrow in the ${place}` })
      .toBe(stays ? 0 : 1)
    await focus(page)
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog', { name: 'Keys and first help' })).toHaveCount(isField ? 0 : 1)
    if (isField) {
      await page.keyboard.press('Escape')
      continue
    }
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await focus(page)
    await page.keyboard.press('Delete')
    expect((await hand.afterStep('Remove frame')).sheets[SHEET]?.order).toEqual(['b'])
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await hand.opened()).project.sheets[SHEET]?.order).toEqual(['a', 'b'])
    await hand.press({ x: 200, y: 200 })
    await focus(page)
    await page.keyboard.press('Escape')
    await expect(page.getByLabel('Name of the frame')).toHaveCount(0)
  }
})

test.describe('a press on a picture', () => {
  test('replaces that of the selected filled frame with all settings, and not that of another', async ({
    page,
    request,
  }) => {
    const id = await makeProject(request, PIECES)
    const other = await upload(request, await picture(640, 500, 42), 'press.jpg')
    const hand = await BenchHand.open(page, id)
    await hand.press({ x: 200, y: 200 })
    await run(page, 'Turn the picture by 90°')
    await hand.afterStep('Turn picture')
    await page.locator('[data-supply]').filter({ hasText: 'press' }).first().click()
    const project = await hand.afterStep('Replace picture')
    expect(hashOf(project.pictures[placedIn(project, 'a').pictureId])).toBe(other.hash)
    expect(placedIn(project, 'a').turn).toBe(90)
    expect(frameIn(project, 'b').fill.kind).toBe('none')
  })
  test('makes a frame of its shape in the middle of what is seen where there is no empty one', async ({
    page,
    request,
  }) => {
    const id = await makeProject(request, [])
    const tall = await upload(request, await picture(400, 800, 43), 'tall.jpg')
    const hand = await BenchHand.open(page, id)
    await page.locator('[data-supply]').filter({ hasText: 'tall' }).first().click()
    const project = await hand.afterStep('New frame with picture')
    const [frameId = ''] = project.sheets[SHEET]?.order ?? []
    const { box } = frameIn(project, frameId)
    expect(box.w / box.h).toBeCloseTo(tall.width / tall.height, 6)
    expect(Math.hypot(box.cx - 400, box.cy - 300)).toBeLessThan(1e-6)
  })
})

test.describe('choosing a picture', () => {
  for (const [what, press, words] of [
    ['Replace', 'Replace the picture, keeping all settings', 'Choose the new picture. All settings stay.'],
    ['a take', null, 'Choose a picture for the new take.'],
  ] as const)
    test(`for ${what} opens the pictures, says what it waits for, and is left by Esc`, async ({ page, request }) => {
      const hand = await BenchHand.open(page, await makeProject(request, FILLED))
      await hand.press({ x: 200, y: 200 })
      await page.getByRole('tab', { name: 'Stencils' }).click()
      if (press === null) await run(page, 'Add a take')
      else await page.getByRole('button', { name: press }).first().click()
      await expect(page.getByRole('tab', { name: 'Pictures' })).toHaveAttribute('aria-selected', 'true')
      await expect(page.locator('[data-region="rail"]')).toContainText(words)
      await expect(page.locator('[data-region="supplies"]')).toContainText(words)
      await expect(page.locator('[data-supply]').first()).toBeFocused()
      await page.keyboard.press('Escape')
      await expect(page.getByText(words)).toHaveCount(0)
      await page.waitForTimeout(300)
      expect((await hand.opened()).revision).toBe(0)
    })
  test('for the background is left by a second press', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    await page.getByRole('tab', { name: 'Finishes' }).click()
    const button = page.getByRole('button', { name: 'A picture that covers the sheet' })
    await button.click()
    await expect(page.locator('[data-region="rail"]')).toContainText('Choose the background picture.')
    await button.click()
    await expect(page.getByText('Choose the background picture.')).toHaveCount(0)
    await page.locator('[data-region="rail"]').waitFor()
    expect((await hand.opened()).revision).toBe(0)
  })
})

test.describe('numbers', () => {
  test('a zoom that would uncover becomes what covers, says why, and keep covered stays on', async ({
    page,
    request,
  }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    await hand.press({ x: 200, y: 200 })
    const zoom = page.locator('[data-region="card"]').getByRole('textbox', { name: 'Zoom in ×' })
    await zoom.fill('2')
    await zoom.press('Enter')
    await hand.afterStep('Zoom picture')
    await zoom.fill('0.5')
    await zoom.press('Enter')
    await expect(page.getByText('the picture would not cover its frame')).toBeVisible()
    await expect(zoom).toHaveValue('1')
    await expect.poll(async () => (await hand.placed('a')).zoom).toBeCloseTo(1, 9)
    expect((await hand.placed('a')).keepCovered).toBe(true)
  })
  test('a turn of 45° and back leaves the picture as it was', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    await hand.press({ x: 200, y: 200 })
    const before = await hand.placed('a')
    const turn = page.getByRole('region', { name: 'Picture' }).getByRole('textbox', { name: 'Turn' })
    for (const value of ['45', '0']) {
      await turn.fill(value)
      await turn.press('Enter')
      await expect.poll(async () => (await hand.placed('a')).turn).toBe(Number(value))
    }
    const after = await hand.placed('a')
    expect(after.zoom).toBeCloseTo(before.zoom, 9)
    expect(after.focus).toEqual(before.focus)
    const { project } = await hand.opened()
    const held = contentOf(project, sheetOf(project, SHEET), frameIn(project, 'a'))
    if (!held) throw new TypeError('no picture')
    const seen = resolvePlacement(held.placed, held.holder)
    expect(seen.scale / seen.fitScale).toBeCloseTo(1, 9)
  })
  test('the zoom slider goes in hundredths, from what covers, and is 160 pixels wide at least', async ({
    page,
    request,
  }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    await hand.press({ x: 200, y: 200 })
    const slider = page.getByRole('slider', { name: 'Zoom of the picture' })
    const track = await page.locator('[data-region="rail"] .MuiSlider-root').boundingBox()
    expect(track?.width).toBeGreaterThanOrEqual(160)
    await slider.focus()
    await page.keyboard.press('ArrowRight')
    await page.waitForTimeout(900)
    expect((await hand.placed('a')).zoom).toBeCloseTo(1.01, 3)
    await page.keyboard.press('Home')
    await page.waitForTimeout(900)
    expect((await hand.placed('a')).zoom).toBeCloseTo(1, 6)
  })
})

test.describe('undo while a tool has the table', () => {
  test('takes back points of the outline and then the tool, never the picture beneath', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FILLED))
    await hand.press({ x: 200, y: 200 })
    await page.keyboard.press('Shift+ArrowRight')
    await hand.afterStep('Move frame')
    await page.keyboard.press('q')
    for (const at of [
      { x: 150, y: 160 },
      { x: 260, y: 160 },
      { x: 260, y: 240 },
    ])
      await hand.press(at)
    const rail = page.locator('[data-region="rail"]')
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await expect(page.getByRole('button', { name: 'Undo: a point of the outline' })).toBeVisible()
    expect((await hand.opened()).revision).toBe(1)
    await page.keyboard.press('Control+z')
    await expect(page.getByRole('button', { name: 'Undo: Move frame' })).toBeVisible()
    await expect(rail).toContainText('Moves')
    expect((await hand.opened()).revision).toBe(1)
  })
})

test.describe('a selection', () => {
  const FOUR = [...FILLED, { id: 'c', box: { cx: 200, cy: 440, w: 120, h: 100 } }]
  test('is gathered from the table beside the sheet, and with Shift from a frame that is not selected', async ({
    page,
    request,
  }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FOUR))
    const before = await hand.at({ x: 0, y: 0 })
    await hand.drag({ x: -20, y: 20 }, { x: 380, y: 340 })
    await expect(page.getByLabel('Name of the frame')).toHaveValue('a')
    // The table did not pan.
    expect(await hand.at({ x: 0, y: 0 })).toEqual(before)
    // From within the second frame, over the third: the second is neither moved nor taken.
    await page.keyboard.down('Shift')
    await hand.drag({ x: 480, y: 260 }, { x: 110, y: 520 })
    await page.keyboard.up('Shift')
    await expect(page.locator('[data-region="card"]')).toContainText('2 selected')
    expect((await hand.opened()).revision).toBe(0)
  })
  test('takes what it touches while C is held', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FOUR))
    await hand.table.focus()
    await page.keyboard.down('c')
    await hand.drag({ x: 20, y: 20 }, { x: 480, y: 180 })
    await page.keyboard.up('c')
    await expect(page.locator('[data-region="card"]')).toContainText('2 selected')
  })
  test('is added to by Ctrl and a press', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FOUR))
    await hand.press({ x: 200, y: 200 })
    await page.keyboard.down('Control')
    await hand.press({ x: 560, y: 200 })
    await page.keyboard.up('Control')
    await expect(page.locator('[data-region="card"]')).toContainText('2 selected')
  })
  test('leaves a copy behind when it is moved with C held', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, FOUR))
    await hand.press({ x: 200, y: 200 })
    await page.keyboard.down('c')
    await hand.drag({ x: 200, y: 200 }, { x: 200, y: 320 })
    await page.keyboard.up('c')
    const project = await hand.afterStep('Drag a copy')
    expect(project.sheets[SHEET]?.order).toHaveLength(4)
    expect(frameIn(project, 'a').box.cy).toBeGreaterThan(300)
    const copy = (project.sheets[SHEET]?.order ?? []).find((id) => !['a', 'b', 'c'].includes(id)) ?? ''
    expect([frameIn(project, copy).box.cx, frameIn(project, copy).box.cy]).toEqual([200, 200])
    expect(placedIn(project, copy).pictureId).toBe('pic')
  })
})

test('a stencil to be drawn out stays in hand until it is put down', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  await page.getByRole('button', { name: 'Draw out' }).click()
  await stencilSupply(page, 'Star').click()
  await hand.drag({ x: 60, y: 60 }, { x: 200, y: 200 })
  await hand.drag({ x: 300, y: 60 }, { x: 440, y: 200 })
  await hand.drag({ x: 540, y: 60 }, { x: 680, y: 200 })
  await expect.poll(async () => (await hand.opened()).project.sheets[SHEET]?.order.length).toBe(3)
  await page.keyboard.press('Escape')
  await hand.drag({ x: 60, y: 400 }, { x: 200, y: 550 })
  await page.waitForTimeout(300)
  expect((await hand.opened()).project.sheets[SHEET]?.order.length).toBe(3)
})

test('a new selection shows the head of its card', async ({ page, request }) => {
  const hand = await BenchHand.open(page, await makeProject(request, FILLED))
  await hand.press({ x: 200, y: 200 })
  const card = page.locator('[data-region="card"]')
  await card.evaluate((element) => (element.scrollTop = 400))
  await hand.press({ x: 560, y: 200 })
  await expect(page.getByLabel('Name of the frame')).toHaveValue('b')
  expect(await card.evaluate((element) => element.scrollTop)).toBe(0)
})
