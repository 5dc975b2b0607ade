/**
 * One job of each family from start to file, in presses, drags and typed fields: outlines, alphabets, finishes, letters, the
 * library. docs/figures.md tells what the same took before.
 */
import { layersOf } from '@/core/document/finish'
import type { Page } from '@playwright/test'
import { expect, test } from './fixture'
import { begin, Counter } from './counter'
import { BenchHand, makeProject, nameIt, picture, SHEET, SOON, upload } from './bench'

test.use({ sections: 'follow' })

const exported = async (page: Page, count: Counter): Promise<void> => {
  await count.press(page.getByRole('button', { name: 'Export', exact: true }))
  const download = page.waitForEvent('download')
  await count.press(page.getByRole('button', { name: 'Export PNG' }))
  expect((await download).suggestedFilename()).toMatch(/\.png$/)
}

test('an alphabet of 26 on transparent ground with one finish, exported', async ({ page, request }) => {
  const { hand, count, tab, photograph } = await begin(page, request)
  await count.press(tab('Letters'))
  await count.press(page.getByRole('button', { name: 'Alphabet set', exact: true }))
  const panel = page.getByRole('complementary', { name: 'Alphabet set' })
  await count.press(tab('Pictures'))
  await count.press(photograph('dune'), ['Shift'])
  await count.choose(panel.getByLabel('Ground of the sheets'), 'none')
  await count.press(panel.getByRole('button', { name: 'Make 26 letters on 26 sheets' }))
  await hand.afterStep('New alphabet set')
  await count.choose(panel.getByLabel('Finish of all letters'), 'offered Lifted')
  await hand.afterStep('Finish of the set')
  await count.press(panel.getByRole('button', { name: 'Export the set' }))
  const download = page.waitForEvent('download')
  await count.press(page.getByRole('button', { name: 'Export 26 as PNG' }))
  expect((await download).suggestedFilename()).toMatch(/\.zip$/)
  // Sheet by sheet it were two presses for the ground and two for the finish on each of 26: 116 with the rest.
  count.within({ presses: 11, drags: 0, typed: 0 })
})

test('a drawing of lines becomes a frame with a picture, exported', async ({ page, request }) => {
  const { hand, count, tab, photograph, filled } = await begin(page, request)
  await count.press(tab('Stencils'))
  await count.press(page.getByRole('button', { name: 'From artwork' }))
  await page.getByLabel('Artwork files').setInputFiles({
    name: 'sail.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" fill="none" stroke="black" stroke-width="2"><path d="M4 20L12 3V20zM14 8L20 20H14z"/></svg>',
    ),
  })
  await count.press(page.getByRole('button', { name: 'Put on the sheet' }))
  await hand.afterStep('Put outline')
  await count.press(tab('Pictures'))
  await count.press(photograph('gull'))
  await expect.poll(filled, { intervals: SOON }).toBe(1)
  await count.press(page.getByRole('button', { name: 'Export', exact: true }))
  const download = page.waitForEvent('download')
  await count.press(page.getByRole('button', { name: 'Export PNG' }))
  expect((await download).suggestedFilename()).toMatch(/\.png$/)
  count.within({ presses: 7, drags: 0, typed: 0 })
})

test('a finish kept for all projects is put on a frame of another one, exported', async ({ page, request }) => {
  const filled = [{ id: 'a', box: { cx: 200, cy: 200, w: 200, h: 160 }, filled: true }]
  const first = await BenchHand.open(page, await makeProject(request, filled))
  await first.press({ x: 200, y: 200 })
  const finish = page.locator('[data-region="card"]').getByRole('region', { name: 'Finish' })
  await finish
    .getByRole('button', { name: /Finish/ })
    .first()
    .click()
  await finish.getByRole('button', { name: 'Add a stroke' }).click()
  await nameIt(page, 'Pier edge')
  await page.getByRole('tab', { name: 'Finishes' }).click()
  await page.getByRole('button', { name: 'More to do with Pier edge' }).first().click()
  await page.getByRole('menuitem', { name: 'Keep it for all projects' }).click()
  const hand = await BenchHand.open(page, await makeProject(request, filled))
  const count = new Counter(page)
  await count.pressAt(await hand.at({ x: 200, y: 200 }))
  await count.press(page.getByRole('tab', { name: 'Finishes' }))
  await count.press(
    page.getByRole('region', { name: 'For all projects' }).getByRole('button', { name: 'Pier edge', exact: true }),
  )
  const project = await hand.afterStep('Apply finish')
  const item = project.sheets[SHEET]?.items['a']
  expect(item && layersOf(project, item)).toHaveLength(1)
  await exported(page, count)
  // By way of the clipboard: to the other project and back (4), select, menu and copy there (3), select, menu and paste here (3).
  count.within({ presses: 5, drags: 0, typed: 0 })
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'More to do with Pier edge' }).first().click()
  await page.getByRole('menuitem', { name: 'No longer keep it for all projects' }).click()
})

test('a text is set in another typeface by a sample of it, exported', async ({ page, request }) => {
  const { hand, count, tab } = await begin(page, request)
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByRole('textbox', { name: 'Your text' }).fill('PIER')
  await page.keyboard.press('Enter')
  await hand.afterStep('New letters')
  await page.keyboard.press('Escape')
  await count.press(tab('Letters'))
  await count.pressAt(await hand.at({ x: 400, y: 300 }))
  await count.press(page.getByRole('button', { name: 'Set the selected text in Bungee', exact: true }))
  await hand.afterStep('Typeface')
  await exported(page, count)
  // As many as by the list in the card; a press on a sample made a second text before.
  count.within({ presses: 5, drags: 0, typed: 0 })
})

test('five pictures that are used nowhere leave the library', async ({ page, request }) => {
  for (let i = 0; i < 5; i += 1) await upload(request, await picture(333 + i, 210, 150 + i), `spare-${i}.jpg`)
  await BenchHand.open(page, await makeProject(request, []))
  const count = new Counter(page)
  await count.press(page.getByRole('button', { name: 'Library', exact: true }))
  await count.type(page.getByLabel('Search by name and tag'), 'spare-')
  await count.choose(page.getByRole('combobox', { name: 'Which pictures' }), 'nowhere')
  await expect(page.locator('[data-picture]')).toHaveCount(5)
  await count.press(page.getByRole('button', { name: 'Choose all 5' }))
  await count.press(page.getByRole('button', { name: 'Remove all 5…' }))
  await count.press(page.getByRole('button', { name: 'Remove', exact: true }))
  await expect(page.locator('[data-picture]')).toHaveCount(0)
  // One by one: a press on each and one to remove it, after the search, without being asked.
  count.within({ presses: 7, drags: 0, typed: 1 })
})
