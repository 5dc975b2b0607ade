/** Time at the bench: played and stood still, a time line by hand and by keys, recordings, what comes in. */
import type { APIRequestContext, Page } from '@playwright/test'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand, makeProject, run, SHEET, SOON } from './bench'
import { clipOnServer, openWithClip, RATE, savedClip, SIZE } from './filming'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { pictureOfSheet } from '@/core/document/sheetPictures'
import { frameOf } from '@/core/document/tree'
import { BITS, numberedClip, numberIn } from '@tests/helpers/clips'

test('plays by key and stands still, goes to a moment, and lets stills show it', async ({ page, request }) => {
  const { hand, id } = await openWithClip(page, request)
  const shown = async (): Promise<number> => {
    let number = 0
    for (let bit = 0; bit < BITS; bit += 1) {
      const [red = 0] = await hand.colourAt({ x: ((bit + 0.5) * 320) / BITS, y: 90 }, SIZE)
      number = number * 2 + (red > 128 ? 1 : 0)
    }
    return number
  }
  await page.keyboard.press('z')
  await expect.poll(shown).toBe(0)
  await hand.table.focus()
  await page.keyboard.press('7')
  await expect.poll(shown).toBeGreaterThan(10)
  await page.keyboard.press('7')
  await hand.ready()
  const stood = await shown()
  await page.waitForTimeout(400)
  expect(await shown()).toBe(stood)
  await page.keyboard.press('z')
  await page.getByRole('tab', { name: 'Time' }).click()
  // One and a half seconds on by the ruler's keys, from the beginning.
  const ruler = page.getByRole('slider', { name: 'Time of the sheet' })
  await ruler.focus()
  await page.keyboard.press('Home')
  await page.keyboard.press('Shift+ArrowRight')
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('ArrowRight')
  await expect(ruler).toHaveAttribute('aria-valuetext', '1.5 seconds')
  await page.keyboard.press('F6')
  await hand.table.focus()
  await page.keyboard.press('z')
  await expect.poll(shown).toBe(37)
  await page.keyboard.press('z')
  await page
    .getByRole('button', { name: /^Let stills, thumbnails and exports of pictures show the moment 1.5 s/ })
    .click()
  await hand.afterStep('Still of a clip')
  await page.keyboard.press('Escape')
  await run(page, 'Back to stills')
  const clipNow = await savedClip(request, id)
  expect(clipNow?.still).toBeCloseTo(1.5, 6)
  // The server knows nothing of time: it has the picture of that moment.
  const level = await request.get(`/api/pictures/${clipNow?.hash ?? ''}/levels/0`)
  const { data } = await sharp(await level.body())
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true })
  expect(numberIn(data, 320, 180)).toBe(37)
  // Stills of other moments are no pictures of the library.
  const listed = (await (await request.get('/api/pictures')).json()) as readonly { readonly hash: string }[]
  expect(listed.some(({ hash }) => hash === clipNow?.hash)).toBe(false)
})

/** The table plays for two seconds: how often it was looked at, and how many items were painted anew in all. */
const painted = (page: Page): Promise<{ readonly looked: number; readonly repainted: number }> =>
  page.evaluate(async () => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-region="table"] canvas')
    const sum = { looked: 0, repainted: 0 }
    const observer = new MutationObserver((records) => {
      sum.looked += records.length
      sum.repainted += records.length * Number(canvas?.dataset['repainted'])
    })
    if (canvas) observer.observe(canvas, { attributeFilter: ['data-repainted'] })
    await new Promise((done) => setTimeout(done, 2000))
    observer.disconnect()
    return sum
  })

const SLOW = { count: 20, rate: 5 }

/** A sheet with one frame, which shows a sheet with one frame, which shows a slow clip. */
const clipWithin = async (request: APIRequestContext): Promise<string> => {
  const { count, rate } = SLOW
  const { clip, still } = await clipOnServer(request, numberedClip(SLOW), { duration: count / rate, rate })
  const form = { unit: 'px', size: SIZE, ppi: 72, bleed: 0 } as const
  const inner = newSheet('inner', 'Inner', form)
  let project = newProject('x', 'Within', newSheet(SHEET, 'Outer', form))
  project = { ...project, order: [SHEET, 'inner'], sheets: { ...project.sheets, inner } }
  const picture = { name: 'slow', pixels: { w: 640, h: 360 }, tags: [], hash: still, clip }
  project = addPicture(project, { pictureId: 'clip', picture })
  project = addPicture(project, { pictureId: 'sheet', picture: pictureOfSheet(inner) })
  for (const [sheetId, pictureId] of [
    [SHEET, 'sheet'],
    ['inner', 'clip'],
  ] as const) {
    const frame = newFrame('f', { kind: 'rectangle' }, { cx: SIZE.w / 2, cy: SIZE.h / 2, ...SIZE })
    project = placePicture(addFrame(project, { sheetId, frame }), { sheetId, frameId: 'f', pictureId })
  }
  const made = await request.post('/api/projects', { data: { document: project } })
  return ((await made.json()) as { readonly id: string }).id
}

for (const where of ['a frame', 'a sheet within'])
  test(`what plays in ${where} is painted anew only when another picture of it shows`, async ({ page, request }) => {
    const hand =
      where === 'a frame'
        ? (await openWithClip(page, request, numberedClip(SLOW), 'slow-kite.mp4')).hand
        : await BenchHand.open(page, await clipWithin(request))
    await hand.table.focus()
    await page.keyboard.press('7')
    await page.waitForTimeout(500)
    const { looked, repainted } = await painted(page)
    // Ten pictures in two seconds, however often the table is looked at.
    expect(looked).toBeGreaterThan(5)
    expect(repainted).toBeGreaterThanOrEqual(3)
    expect(repainted).toBeLessThanOrEqual(14)
    await page.keyboard.press('7')
  })

test('the time line moves in, out and delay by keys and by hand; one undo takes back a drag', async ({
  page,
  request,
}) => {
  const { hand, id } = await openWithClip(page, request)
  await page.getByRole('tab', { name: 'Time' }).click()
  await page.getByRole('slider', { name: 'Out of kite' }).focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await hand.afterStep('Out of a clip')
  expect(await savedClip(request, id)).toMatchObject({ from: 0, to: 3, delay: 0 })
  await page.getByRole('slider', { name: 'In of kite', exact: true }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await hand.afterStep('In of a clip')
  // What shows later stays where it is in time.
  expect(await savedClip(request, id)).toMatchObject({ from: 1, to: 3, delay: 1 })
  // By hand to the left: a second of the lane's four.
  const bar = page.locator('[data-bar="kite"] [data-kind="clip"]')
  const lane = await page.locator('[data-bar="kite"]').boundingBox()
  const box = await bar.boundingBox()
  if (!lane || !box) throw new TypeError('no bar')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  for (let i = 1; i <= 5; i += 1) await page.mouse.move(box.x + box.width / 2 - (lane.width / 4) * (i / 5), box.y + 8)
  await page.mouse.up()
  await hand.afterStep('Delay of a clip')
  expect((await savedClip(request, id))?.delay).toBeCloseTo(0, 1)
  // Far beyond either end there is nothing to go to: at least one picture stays.
  await page.getByRole('slider', { name: 'Out of kite' }).focus()
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('Shift+ArrowLeft')
  await expect.poll(async () => (await savedClip(request, id))?.to, { intervals: SOON }).toBeCloseTo(1 + 1 / RATE, 6)
  // Each drag, and each run of presses, is one step.
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z')
  const isBack = async (): Promise<unknown> => savedClip(request, id)
  await expect.poll(isBack, { intervals: SOON }).toMatchObject({ from: 0, to: 3, delay: 0 })
})

test('a recording goes into the selected frame; frames come in one after another as they are read', async ({
  page,
  request,
}) => {
  const boxes = [2, 0, 1].map((n) => ({ id: `f-${n}`, box: { cx: 150 + 250 * n, cy: 300, w: 200, h: 200 } }))
  const hand = await BenchHand.open(page, await makeProject(request, boxes))
  await hand.press({ x: 150, y: 300 })
  await run(page, 'Record a clip…')
  await page.getByRole('combobox', { name: 'Painted camera' }).selectOption({ label: 'Long waves' })
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByText(/^Recording, (0\.[5-9]|[1-9])/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: /^Long waves, clip of/ })).toBeVisible()
  const { project } = await hand.opened()
  const shown = async (): Promise<string | undefined> => {
    const held = (await hand.opened()).project
    return held.pictures[shownPlaced(frameOf(sheetOf(held, SHEET), 'f-0'))?.pictureId ?? '']?.name
  }
  await expect.poll(shown, { intervals: SOON }).toBe('Long waves')
  expect(Object.keys(project.sheets[SHEET]?.items ?? {})).toHaveLength(3)
  await hand.table.focus()
  await page.keyboard.press('Control+a')
  const card = page.locator('[data-region="card"]')
  await page.getByRole('tab', { name: 'Time' }).click()
  await card.getByRole('button', { name: /Entrance/ }).click()
  await card.getByRole('combobox', { name: 'How it comes in' }).selectOption({ label: 'Fades in' })
  await hand.afterStep('Entrance')
  await card.getByRole('button', { name: 'Let them come in one after another, as they are read' }).click()
  const entering = await hand.afterStep('One after another')
  const delays = ['f-0', 'f-1', 'f-2'].map((id) => frameOf(sheetOf(entering, SHEET), id).entrance?.delay ?? -1)
  expect(delays.map((delay) => Math.round(delay * 100) / 100)).toEqual([0, 0.4, 0.8])
  // Played, the last is not there yet when the first is.
  await page.getByRole('tab', { name: 'Time' }).click()
  await page.getByRole('slider', { name: 'Begin of f-2' }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect
    .poll(async () => frameOf(sheetOf((await hand.opened()).project, SHEET), 'f-2').entrance?.delay, {
      intervals: SOON,
    })
    .toBeCloseTo(1.8, 6)
})
