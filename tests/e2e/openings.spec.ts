/** Art with holes: found in one step, framed, filled. */
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { framesOf } from '@/core/document/tree'
import { holdsPicture } from '@/core/document/content'
import { expect, test } from './fixture'
import { BenchHand, makeProject, picture, run, SHEET, upload } from './bench'

/** Painted art of 800 × 600 with three holes: two windows and a round one with a soft edge. */
const overlay = async (): Promise<Buffer> => {
  const holes = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600"><path fill="#fff" d="M80 90h220v300H80zM360 90h360v180H360z"/><circle cx="540" cy="430" r="110" fill="#fff"/></svg>`,
  )
  const open = await sharp(holes).ensureAlpha().extractChannel(3).toBuffer()
  const solid = await sharp(open).negate().toBuffer()
  const ground = await sharp({ create: { width: 800, height: 600, channels: 3, background: '#2f5d50' } })
    .png()
    .toBuffer()
  return sharp(ground).joinChannel(solid).png().toBuffer()
}

const dialogOf = (page: Page) => page.getByRole('dialog', { name: /^Frames for the holes/ })
const framesIn = async (hand: BenchHand) => {
  const sheet = (await hand.opened()).project.sheets[SHEET]
  return sheet ? framesOf(sheet) : []
}

test('an overlay of three openings is brought in, framed and filled in six presses', async ({ page, request }) => {
  let presses = 0
  const press = async (what: { click: () => Promise<void> }): Promise<void> => {
    presses += 1
    await what.click()
  }
  for (const [i, name] of ['pier.jpg', 'dune.jpg', 'kite.jpg'].entries())
    await upload(request, await picture(900, 700, 610 + i), name)
  await upload(request, await overlay(), 'wall.png')
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await press(page.getByRole('button', { name: 'More to do with wall' }).first())
  await press(page.getByRole('menuitem', { name: 'Frames for its holes…' }))
  const dialog = dialogOf(page)
  await expect(dialog.getByRole('status')).toHaveText('3 of 3 openings')
  await press(dialog.getByRole('button', { name: 'Make 3 frames' }))
  await hand.afterStep('Frames for 3 openings')
  const made = await framesIn(hand)
  expect(made.map(({ name }) => name)).toEqual(['Opening 1', 'Opening 2', 'Opening 3', 'wall'])
  expect(made.at(-1)?.locked).toBe(true)
  // The art is of the sheet's shape: its pixels are points here. One pixel reaches under it.
  const box = made[0]?.box
  expect(box && [box.cx - box.w / 2, box.cy - box.h / 2, box.w, box.h].map(Math.round)).toEqual([79, 89, 222, 302])
  for (const name of ['pier', 'dune', 'kite']) await press(page.locator('[data-supply]', { hasText: name }).first())
  await expect.poll(async () => (await framesIn(hand)).filter(({ fill }) => holdsPicture(fill)).length).toBe(4)
  expect(presses).toBeLessThanOrEqual(6)
})

test('openings are dropped, named, joined and looked for by colour', async ({ page, request }) => {
  const coloured = await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><path fill="#2f5d50" d="M0 0h600v400H0z"/><path fill="#f0c040" d="M50 50h200v300H50zM320 60h230v120H320zM320 220h230v120H320z"/></svg>`,
    ),
  )
    .png()
    .toBuffer()
  await upload(request, coloured, 'plainholes.png')
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await page.locator('[data-supply]', { hasText: 'plainholes' }).first().click()
  await hand.afterStep('New frame with picture')
  await run(page, 'Frames for its holes…')
  const dialog = dialogOf(page)
  await expect(dialog.getByRole('status')).toContainText('Nothing of this picture is transparent')
  await dialog.getByRole('button', { name: /holes have a plain colour/ }).click()
  const picker = dialog.getByRole('application', { name: /^Colour of the holes/ })
  // By keyboard: the wall in the middle is one part around all; from there to the hole on the left.
  await picker.focus()
  await page.keyboard.press('Enter')
  await expect(dialog.getByRole('status')).toHaveText('0 of 1 openings')
  for (let i = 0; i < 10; i += 1) await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  await expect(dialog.getByRole('status')).toHaveText('3 of 3 openings')
  await dialog.getByRole('button', { name: /holes are transparent/ }).click()
  await expect(dialog.getByRole('status')).toContainText('Nothing of this picture is transparent')
  await dialog.getByRole('button', { name: /holes have a plain colour/ }).click()
  const preview = await picker.boundingBox()
  if (!preview) throw new TypeError('no preview')
  await page.mouse.click(preview.x + preview.width * 0.25, preview.y + preview.height * 0.5)
  await expect(dialog.getByRole('status')).toHaveText('3 of 3 openings')
  await dialog.getByRole('checkbox', { name: 'Keep opening 1' }).uncheck()
  await dialog.getByRole('textbox', { name: 'Name of opening 2' }).fill('Shelf')
  await dialog.getByRole('button', { name: 'Join' }).click()
  await expect(dialog.getByRole('status')).toHaveText('1 of 2 openings')
  // How far frames reach under the art decides nothing anew.
  const reach = dialog.getByRole('textbox', { name: /^How far frames reach under the art/ })
  await reach.fill('3')
  await reach.press('Enter')
  await page.waitForTimeout(1500)
  await expect(dialog.getByRole('status')).toHaveText('1 of 2 openings')
  await expect(dialog.getByRole('textbox', { name: 'Name of opening 2' })).toHaveValue('Shelf')
  await dialog.getByRole('button', { name: 'Make the frame' }).click()
  await hand.afterStep('Frame for the opening')
  const made = await framesIn(hand)
  expect(made.map(({ name }) => name)).toEqual(['Shelf', 'plainholes'])
  // Nothing is seen through a hole of a colour: the art is cut there, so that what fills the frame shows.
  expect(made[1]?.stencil).toMatchObject({ kind: 'path', fillRule: 'evenodd' })
  await hand.table.focus()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await framesIn(hand)).length).toBe(1)
})
