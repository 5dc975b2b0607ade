/** Clips whose pictures carry their number: after trim, speed, delay and loop each picture of a film shows the one the formula gives. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { Page } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { clip, COUNT, makeFilm, openWithClip, RATE } from './filming'
import { BenchHand, dismissAll, dropOnWord, makeProject, run, SHEET, SOON } from './bench'
import { greyOf, numberedClip, numberIn, probeFilm, readFilm } from '@tests/helpers/clips'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import type { Sheet } from '@/core/document/types'
import { unzip } from '@tests/helpers/zip'
import type { OpenedProject } from '@/contract/api'

const type = async (page: Page, name: string, value: string): Promise<void> => {
  const field = page.locator('[data-region="card"]').getByRole('textbox', { name })
  await field.fill(value)
  await field.press('Enter')
}

/** The picture at a time of the sheet: from + (time − delay) · speed, again and again between both ends. */
const expected = (time: number): number => {
  const [from, to, speed, delay] = [0.4, 2.4, 1.5, 0.2]
  const run = Math.max(0, (time - delay) * speed) % (to - from)
  return Math.floor((from + run) * RATE + 0.0126)
}

test('each picture of a film shows the number that the formula gives, in every format', async ({ page, request }) => {
  const { id } = await openWithClip(page, request)
  await type(page, 'First moment that plays in s', '0.4')
  await type(page, 'Moment where it ends in s', '2.4')
  await type(page, 'Speed in ×', '1.5')
  await type(page, 'Seconds before it starts in s', '0.2')
  await expect
    .poll(
      async () => {
        const { project } = (await (await request.get(`/api/projects/${id}`)).json()) as OpenedProject
        const held = Object.values(project.pictures).find((ref) => 'clip' in ref)
        return held && 'clip' in held ? held.clip : null
      },
      { intervals: SOON },
    )
    .toMatchObject({ from: 0.4, to: 2.4, speed: 1.5, delay: 0.2, duration: 4, rate: RATE, container: 'mp4' })
  await run(page, 'Film…')
  for (const format of ['MP4', 'WebM', 'GIF', 'APNG', 'WebP', 'Pictures in a zip']) {
    // GIF counts in hundredths: 25 pictures a second are four each.
    const file = await makeFilm(page, format, String(RATE))
    if (format === 'WebP') {
      // Independent readers of Debian: ffmpeg reads no animated WebP.
      const told = String(execFileSync('webpinfo', [file]))
      expect(told.match(/Chunk ANMF/g)).toHaveLength(COUNT)
      expect(told).toMatch(/Canvas size 320 x 180/)
      const one = test.info().outputPath('one.webp')
      for (const k of [1, 37, 100]) {
        execFileSync('webpmux', ['-get', 'frame', String(k), file, '-o', one])
        const pgm = execFileSync('dwebp', [one, '-pgm', '-o', '-'], { stdio: ['ignore', 'pipe', 'ignore'] })
        const luma = pgm.subarray(pgm.length - (320 * 180 * 3) / 2)
        expect([k, numberIn(luma, 320, 180)]).toEqual([k, expected((k - 1) / RATE)])
      }
      continue
    }
    if (format === 'Pictures in a zip') {
      const entries = await unzip(readFileSync(file))
      expect(Object.keys(entries)).toEqual(
        Array.from({ length: COUNT }, (_, k) => `${String(k + 1).padStart(4, '0')}.png`),
      )
      for (const k of [0, 41, 99]) {
        const { data } = await sharp(entries[`${String(k + 1).padStart(4, '0')}.png`])
          .greyscale()
          .raw()
          .toBuffer({ resolveWithObject: true })
        expect([k, numberIn(data, 320, 180)]).toEqual([k, expected(k / RATE)])
      }
      continue
    }
    const told = probeFilm(file)
    expect(told['width']).toBe('320')
    // ffprobe tells no length of an APNG; the unit test of its chunks does.
    if (format !== 'APNG') expect(Math.abs(Number(told['duration']) - 4)).toBeLessThan(1 / RATE)
    const { width, height, pictures } = readFilm(file)
    const numbers = pictures.map((luma) => numberIn(luma, width, height))
    expect([format, numbers]).toEqual([format, Array.from({ length: COUNT }, (_, k) => expected(k / RATE))])
    if (format === 'GIF') expect(String(execFileSync('gifsicle', ['--info', file]))).toMatch(/100 images/)
  }
})

test('one clip across three letters, two sheets with a fade: the film shows both as the formulas say', async ({
  page,
  request,
}) => {
  const form = { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 0 } as const
  const first = {
    ...newSheet('sheet-1', 'Letters', form),
    film: { duration: 2, transition: { kind: 'cut', duration: 0 } },
  }
  const second = {
    ...newSheet('sheet-2', 'White', form),
    film: { duration: 2, transition: { kind: 'fade', duration: 1 } },
  }
  const one = newProject('x', 'Kites', first as Sheet)
  const document = { ...one, order: ['sheet-1', 'sheet-2'], sheets: { ...one.sheets, 'sheet-2': second } }
  const made = await request.post('/api/projects', { data: { document } })
  const { id } = (await made.json()) as { id: string }
  const hand = await BenchHand.open(page, id)
  const grey = numberedClip({ count: 40, rate: 10, isGrey: true, size: { w: 640, h: 160 } })
  await page.locator('[data-file-input]').setInputFiles({ name: 'kite-grey.mp4', mimeType: 'video/mp4', buffer: grey })
  await expect(page.getByRole('button', { name: /^kite-grey, clip of 4 seconds/ })).toBeVisible()
  await page.getByRole('tab', { name: 'Letters' }).click()
  await page.getByLabel('Your text', { exact: true }).fill('III')
  await page.getByRole('button', { name: /^III in Archivo Black/ }).click()
  await hand.afterStep('New letters')
  await page.getByRole('tab', { name: 'Pictures' }).click()
  await dropOnWord(hand, page.getByRole('button', { name: /^kite-grey, clip/ }))
  const across = await hand.afterStep('Picture across the word')
  const letters = Object.values(across.sheets['sheet-1']?.items ?? {}).filter((item) => item.kind === 'frame')
  expect(letters.map(({ fill }) => fill.kind)).toEqual(['span', 'span', 'span'])
  await run(page, 'Film…')
  await page.getByRole('textbox', { name: 'Quality' }).fill('100')
  await page.getByRole('textbox', { name: 'Quality' }).press('Enter')
  const file = await makeFilm(page, 'MP4', '10', '800')
  const { width, height, pictures } = readFilm(file)
  expect([width, height, pictures.length]).toEqual([800, 600, 40])
  const seen = (k: number, p: { readonly cx: number; readonly cy: number }): number =>
    pictures[k]?.[Math.round(p.cy) * width + Math.round(p.cx)] ?? -1
  for (const { box } of letters)
    for (const k of [0, 7, 19, 20, 22, 25, 29, 30, 39]) {
      // While the second fades in, the first plays on; a share of each is seen.
      const share = k < 20 ? 0 : k < 30 ? (k - 20) / 10 : 1
      const wanted = (1 - share) * greyOf(k) + share * 255
      expect(Math.abs(seen(k, box) - wanted), `picture ${k}`).toBeLessThan(4)
    }
})

test('what cannot be played says why and what to do, and nothing of it stays', async ({ page, request }) => {
  await BenchHand.open(page, await makeProject(request, []))
  const before = ((await (await request.get('/api/pictures')).json()) as readonly unknown[]).length
  const give = async (name: string, buffer: Buffer, words: RegExp): Promise<void> => {
    await page.locator('[data-file-input]').setInputFiles({ name, mimeType: 'video/mp4', buffer })
    await expect(page.getByRole('alert').filter({ hasText: words }).first()).toBeVisible()
    await dismissAll(page)
  }
  const folder = test.info().outputPath('made')
  mkdirSync(folder, { recursive: true })
  const sound = path.join(folder, 'sound.mp4')
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', 'sine=duration=1', sound])
  await give('only-sound.mp4', readFileSync(sound), /no pictures, only sound. Choose a file with pictures/)
  await give('cut-off.mp4', clip.subarray(0, Math.floor(clip.length / 3)), /damaged or incomplete.*add that file/)
  await give('words.mp4', Buffer.from('This is no film at all.'), /damaged, incomplete.*Convert it to MP4/)
  const hevc = numberedClip({
    count: 5,
    rate: 25,
    as: ['-c:v', 'libx265', '-x265-params', 'log-level=none', '-pix_fmt', 'yuv420p', '-tag:v', 'hvc1'],
  })
  await give('other.mp4', hevc, /cannot decode h(ev|vc)1.*Convert the clip to MP4 with H\.264/)
  expect(((await (await request.get('/api/pictures')).json()) as readonly unknown[]).length).toBe(before)
})

test('a film goes on while the bench is used; cancelled, it leaves nothing', async ({ page, request }) => {
  const { hand } = await openWithClip(page, request)
  await run(page, 'Film…')
  await page.getByRole('combobox', { name: 'Format' }).selectOption({ label: 'APNG' })
  await page.getByRole('textbox', { name: /Longer side/ }).fill('1600')
  await page.getByRole('textbox', { name: /Longer side/ }).press('Enter')
  await page.getByRole('button', { name: /^Make the/ }).click()
  await expect(page.getByText(/^Picture [1-9]\d* of 100/)).toBeVisible()
  await page.getByRole('button', { name: 'Work on meanwhile' }).click()
  const sign = page.getByRole('button', { name: /^Film \d+%/ })
  await expect(sign).toBeVisible()
  // The bench takes a step meanwhile.
  await hand.table.focus()
  await page.keyboard.press('ArrowRight')
  await hand.afterStep('Move frame')
  await sign.click()
  await page.getByRole('button', { name: 'Cancel the film' }).click()
  await expect(page.getByText('The film was stopped. Nothing of it is kept.')).toBeVisible()
  const left = await page.evaluate(async () => {
    const root = await navigator.storage.getDirectory()
    const names: string[] = []
    for await (const name of (await root.getDirectoryHandle('films', { create: true })).keys()) names.push(name)
    return names
  })
  expect(left.filter((name) => name.startsWith('film-'))).toEqual([])
})

test('the page and the command line make the same film of a clip that both can read', async ({ page, request }) => {
  // The clip lies at the very bottom, and what lies still upon it mixes with whatever it shows.
  const form = { unit: 'px', size: { w: 540, h: 260 }, ppi: 72, bleed: 0 } as const
  const bare = { ...newSheet(SHEET, 'One', form), background: { kind: 'none' } } as const
  const ellipse = newFrame('f', { kind: 'ellipse' }, { cx: 160, cy: 90, w: 320, h: 180 })
  const framed = addFrame(newProject('x', 'Kites', bare), { sheetId: SHEET, frame: ellipse })
  const star = newFrame('star', { kind: 'star', points: 7, inner: 0.6 }, { cx: 260, cy: 130, w: 190, h: 190 })
  const fill = { kind: 'colour', colour: '#c04030' } as const
  const document = addFrame(framed, { sheetId: SHEET, frame: { ...star, fill, blend: 'multiply' } })
  const { id } = (await (await request.post('/api/projects', { data: { document } })).json()) as { readonly id: string }
  const hand = await BenchHand.open(page, id)
  const moving = numberedClip({ count: 20, rate: 10, ending: 'webp', as: ['-c:v', 'libwebp_anim', '-lossless', '1'] })
  await page
    .locator('[data-file-input]')
    .setInputFiles({ name: 'kite-web.webp', mimeType: 'image/webp', buffer: moving })
  const supply = page.getByRole('button', { name: /^kite-web, clip of 2 seconds/ })
  await expect(supply).toBeVisible()
  const middle = await hand.at({ x: 160, y: 90 }, { w: 540, h: 260 })
  await page.mouse.click(middle.x, middle.y)
  await supply.click()
  await hand.afterStep('Fill frame')
  await run(page, 'Film…')
  const made = await makeFilm(page, 'Pictures in a zip', '5', '540')
  const bundle = test.info().outputPath('kite.zip')
  writeFileSync(bundle, await (await request.get(`/api/projects/${id}/bundle`)).body())
  const other = test.info().outputPath('other.zip')
  execFileSync('bin/stencil', ['film', bundle, '--out', other, '--rate', '5', '--longest', '540'])
  const [ours, theirs] = [await unzip(readFileSync(made)), await unzip(readFileSync(other))]
  expect(Object.keys(ours)).toEqual(Object.keys(theirs))
  expect(Object.keys(ours)).toHaveLength(20)
  for (const name of ['0001.png', '0008.png', '0019.png']) {
    const pixels = async (png: Buffer | undefined) => sharp(png).removeAlpha().raw().toBuffer()
    const [a, b] = [await pixels(ours[name]), await pixels(theirs[name])]
    expect(a.length).toBe(b.length)
    const sum = a.reduce((total, value, i) => total + Math.abs(value - (b[i] ?? 0)), 0)
    expect(sum / a.length, name).toBeLessThanOrEqual(0.5)
  }
})
