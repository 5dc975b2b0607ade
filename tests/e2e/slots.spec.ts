/** Colour slots as a person works with them: made of a colour, given to others, changed once for all, filled from pictures, copied. */
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test } from './fixture'
import { BenchHand, makeProject, SHEET, SOON } from './bench'
import type { Slot } from '@/core/colour/slots'
import { addLook } from '@/core/document/edits/looks'
import { adjustPictures } from '@/core/document/edits/adjust'
import { nameFinish } from '@/core/document/edits/namedFinishes'
import { sheetOf } from '@/core/document/read'
import { isText } from '@/core/document/text'
import type { Project } from '@/core/document/types'
import sharp from 'sharp'
import { slotted } from '@tests/helpers/slots'

const PIECES = [
  { id: 'f-a', box: { cx: 200, cy: 450, w: 200, h: 200 } },
  { id: 'f-b', box: { cx: 600, cy: 450, w: 200, h: 200 } },
] as const

const open = async (page: Page, request: APIRequestContext): Promise<BenchHand> =>
  BenchHand.open(page, await makeProject(request, PIECES))

const card = (page: Page) => page.locator('[data-region="card"]')
const slotsOf = async (hand: BenchHand): Promise<readonly Slot[]> => Object.values((await hand.opened()).project.slots)

const colourOf = (project: Project, id: string): unknown => {
  const item = sheetOf(project, SHEET).items[id]
  return item?.kind === 'frame' && item.fill.kind === 'colour' ? item.fill.colour : null
}

test('a message is recoloured by its slot: made of its colour, named, changed for all that uses it, taken back', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  await hand.table.focus()
  await page.keyboard.press('6')
  await expect(page.getByText('Press the sheet where the text shall begin')).toBeVisible()
  await hand.drag({ x: 100, y: 60 }, { x: 700, y: 260 })
  await expect(page.locator('[data-writing]')).toBeVisible()
  await page.keyboard.type('Kites over the Gull Steps', { delay: 12 })
  const text = async () => Object.values(sheetOf((await hand.opened()).project, SHEET).items).find(isText)
  await expect.poll(async () => (await text())?.stencil.text, { intervals: SOON }).toBe('Kites over the Gull Steps')
  await page.keyboard.press('Escape')
  await expect(page.locator('[data-writing]')).toHaveCount(0)

  // Its colour becomes a slot and gets a name.
  const field = card(page).getByRole('textbox', { name: 'Colour', exact: true })
  await field.fill('#225588')
  await field.press('Enter')
  await card(page)
    .getByRole('button', { name: /^Colour: #225588/ })
    .click()
  const picker = page.getByRole('dialog', { name: /choose a colour/ })
  await picker.getByRole('button', { name: /Make this colour a slot/ }).click()
  await expect.poll(async () => (await slotsOf(hand)).map(({ colour }) => colour)).toEqual(['#225588'])
  const name = picker.getByRole('textbox', { name: 'Name of the slot' })
  await name.fill('Deep water')
  await name.press('Enter')
  await expect.poll(async () => (await slotsOf(hand)).map((slot) => slot.name)).toEqual(['Deep water'])
  const [slot] = await slotsOf(hand)
  await expect.poll(async () => (await text())?.fill).toEqual({ kind: 'colour', colour: `@${slot?.id}` })
  // To make it and to use it was one step.
  expect((await hand.opened()).history.undo.slice(-2).map((step) => step.name)).toEqual([
    'New colour slot',
    'Name a colour slot',
  ])

  // In the picker the slot changes, and with it the letters.
  const hex = picker.getByRole('textbox', { name: 'Hex' })
  await hex.fill('#aa3311')
  await hex.press('Enter')
  await page.keyboard.press('Escape')
  await expect(picker).toHaveCount(0)
  await expect.poll(async () => (await slotsOf(hand))[0]?.colour).toBe('#aa3311')
  await expect(field).toHaveValue('Deep water')
  expect((await text())?.fill).toEqual({ kind: 'colour', colour: `@${slot?.id}` })

  // The sheet's card lists it; the background takes a lighter tint of it by its name.
  await hand.table.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  const background = card(page).getByRole('textbox', { name: 'Colour', exact: true })
  await background.fill('deep water +80%')
  await background.press('Enter')
  await expect
    .poll(async () => sheetOf((await hand.opened()).project, SHEET).background)
    .toEqual({ kind: 'colour', colour: `@${slot?.id}:80` })
  // #aa3311 mixed with white by 80%: 170 + 85 · 0.8 = 238, 51 + 204 · 0.8 = 214.2, 17 + 238 · 0.8 = 207.4
  await expect.poll(() => hand.colourAt({ x: 400, y: 580 })).toEqual([238, 214, 207])
  await card(page)
    .getByRole('button', { name: /Colour slots/ })
    .click()
  await expect(card(page).getByText('used 2×')).toBeVisible()

  // Removed, both keep their colours; one undo brings the slot back, and with it what used it.
  await card(page)
    .getByRole('button', { name: /Remove the slot “Deep water”/ })
    .click()
  await expect.poll(() => slotsOf(hand)).toEqual([])
  expect((await text())?.fill).toEqual({ kind: 'colour', colour: '#aa3311' })
  expect(await hand.colourAt({ x: 400, y: 580 })).toEqual([238, 214, 207])
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await slotsOf(hand)).length).toBe(1)
  expect((await text())?.fill).toEqual({ kind: 'colour', colour: `@${slot?.id}` })
})

test('a frame is bound and freed in the picker; a picked colour changes the slot, or only this place', async ({
  page,
  request,
}) => {
  const hand = await open(page, request)
  const fill = async (id: string): Promise<unknown> => colourOf((await hand.opened()).project, id)
  await card(page)
    .getByRole('button', { name: /Colour slots/ })
    .click()
  await card(page)
    .getByRole('button', { name: /Add a colour with a name/ })
    .click()
  await expect.poll(async () => (await slotsOf(hand)).length).toBe(1)
  const [slot] = await slotsOf(hand)
  const bound = `@${slot?.id}`
  for (const [id, x] of [
    ['f-a', 200],
    ['f-b', 600],
  ] as const) {
    await hand.press({ x, y: 450 })
    await card(page).getByRole('button', { name: 'Fill with a colour', exact: true }).click()
    await card(page)
      .getByRole('button', { name: /^Colour: .*Choose a colour/ })
      .click()
    const picker = page.getByRole('dialog', { name: /choose a colour/ })
    await picker.getByRole('button', { name: /^Slot: / }).click()
    await expect.poll(() => fill(id)).toBe(bound)
    if (id === 'f-a') await page.keyboard.press('Escape')
  }
  const picker = page.getByRole('dialog', { name: /choose a colour/ })
  // A tint by a press, and by number; one beyond what there is is refused in words.
  await picker.getByRole('button', { name: /lighter by 50%/ }).click()
  await expect.poll(() => fill('f-b')).toBe(`${bound}:50`)
  const tint = picker.getByRole('textbox', { name: /Lighter or darker/ })
  await tint.fill('96')
  await tint.press('Enter')
  await expect(picker.getByText(/the tint/i)).toBeVisible()
  await tint.fill('-20')
  await tint.press('Enter')
  await expect.poll(() => fill('f-b')).toBe(`${bound}:-20`)
  // What is picked changes the slot: both frames follow, nothing in them is written anew.
  const hex = picker.getByRole('textbox', { name: 'Hex' })
  await hex.fill('#336699')
  await hex.press('Enter')
  // It is seen at once; all of a visit to the picker is one step.
  await expect.poll(() => hand.colourAt({ x: 200, y: 450 })).toEqual([51, 102, 153])
  await page.keyboard.press('Escape')
  await expect.poll(async () => (await slotsOf(hand))[0]?.colour).toBe('#336699')
  expect([await fill('f-a'), await fill('f-b')]).toEqual([bound, `${bound}:-20`])
  // Only here: the other one and the slot stay.
  await card(page)
    .getByRole('button', { name: /^Colour: .*Choose a colour/ })
    .click()
  await picker.getByRole('button', { name: /for this place alone/ }).click()
  await hex.fill('#ffcc00')
  await hex.press('Enter')
  await page.keyboard.press('Escape')
  await expect.poll(() => fill('f-b')).toBe('#ffcc00')
  expect((await slotsOf(hand))[0]?.colour).toBe('#336699')
  await hand.press({ x: 200, y: 450 })
  await card(page)
    .getByRole('button', { name: /^Colour: .*Choose a colour/ })
    .click()
  await page.getByRole('button', { name: /Keep this colour, but follow/ }).click()
  await expect.poll(() => fill('f-a')).toBe('#336699')
})

test('all slots are filled from the pictures in one step, seen before, and taken back in one', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'f-a', box: { cx: 400, cy: 300, w: 400, h: 300 }, filled: true }]),
  )
  await card(page)
    .getByRole('button', { name: /Colour slots/ })
    .click()
  const more = card(page).getByRole('button', { name: /Add a colour with a name/ })
  for (const count of [1, 2, 3]) {
    await more.click()
    await expect.poll(async () => (await slotsOf(hand)).length).toBe(count)
  }
  const before = await slotsOf(hand)
  await card(page)
    .getByRole('button', { name: /Give all colour slots the colours of the pictures/ })
    .click()
  const proposals = page.getByRole('group', { name: 'Proposals' }).getByRole('button')
  await expect.poll(() => proposals.count()).toBeGreaterThan(2)
  await expect(page.getByRole('button', { name: 'Fill the slots' })).toBeDisabled()
  const chosen = proposals.nth(1)
  await chosen.click()
  await expect(chosen).toHaveAttribute('aria-pressed', 'true')
  const said = (await chosen.getAttribute('aria-label')) ?? ''
  // Nothing has changed yet.
  expect(await slotsOf(hand)).toEqual(before)
  await page.getByRole('button', { name: 'Fill the slots' }).click()
  await hand.afterStep('Fill the colour slots')
  const after = await slotsOf(hand)
  expect(said).toContain(after.map(({ name, colour }) => `${name} ${colour}`).join(', '))
  expect(new Set(after.map(({ colour }) => colour)).size).toBe(3)
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect.poll(() => slotsOf(hand)).toEqual(before)
})

test('what is pasted into another project joins the slot of its name there, or keeps its own', async ({
  page,
  request,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const make = async (hex: string): Promise<BenchHand> => {
    const hand = await open(page, request)
    await hand.press({ x: 200, y: 450 })
    await card(page).getByRole('button', { name: 'Fill with a colour', exact: true }).click()
    const field = card(page).getByRole('textbox', { name: 'Colour', exact: true })
    await field.fill(hex)
    await field.press('Enter')
    await card(page)
      .getByRole('button', { name: new RegExp(`^Colour: ${hex}`) })
      .click()
    await page.getByRole('button', { name: /Make this colour a slot/ }).click()
    await expect
      .poll(async () => (await slotsOf(hand)).map(({ name, colour }) => `${name} ${colour}`))
      .toEqual([`Colour 1 ${hex}`])
    await page.keyboard.press('Escape')
    await hand.table.focus()
    return hand
  }
  await make('#117733')
  await page.keyboard.press('Control+c')
  const hand = await make('#cc2211')
  await page.keyboard.press('Control+v')
  const dialog = page.getByRole('dialog', { name: /same name/ })
  await dialog.getByRole('button', { name: 'Keep both' }).click()
  await expect
    .poll(async () => (await slotsOf(hand)).map(({ name, colour }) => `${name} ${colour}`))
    .toEqual(['Colour 1 #cc2211', 'Colour 1 2 #117733'])
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await slotsOf(hand)).length).toBe(1)
  await page.keyboard.press('Control+v')
  await dialog.getByRole('button', { name: /Use this project/ }).click()
  const fills = async () =>
    Object.values(sheetOf((await hand.opened()).project, SHEET).items).map((item) =>
      item.kind === 'frame' && item.fill.kind === 'colour' ? item.fill.colour : null,
    )
  const [own] = await slotsOf(hand)
  await expect.poll(async () => (await fills()).filter((colour) => colour === `@${own?.id}`).length).toBe(2)
  expect(await slotsOf(hand)).toHaveLength(1)
})

test('a project whose colours are all of slots shows everywhere, and is exported as it is seen', async ({
  page,
  request,
}) => {
  const wrong: string[] = []
  page.on('pageerror', ({ message }) => wrong.push(message))
  const id = await makeProject(request, [
    { id: 'f-1', box: { cx: 200, cy: 200, w: 200, h: 160 } },
    { id: 'f-2', box: { cx: 500, cy: 210, w: 180, h: 180 } },
    { id: 'f-3', box: { cx: 300, cy: 450, w: 150, h: 150 }, filled: true },
  ])
  const start = ((await (await request.get(`/api/projects/${id}`)).json()) as { project: Project }).project
  const tones = { dark: '@ink', light: '@sand:50', amount: 1 } as const
  let document = slotted(start)
  document = adjustPictures(document, { sheetId: SHEET, ids: ['f-3'], change: () => ({ tones }) })
  document = addLook(document, { look: { id: 'duo', name: 'Duo', adjustments: { tones } } })
  document = nameFinish(document, {
    sheetId: SHEET,
    id: 'f-1',
    finishId: 'edge',
    name: 'Plum edge',
    category: '',
    withCorners: false,
  })
  const made = await request.post('/api/projects', { data: { document } })
  expect(made.status()).toBe(201)
  const hand = await BenchHand.open(page, ((await made.json()) as { id: string }).id)
  // What paints and what only lists: table, stack, sections of every kind of card, the named finish as a tile.
  await page.getByRole('tab', { name: 'Finishes' }).click()
  await expect(page.locator('[data-region="supplies"]').getByText('Plum edge')).toBeVisible()
  for (const at of [
    { x: 200, y: 200 },
    { x: 500, y: 240 },
    { x: 300, y: 450 },
  ]) {
    await hand.press(at)
    for (const section of ['Fill', 'Tones', 'Finish']) {
      const head = card(page)
        .getByRole('button', { name: new RegExp(`^\\d* ?${section}\\b`) })
        .first()
      if ((await head.count()) && (await head.getAttribute('aria-expanded')) === 'false' && (await head.isEnabled()))
        await head.click()
    }
    await page.waitForTimeout(300)
  }
  await hand.table.focus()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await page.waitForTimeout(500)
  expect(wrong).toEqual([])
  /** Half a step for each of two mixings, and what a canvas keeps of an opacity. */
  const near = (seen: readonly number[], wanted: readonly number[]): void =>
    seen.forEach((channel, i) => expect(Math.abs(channel - (wanted[i] ?? 0))).toBeLessThanOrEqual(2))
  // Veil of #2c6e63 at a tenth over #e7c9a0 lightened by 40%; sea darker by 20% in the ellipse.
  near(await hand.colourAt({ x: 740, y: 40 }), [221, 212, 188])
  near(await hand.colourAt({ x: 200, y: 200 }), [35, 88, 79])
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  const dialog = page.getByRole('dialog')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog
      .getByRole('button', { name: /^Export/ })
      .last()
      .click(),
  ])
  const { data, info } = await sharp(await download.path())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const pixel = (x: number, y: number): readonly number[] => [
    ...data.subarray((y * info.width + x) * 4, (y * info.width + x) * 4 + 3),
  ]
  near(pixel(740, 40), [221, 212, 188])
  near(pixel(200, 200), [35, 88, 79])
})
