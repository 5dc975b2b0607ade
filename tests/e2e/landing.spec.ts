/** Where pictures land: pasted, dropped from the desktop, pressed with several frames selected. */
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { expect, test } from './fixture'
import {
  BenchHand,
  carryFiles,
  dropFiles,
  frameIn,
  makeProject,
  pasteFile,
  picture,
  placedIn,
  SHEET,
  share,
  upload,
} from './bench'
import type { Project } from '@/core/document/types'

const box = (cx: number, cy: number, w = 160, h = 120) => ({ cx, cy, w, h })
const nameAt = (project: Project, id: string): string => project.pictures[placedIn(project, id).pictureId]?.name ?? ''
const order = (project: Project): readonly string[] => project.sheets[SHEET]?.order ?? []
const supplyOf = (page: Page, name: string) => page.locator('[data-supply]', { hasText: name }).first()

const find = async (page: Page, name: string): Promise<void> =>
  page.getByRole('searchbox', { name: 'Search pictures by name and tag' }).fill(name)

test('pasted it fills the selected frame; with nothing selected it becomes a frame in the middle of the view', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, [{ id: 'a', box: box(150, 150) }]))
  await hand.press({ x: 150, y: 150 })
  await pasteFile(page, { name: 'paste-one.jpg', data: await picture(640, 400, 301) })
  let project = await hand.afterStep('Fill frame')
  expect(nameAt(project, 'a')).toBe('paste-one')
  await page.keyboard.press('Escape')
  await pasteFile(page, { name: 'paste-two.jpg', data: await picture(400, 400, 302) })
  project = await hand.afterStep('New frame with picture')
  const made = order(project).at(-1) ?? ''
  expect(nameAt(project, made)).toBe('paste-two')
  const { cx, cy, w, h } = frameIn(project, made).box
  expect(w / h).toBeCloseTo(1, 3)
  // The view shows the whole sheet: its middle is that of the sheet, as far as the first frame leaves it free.
  expect(Math.hypot(cx - 400, cy - 300)).toBeLessThan(120)
})

test('files carried over the bench show what a drop would do, and land there', async ({ page, request }) => {
  const pieces = [
    { id: 'a', box: box(150, 150) },
    { id: 'b', box: box(400, 150) },
    { id: 'c', box: box(650, 150) },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  await page.getByRole('tab', { name: 'Stencils' }).click()
  const files = await Promise.all(
    ['first', 'second', 'third', 'fourth'].map(async (name, i) => ({
      name: `land-${name}.jpg`,
      data: await picture(300 + 20 * i, 200, 310 + i),
    })),
  )
  const at = await hand.at({ x: 400, y: 150 })
  await carryFiles(page, at, files, false)
  await expect(page.locator('[data-background-zone]')).toBeVisible()
  await expect(page.getByText('4 files')).toBeVisible()
  await dropFiles(page, at, files)
  // The first went where it was dropped, two into the next empty frames, the last beside.
  await expect.poll(async () => order((await hand.opened()).project).length).toBe(4)
  const { project } = await hand.opened()
  expect(['b', 'c', 'a'].map((id) => nameAt(project, id))).toEqual(['land-first', 'land-second', 'land-third'])
  expect(nameAt(project, order(project)[3] ?? '')).toBe('land-fourth')
  // The supplies show their pictures, with what came in at the head.
  await expect(page.getByRole('tab', { name: 'Pictures' })).toHaveAttribute('aria-selected', 'true')
  await expect(supplyOf(page, 'land-fourth')).toBeInViewport()
})

test('dropped on the bare sheet it becomes a frame of its shape there; on the zone, the background', async ({
  page,
  request,
}) => {
  const hand = await BenchHand.open(page, await makeProject(request, []))
  await dropFiles(page, await hand.at({ x: 520, y: 380 }), [{ name: 'bare.jpg', data: await picture(600, 300, 321) }])
  let project = await hand.afterStep('New frame with picture')
  const { cx, cy, w, h } = frameIn(project, order(project)[0] ?? '').box
  // A pixel of the window is 1.5 points here.
  expect(Math.hypot(cx - 520, cy - 380)).toBeLessThan(3)
  expect(w / h).toBeCloseTo(2, 3)
  const file = { name: 'ground.jpg', data: await picture(800, 600, 322) }
  await carryFiles(page, await hand.at({ x: 100, y: 100 }), [file], false)
  const zone = await page.locator('[data-background-zone]').boundingBox()
  if (!zone) throw new TypeError('no zone')
  await dropFiles(page, { x: zone.x + zone.width / 2, y: zone.y + zone.height / 2 }, [file])
  project = await hand.afterStep('Background picture')
  expect(project.sheets[SHEET]?.background.kind).toBe('picture')
})

test('a drop within 12 pixels of an outline is meant for its frame, one further away is not', async ({
  page,
  request,
}) => {
  const stencil = { kind: 'ellipse' } as const
  const hand = await BenchHand.open(
    page,
    await makeProject(request, [{ id: 'a', stencil, box: box(400, 300, 200, 200) }]),
  )
  const edge = await hand.at({ x: 500, y: 300 })
  await dropFiles(page, { x: edge.x + 10, y: edge.y }, [{ name: 'near.jpg', data: await picture(300, 300, 331) }])
  const project = await hand.afterStep('Fill frame')
  expect(nameAt(project, 'a')).toBe('near')
  await dropFiles(page, { x: edge.x + 16, y: edge.y }, [{ name: 'far.jpg', data: await picture(300, 300, 332) }])
  expect(order(await hand.afterStep('New frame with picture'))).toHaveLength(2)
})

test('a photograph dropped among the projects starts one; a known picture takes the name it comes with', async ({
  page,
  request,
}) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible()
  const data = await picture(640, 480, 341)
  await dropFiles(page, { x: 600, y: 500 }, [{ name: 'harbour-start.jpg', data }])
  await page.waitForURL(/\/projects\/.+/)
  await page.locator('canvas[data-ready="true"]').waitFor()
  const id = new URL(page.url()).pathname.split('/').at(-1) ?? ''
  const { project } = await new BenchHand(page, id).opened()
  const [frame] = Object.values(project.sheets[SHEET]?.items ?? {})
  expect(project.name).toBe('harbour-start')
  expect(project.sheets[SHEET]?.size).toEqual({ w: 640, h: 480 })
  expect(frame?.kind === 'frame' && nameAt(project, frame.id)).toBe('harbour-start')
  const again = await upload(request, data, 'harbour-again.jpg')
  expect(again.name).toBe('harbour-again')
  await page.reload()
  await find(page, 'harbour-again')
  await expect(supplyOf(page, 'harbour-again')).toBeVisible()
})

test.describe('a picture pressed with several frames selected', () => {
  const PAIR = [
    { id: 'a', box: box(200, 200) },
    { id: 'b', box: box(560, 200) },
  ]
  const ask = async (page: Page, hand: BenchHand): Promise<void> => {
    await hand.table.focus()
    await page.keyboard.press('Control+a')
    await find(page, 'several-wide')
    await supplyOf(page, 'several-wide').click()
    await expect(page.getByText('several-wide for the 2 selected frames')).toBeVisible()
  }
  test.beforeEach(async ({ request }) => {
    await upload(request, await picture(900, 300, 351), 'several-wide.jpg')
  })
  test('asks at the place, and shows it across all', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PAIR))
    await ask(page, hand)
    await page.getByRole('menuitem', { name: 'One picture across all' }).click()
    const project = await hand.afterStep('One picture across all')
    const fills = ['a', 'b'].map((id) => frameIn(project, id).fill)
    expect(fills.map(({ kind }) => kind)).toEqual(['span', 'span'])
    expect(fills[0]).toEqual(fills[1])
    // Both stay selected, and the keys are the table's.
    await page.keyboard.press('ArrowRight')
    const moved = await hand.afterStep('Move 2 items')
    expect(frameIn(moved, 'a').box.cx).toBe(201)
  })
  test('or puts the same into each; Esc puts it nowhere', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PAIR))
    await ask(page, hand)
    await page.keyboard.press('Escape')
    await page.waitForTimeout(300)
    expect((await hand.opened()).revision).toBe(0)
    await ask(page, hand)
    await page.getByRole('menuitem', { name: 'The same in each' }).click()
    const project = await hand.afterStep('The same picture in each')
    expect(['a', 'b'].map((id) => nameAt(project, id))).toEqual(['several-wide', 'several-wide'])
  })
  test('“Show one together” on empty frames waits for the picture and fills them together', async ({
    page,
    request,
  }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PAIR))
    await page.getByRole('tab', { name: 'Stencils' }).click()
    await hand.table.focus()
    await page.keyboard.press('Control+a')
    await share(page, 'Show one together')
    const words = 'Choose the picture that these 2 frames show together.'
    await expect(page.locator('[data-region="supplies"]').getByText(words)).toBeVisible()
    await find(page, 'several-wide')
    await supplyOf(page, 'several-wide').click()
    const project = await hand.afterStep('One picture across all')
    expect(['a', 'b'].map((id) => frameIn(project, id).fill.kind)).toEqual(['span', 'span'])
  })
  test('several files fill the selected frames in order', async ({ page, request }) => {
    const hand = await BenchHand.open(page, await makeProject(request, PAIR))
    await hand.table.focus()
    await page.keyboard.press('Control+a')
    await dropFiles(page, await hand.at({ x: 560, y: 200 }), [
      { name: 'in-b.jpg', data: await picture(300, 300, 352) },
      { name: 'in-a.jpg', data: await picture(300, 300, 353) },
    ])
    await expect.poll(async () => frameIn((await hand.opened()).project, 'a').fill.kind).toBe('taken')
    const { project } = await hand.opened()
    expect(['a', 'b'].map((id) => nameAt(project, id))).toEqual(['in-a', 'in-b'])
  })
})

/** Art of 400 × 400 pixels, opaque but for a round hole in its middle. */
const holedArt = (): Promise<Buffer> =>
  sharp(
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400"><path fill="#a33" fill-rule="evenodd" d="M0 0H400V400H0ZM100 200a100 100 0 1 0 200 0a100 100 0 1 0 -200 0Z"/></svg>',
    ),
  )
    .png()
    .toBuffer()

test('what is transparent catches neither presses nor drops; what is seen there does', async ({ page, request }) => {
  const pieces = [
    { id: 'below', box: box(400, 300, 160, 160) },
    { id: 'art', box: box(400, 300, 400, 400) },
  ]
  const hand = await BenchHand.open(page, await makeProject(request, pieces))
  const levels = page.waitForResponse((answer) => answer.url().includes('/levels/'))
  await hand.press({ x: 250, y: 150 })
  await pasteFile(page, { name: 'holed.png', data: await holedArt(), type: 'image/png' })
  await hand.afterStep('Fill frame')
  await levels
  await page.keyboard.press('Escape')
  const card = page.locator('[data-region="card"]')
  await expect
    .poll(async () => {
      await hand.press({ x: 250, y: 150 })
      await page.keyboard.press('Escape')
      await hand.press({ x: 400, y: 300 })
      return card.getByRole('textbox', { name: /Name/ }).inputValue()
    })
    .toBe('below')
  await page.keyboard.press('Escape')
  await dropFiles(page, await hand.at({ x: 400, y: 300 }), [
    { name: 'through.jpg', data: await picture(300, 300, 361) },
  ])
  await expect.poll(async () => frameIn((await hand.opened()).project, 'below').fill.kind).toBe('taken')
  const { project } = await hand.opened()
  expect(nameAt(project, 'below')).toBe('through')
  expect(nameAt(project, 'art')).toBe('holed')
  await page.keyboard.press('Escape')
  await hand.press({ x: 250, y: 150 })
  await expect(card.getByRole('textbox', { name: /Name/ })).toHaveValue('art')
})
