/** Films as files: clear where nothing lies, stopped at every tenth, and of two pages that both make one; clips that begin a project. */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { makeFilm, openWithClip, savedClip } from './filming'
import { BenchHand, carryFiles, run, SHEET } from './bench'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { setSheetFilm } from '@/core/document/edits/film'
import { addFrame } from '@/core/document/edits/frames'
import { numberedClip } from '@tests/helpers/clips'
import { unzip } from '@tests/helpers/zip'

/** The files in the browser's own store. */
const kept = (page: Page): Promise<readonly string[]> =>
  page.evaluate(async () => {
    const root = await navigator.storage.getDirectory()
    const names: string[] = []
    for await (const name of (await root.getDirectoryHandle('films', { create: true })).keys()) names.push(name)
    return names.filter((name) => name.startsWith('film-'))
  })

const SIDE = 320
/** Red, green, blue and alpha of the first picture of a film, by readers that have nothing to do with this program. */
const READERS: Readonly<Record<string, (file: string) => Promise<Buffer>>> = {
  // VP9 keeps alpha as a stream of its own beside the picture, which ffmpeg's own decoder leaves out.
  WebM: (file) => Promise.resolve(raw(['-c:v', 'libvpx-vp9', '-i', file])),
  APNG: (file) => Promise.resolve(raw(['-i', file])),
  WebP: async (file) => {
    const one = test.info().outputPath('one.webp')
    execFileSync('webpmux', ['-get', 'frame', '1', file, '-o', one])
    execFileSync('dwebp', [one, '-o', `${one}.png`], { stdio: 'ignore' })
    return sharp(`${one}.png`).ensureAlpha().raw().toBuffer()
  },
  'Pictures in a zip': async (file) => {
    const [first] = Object.values(await unzip(readFileSync(file)))
    return sharp(first).ensureAlpha().raw().toBuffer()
  },
}

const raw = (input: readonly string[]): Buffer =>
  execFileSync('ffmpeg', ['-v', 'error', ...input, '-frames:v', '1', '-f', 'rawvideo', '-pix_fmt', 'rgba', '-'], {
    maxBuffer: 1e8,
  })

test('a film is clear where sheets have no background, in every format that can be', async ({ page, request }) => {
  const form = { unit: 'px', size: { w: SIDE, h: SIDE }, ppi: 72, bleed: 0 } as const
  const bare = { ...newSheet(SHEET, 'One', form), background: { kind: 'none' } } as const
  const fill = { kind: 'colour', colour: '#c04030' } as const
  // A frame over the left half, and a half clear one over the quarter at the lower right.
  const left = newFrame('f', { kind: 'rectangle' }, { cx: 80, cy: 160, w: 160, h: 320 })
  const faint = newFrame('g', { kind: 'rectangle' }, { cx: 240, cy: 240, w: 160, h: 160 })
  let document = newProject('x', 'Clear', bare)
  for (const frame of [left, { ...faint, opacity: 0.5 }])
    document = addFrame(document, { sheetId: SHEET, frame: { ...frame, fill } })
  document = setSheetFilm(document, { sheetId: SHEET, duration: 0.5 })
  const { id } = (await (await request.post('/api/projects', { data: { document } })).json()) as { readonly id: string }
  await BenchHand.open(page, id)
  await run(page, 'Film…')
  for (const [format, read] of Object.entries(READERS)) {
    await page.getByRole('combobox', { name: 'Format' }).selectOption({ label: format })
    await page.getByRole('checkbox', { name: 'Clear where sheets have no background' }).check()
    const file = await makeFilm(page, format, '10', String(SIDE))
    const pixels = await read(file)
    expect(pixels.length, format).toBe(SIDE * SIDE * 4)
    const at = (x: number, y: number): readonly number[] => [
      ...pixels.subarray((y * SIDE + x) * 4, (y * SIDE + x) * 4 + 4),
    ]
    const [red = 0, green = 0, blue = 0, alpha = 0] = at(80, 160)
    expect(alpha, format).toBeGreaterThan(250)
    for (const [value, wanted] of [
      [red, 0xc0],
      [green, 0x40],
      [blue, 0x30],
    ] as const)
      expect(Math.abs(value - wanted), format).toBeLessThan(10)
    expect(at(240, 80)[3], format).toBeLessThan(5)
    expect(Math.abs((at(240, 240)[3] ?? 0) - 127.5), format).toBeLessThan(4)
  }
})

/** Presses what cancels a film as soon as so many of a hundred are done: looked at from here that might come too late. */
const cancelledAt = (page: Page, least: number): Promise<void> =>
  page.evaluate(
    (wanted) =>
      new Promise<void>((done) => {
        const look = (): void => {
          const bar = document.querySelector('[role="progressbar"][aria-label="Film, progress"]')
          const button = [...document.querySelectorAll('button')].find((one) => one.textContent === 'Cancel the film')
          if (!bar || !button || Number(bar.getAttribute('aria-valuenow')) < wanted) return
          observer.disconnect()
          button.click()
          done()
        }
        const observer = new MutationObserver(look)
        observer.observe(document.body, { subtree: true, childList: true, attributes: true })
        look()
      }),
    least,
  )

test('a film stopped at each tenth leaves nothing, and the next one is whole', async ({ page, request }) => {
  await openWithClip(page, request)
  await run(page, 'Film…')
  await page.getByRole('combobox', { name: 'Format' }).selectOption({ label: 'APNG' })
  await page.getByRole('textbox', { name: /Longer side/ }).fill('1200')
  await page.getByRole('textbox', { name: /Longer side/ }).press('Enter')
  for (let tenth = 0; tenth < 10; tenth += 1) {
    await page.getByRole('button', { name: /^Make the/ }).click()
    // What is told last may be a little before nine tenths.
    await cancelledAt(page, tenth * 10 - (tenth === 9 ? 5 : 0))
    await expect(page.getByText('The film was stopped. Nothing of it is kept.')).toBeVisible()
    await expect.poll(() => kept(page)).toEqual([])
  }
  const file = await makeFilm(page, 'APNG', '25')
  expect(
    String(execFileSync('ffprobe', ['-v', 'error', '-count_frames', '-show_entries', 'stream=nb_read_frames', file])),
  ).toMatch(/nb_read_frames=100/)
  expect(await kept(page)).toHaveLength(1)
})

test('a film that one page has made can be had again after another page has made one', async ({ page, request }) => {
  await openWithClip(page, request)
  await run(page, 'Film…')
  const first = readFileSync(await makeFilm(page, 'GIF', '10'))
  const other = await page.context().newPage()
  await openWithClip(other, request)
  await run(other, 'Film…')
  await makeFilm(other, 'WebP', '10')
  expect(await kept(page)).toHaveLength(2)
  const coming = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Download again' }).click()
  const file = test.info().outputPath('again.gif')
  await (await coming).saveAs(file)
  expect(readFileSync(file).equals(first)).toBe(true)
  // Another one takes its place.
  await makeFilm(page, 'GIF', '5')
  expect(await kept(page)).toHaveLength(2)
})

test('a clip dropped on the projects begins one; what cannot be played says so', async ({ page, request }) => {
  const drop = async (name: string, data: Buffer): Promise<void> => {
    await page.goto('/')
    await expect(page.getByRole('button', { name: 'New sheet' })).toBeEnabled()
    await carryFiles(page, { x: 640, y: 500 }, [{ name, data, type: 'video/mp4' }], true)
  }
  await drop('gull.mp4', numberedClip({ count: 30, rate: 10, first: 3 }))
  await page.waitForURL('**/projects/**')
  const id = page.url().split('/').at(-1) ?? ''
  expect(await savedClip(request, id)).toMatchObject({ container: 'mp4', from: 0, loops: true })
  expect((await savedClip(request, id))?.duration).toBeCloseTo(3, 2)
  await drop('words.mp4', Buffer.from('This is no film at all.'))
  await expect(page.getByText(/damaged, incomplete.*Convert it to MP4/)).toBeVisible()
})
