/**
 * How many presses, drags and typed fields the commonest jobs take, counted as a person makes them. A press of a key is
 * none of these. The aims stand beside each job; docs/figures.md tells what was counted.
 */
import { spanMembers } from '@/core/document/content'
import { layersOf } from '@/core/document/finish'
import { framesOf } from '@/core/document/tree'
import { expect, test } from './fixture'
import { begin, Counter, middleOf, NAMES } from './counter'
import { picture, SHEET, SOON, upload } from './bench'

test.use({ sections: 'follow' })

test('letters as windows onto a pale background', async ({ page, request }) => {
  const { hand, count, tab, photograph, sheet } = await begin(page, request)
  await count.press(tab('Letters'))
  await count.type(page.getByRole('textbox', { name: 'Your text' }), 'SEA')
  await hand.afterStep('New letters')
  await count.press(tab('Pictures'))
  const paper = await hand.at({ x: 400, y: 300 })
  const head = await middleOf(hand.table)
  const top = (await hand.table.boundingBox())?.y ?? 0
  await count.drag(await middleOf(photograph('dune')), { x: head.x, y: top + 24 })
  await hand.afterStep('Background picture')
  await count.press(page.locator('[data-region="stack"]').getByRole('button', { name: 'Background' }))
  await count.type(page.getByRole('textbox', { name: 'Opacity in %' }), '35')
  await hand.afterStep('Opacity of the background')
  await count.pressAt(paper)
  await count.press(page.getByRole('button', { name: 'Make the letters windows onto the background picture' }))
  await hand.afterStep('Windows onto the background')
  const held = await sheet()
  expect(held?.background).toMatchObject({ kind: 'picture', opacity: 0.35 })
  expect(framesOf(held as never).every(({ fill }) => fill.kind === 'span')).toBe(true)
  count.within({ presses: 8, drags: 1, typed: 3 })
})

test('three photographs in three letters, with stroke and shadow', async ({ page, request }) => {
  const { hand, count, tab, photograph, filled } = await begin(page, request)
  await count.press(tab('Letters'))
  await count.type(page.getByRole('textbox', { name: 'Your text' }), 'SKY')
  await hand.afterStep('New letters')
  await count.press(tab('Pictures'))
  for (const name of ['dune', 'gull', 'harbour']) await count.press(photograph(name))
  await expect.poll(filled, { intervals: SOON }).toBe(3)
  await count.press(page.getByRole('button', { name: /^4 ?Finish/ }))
  await count.press(page.getByRole('button', { name: 'Add a stroke' }))
  await count.press(page.getByRole('button', { name: 'Add a shadow' }))
  const project = await hand.afterStep('Add shadow')
  const word = Object.values(project.sheets[SHEET]?.items ?? {}).find(({ kind }) => kind === 'group')
  expect(word && layersOf(project, word).map(({ kind }) => kind)).toEqual(['stroke', 'shadow'])
  count.within({ presses: 10, drags: 6, typed: 4 })
})

test('one photograph over three frames, two exports', async ({ page, request }) => {
  const { hand, count, tab, photograph, stencil } = await begin(page, request)
  await count.press(tab('Stencils'))
  await count.press(stencil('Ready group: 3 in a row'))
  await count.press(tab('Pictures'))
  await count.press(photograph('pier'))
  await count.press(page.getByRole('menuitem', { name: 'One picture across all' }))
  const project = await hand.afterStep('One picture across all')
  const [span] = Object.keys(project.sheets[SHEET]?.spans ?? {})
  expect(spanMembers(project.sheets[SHEET] as never, span ?? '')).toHaveLength(3)
  await count.press(page.getByRole('button', { name: 'Export', exact: true }))
  for (const format of ['PNG', 'JPEG']) {
    if (format === 'JPEG') await count.press(page.getByRole('radio', { name: /^JPEG/ }))
    const download = page.waitForEvent('download')
    await count.press(page.getByRole('button', { name: `Export ${format}` }))
    expect((await download).suggestedFilename()).toMatch(format === 'PNG' ? /\.png$/ : /\.jpg$/)
  }
  count.within({ presses: 10, drags: 3, typed: 2 })
})

test('three equal faces on one eye line', async ({ page, request }) => {
  const { hand, count, tab, photograph, stencil, filled } = await begin(page, request)
  await count.press(tab('Stencils'))
  await count.press(stencil('Ready group: 3 in a row'))
  const group = (await hand.afterStep('New group')).sheets[SHEET]
  await count.press(tab('Pictures'))
  const frames = framesOf(group as never)
  for (const [i, name] of ['dune', 'gull', 'harbour'].entries()) {
    const { cx, cy } = frames[i]?.box ?? { cx: 0, cy: 0 }
    await count.drag(await middleOf(photograph(name)), await hand.at({ x: cx, y: cy }))
    await expect.poll(filled, { intervals: SOON }).toBe(i + 1)
  }
  await page.keyboard.press('Escape')
  await count.press(page.getByRole('button', { name: 'Match the subjects: same height and line in every frame' }))
  // Each is told of by how many follow it: what was said of the one before may still be there.
  for (const [i, rest] of ['; 2 more after it', '; 1 more after it', ''].entries()) {
    const said = new RegExp(`^Draw a box around the head in the viewfinder of [^;.]+${rest}\\. Then all are matched`)
    await expect(page.getByText(said).first()).toBeVisible()
    const finder = page.getByRole('img', { name: /^Viewfinder/ })
    const { x, y } = await middleOf(finder)
    // Heads of three sizes, so that there is something to match.
    await count.drag({ x: x - 14, y: y - 20 }, { x: x + 14, y: y + 4 + 4 * i })
  }
  const project = await hand.afterStep('Match subjects')
  expect(Object.values(project.pictures).filter(({ subject }) => subject)).toHaveLength(3)
  count.within({ presses: 9, drags: 7, typed: 1 })
})

test('five named placeholders, filled later', async ({ page, request }) => {
  const { hand, count, tab, photograph, stencil, filled, sheet } = await begin(page, request)
  await count.press(tab('Stencils'))
  await count.press(page.getByRole('button', { name: 'Draw out' }))
  await count.press(stencil('Rectangle'))
  for (let i = 0; i < 5; i += 1) {
    const [x, y] = [60 + (i % 3) * 240, 60 + Math.floor(i / 3) * 260]
    await count.drag(await hand.at({ x, y }), await hand.at({ x: x + 180, y: y + 160 }))
    await expect.poll(async () => framesOf((await sheet()) as never).length, { intervals: SOON }).toBe(i + 1)
    await page.keyboard.press('F2')
    await count.typeHere(`Guest ${i + 1}`)
  }
  await page.keyboard.press('Escape')
  await count.press(tab('Pictures'))
  for (const name of NAMES) await count.press(photograph(name))
  await expect.poll(filled, { intervals: SOON }).toBe(5)
  const names = framesOf((await sheet()) as never).map(({ name }) => name)
  expect(names.toSorted()).toEqual(['Guest 1', 'Guest 2', 'Guest 3', 'Guest 4', 'Guest 5'])
  count.within({ presses: 12, drags: 13, typed: 5 })
})

test('one finish for three frames, one of them differing', async ({ page, request }) => {
  const { hand, count, tab, stencil, sheet } = await begin(page, request)
  await count.press(tab('Stencils'))
  for (const name of ['Ellipse', 'Rectangle', 'Star']) await count.press(stencil(name))
  await expect.poll(async () => framesOf((await sheet()) as never).length, { intervals: SOON }).toBe(3)
  await page.keyboard.press('Control+a')
  await count.press(tab('Finishes'))
  await count.press(stencil('Ink line'))
  const shared = await hand.afterStep('Apply finish')
  const [first] = framesOf(shared.sheets[SHEET] as never)
  const { cx, cy } = first?.box ?? { cx: 0, cy: 0 }
  await count.pressAt(await hand.at({ x: cx, y: cy }))
  await count.press(page.getByRole('button', { name: /^4 ?Finish/ }))
  await count.press(page.getByRole('button', { name: /^Stroke/ }).first())
  await count.type(page.getByRole('textbox', { name: 'Width in px' }), '14')
  const project = await hand.afterStep('Change stroke')
  const frames = framesOf(project.sheets[SHEET] as never)
  expect(new Set(frames.map(({ finish }) => finish?.finishId)).size).toBe(1)
  const widths = frames.map((frame) => layersOf(project, frame)[0] as { readonly width?: number } | undefined)
  expect(widths.filter((layer) => layer?.width === 14)).toHaveLength(1)
  count.within({ presses: 11, drags: 3, typed: 2 })
})

test('four own outlines kept', async ({ page, request }) => {
  const { hand, count, sheet } = await begin(page, request)
  const { mouse } = page
  for (let i = 0; i < 4; i += 1) {
    await hand.table.focus()
    await page.keyboard.press('q')
    if (i === 0) await count.press(page.getByRole('button', { name: 'Draw the outline by hand' }))
    const middle = { x: 180 + (i % 2) * 400, y: 150 + Math.floor(i / 2) * 280 }
    const at = (turn: number) =>
      hand.at({ x: middle.x + 90 * Math.cos(turn), y: middle.y + (60 + 12 * i) * Math.sin(turn) })
    const from = await at(0)
    await mouse.move(from.x, from.y)
    await mouse.down()
    for (let k = 1; k <= 24; k += 1) {
      const next = await at((k / 24) * 2 * Math.PI)
      await mouse.move(next.x, next.y)
    }
    await mouse.up()
    count.drags += 1
    await count.press(page.getByRole('button', { name: 'New empty frame' }))
    await expect.poll(async () => framesOf((await sheet()) as never).length, { intervals: SOON }).toBe(i + 1)
  }
  await page.keyboard.press('Control+a')
  await count.press(page.getByRole('button', { name: /^4 ?Stencils/ }))
  await count.press(page.getByRole('button', { name: 'More for: combine outlines' }))
  await count.press(page.getByRole('menuitem', { name: /^Keep the outline/ }))
  const before = ((await (await request.get('/api/stencils')).json()) as readonly unknown[]).length
  await count.press(page.getByRole('button', { name: 'Keep', exact: true }))
  await expect(page.getByText('4 outlines are kept.')).toBeVisible()
  expect((await (await request.get('/api/stencils')).json()) as readonly unknown[]).toHaveLength(before + 4)
  count.within({ presses: 11, drags: 5, typed: 3 })
})

test('four linked copies', async ({ page, request }) => {
  const { hand, count, tab, photograph, stencil, sheet } = await begin(page, request)
  await count.press(tab('Stencils'))
  await count.press(stencil('Star'))
  const project = await hand.afterStep('New frame')
  const [star] = framesOf(project.sheets[SHEET] as never)
  const { cx, cy } = star?.box ?? { cx: 0, cy: 0 }
  await count.press(tab('Pictures'))
  await count.press(photograph('loft'))
  await hand.afterStep('Fill frame')
  let from = { x: cx, y: cy }
  for (let i = 0; i < 4; i += 1) {
    const to = { x: 90 + i * 200, y: i % 2 ? 110 : 490 }
    await count.drag(await hand.at(from), await hand.at(to), 'm')
    await expect.poll(async () => framesOf((await sheet()) as never).length, { intervals: SOON }).toBe(i + 2)
    from = to
  }
  const frames = framesOf((await sheet()) as never)
  expect(frames.filter(({ fill }) => fill.kind === 'echo')).toHaveLength(4)
  expect(frames.find(({ id }) => id === star?.id)?.box).toEqual(star?.box)
  count.within({ presses: 8, drags: 12, typed: 0 })
})

test('a group of four openings with text', async ({ page, request }) => {
  const { hand, count, tab, stencil } = await begin(page, request)
  await count.press(tab('Stencils'))
  await count.press(stencil('Ready group: 2 × 2'))
  await hand.afterStep('New group')
  await count.press(tab('Letters'))
  await count.type(page.getByRole('textbox', { name: 'Your text' }), 'Crew')
  await hand.afterStep('New letters')
  await page.keyboard.press('Control+a')
  await count.press(page.getByRole('button', { name: 'Group what is selected' }))
  const project = await hand.afterStep('Group')
  expect(project.sheets[SHEET]?.order).toHaveLength(1)
  count.within({ presses: 10, drags: 5, typed: 3 })
})

test('from the projects to a star filled with a photograph and exported', async ({ page, request }) => {
  await upload(request, await picture(900, 700, 3), 'dune')
  await page.goto('/')
  const count = new Counter(page)
  await count.press(page.getByRole('button', { name: /^Square post/ }))
  await page.waitForURL('**/projects/**')
  await count.press(page.getByRole('button', { name: 'Begin with: Star' }))
  await count.press(
    page
      .locator('[data-region="supplies"]')
      .getByRole('button', { name: /^dune, / })
      .first(),
  )
  await expect(page.getByRole('img', { name: /^Viewfinder: dune/ })).toBeVisible()
  await count.press(page.getByRole('button', { name: 'Export', exact: true }))
  const download = page.waitForEvent('download')
  await count.press(page.getByRole('button', { name: 'Export PNG' }))
  expect((await download).suggestedFilename()).toMatch(/\.png$/)
  count.within({ presses: 5, drags: 0, typed: 0 })
})
