/** Pictures of films beside exports of stills of the same moments: the page decodes the clip, the server has its stills. */
import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { clipOnServer, makeFilm } from './filming'
import { BenchHand, run, SHEET } from './bench'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { setSheetFilm } from '@/core/document/edits/film'
import { putLayer } from '@/core/document/edits/finishes'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'
import { newLayer } from '@/core/finish/layers'
import type { Project } from '@/core/document/types'
import { unzip } from '@tests/helpers/zip'

const SIZE = { w: 640, h: 360 }
const RATE = 10
const SECONDS = 1.5

/** Soft fields that move, in colour. */
const fields = (): Buffer => {
  const out = test.info().outputPath('fields.mp4')
  const source = `testsrc2=size=640x360:rate=${RATE}:duration=${SECONDS}`
  const as = ['-vf', 'gblur=sigma=6', '-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-crf', '8', '-colorspace', 'bt709']
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', source, ...as, out])
  return readFileSync(out)
}

/** A clip in an upright rectangle, in a turned ellipse with a shadow, and in a turned star over both. */
const document = (picture: Parameters<typeof addPicture>[1]['picture']): Project => {
  const at = { sheetId: SHEET }
  let project = newProject('x', 'Fields', newSheet(SHEET, 'One', { unit: 'px', size: SIZE, ppi: 72, bleed: 0 }))
  project = setBackground(project, { ...at, background: { kind: 'colour', colour: '#e8e2d0' } })
  project = addPicture(project, { pictureId: 'clip', picture })
  for (const frame of [
    newFrame('rect', { kind: 'rectangle' }, { cx: 160, cy: 180, w: 280, h: 320 }),
    { ...newFrame('ellipse', { kind: 'ellipse' }, { cx: 460, cy: 130, w: 300, h: 200 }), turn: -20 },
    { ...newFrame('star', { kind: 'star', points: 7, inner: 0.6 }, { cx: 400, cy: 250, w: 180, h: 180 }), turn: 12 },
  ]) {
    project = addFrame(project, { ...at, frame })
    project = placePicture(project, { ...at, frameId: frame.id, pictureId: 'clip' })
  }
  project = putLayer(project, { ...at, ids: ['ellipse'], layer: newLayer('shadow', 'shadow', 8) })
  return setSheetFilm(project, { ...at, duration: SECONDS })
}

const rgb = async (picture: Buffer | undefined): Promise<Buffer> => sharp(picture).removeAlpha().raw().toBuffer()

const meanOff = (a: Buffer, b: Buffer): number => {
  expect(a.length).toBe(b.length)
  return a.reduce((sum, value, i) => sum + Math.abs(value - (b[i] ?? 0)), 0) / a.length
}

/** The pictures of films, by readers that have nothing to do with this program. */
const READERS: Readonly<Record<string, (file: string, index: number) => Promise<Buffer>>> = {
  'Pictures in a zip': async (file, index) =>
    rgb((await unzip(readFileSync(file)))[`${String(index + 1).padStart(4, '0')}.png`]),
  APNG: (file, index) => frame(file, index),
  WebP: async (file, index) => {
    const one = test.info().outputPath('one.webp')
    execFileSync('webpmux', ['-get', 'frame', String(index + 1), file, '-o', one])
    execFileSync('dwebp', [one, '-o', `${one}.png`], { stdio: 'ignore' })
    return rgb(readFileSync(`${one}.png`))
  },
  MP4: (file, index) => frame(file, index),
  WebM: (file, index) => frame(file, index),
  GIF: (file, index) => frame(file, index),
}

const frame = (file: string, index: number): Promise<Buffer> => {
  const one = ['-vf', `select=eq(n\\,${index})`, '-frames:v', '1', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-']
  return Promise.resolve(execFileSync('ffmpeg', ['-v', 'error', '-i', file, ...one], { maxBuffer: 1e8 }))
}

const LOSSLESS = ['Pictures in a zip', 'APNG', 'WebP']
const MOMENTS = [4, 13]

test('pictures of films equal exports of stills of the same moments', async ({ page, request }) => {
  const { clip, still } = await clipOnServer(request, fields(), { duration: SECONDS, rate: RATE })
  const made = document({ name: 'fields', pixels: SIZE, tags: [], hash: still, clip })
  const { id } = (await (await request.post('/api/projects', { data: { document: made } })).json()) as {
    readonly id: string
  }
  const hand = await BenchHand.open(page, id)
  const stills = new Map<number, Buffer>()
  const { x, y } = await hand.at({ x: 100, y: 180 }, SIZE)
  await page.mouse.click(x, y)
  await page.getByRole('tab', { name: 'Time' }).click()
  const ruler = page.getByRole('slider', { name: 'Time of the sheet' })
  for (const index of MOMENTS) {
    await ruler.focus()
    await page.keyboard.press('Home')
    for (let step = 0; step < index; step += 1) await page.keyboard.press('ArrowRight')
    await page.getByRole('button', { name: new RegExp(`show the moment ${index / RATE} s`) }).click()
    const clipNow = async () => {
      const ref = (await hand.opened()).project.pictures['clip']
      return ref && 'clip' in ref ? (ref.clip?.still ?? 0) : 0
    }
    await expect.poll(clipNow).toBeCloseTo(index / RATE, 6)
    const bundle = test.info().outputPath(`at-${index}.zip`)
    writeFileSync(bundle, await (await request.get(`/api/projects/${id}/bundle`)).body())
    const out = test.info().outputPath(`at-${index}.png`)
    execFileSync('bin/stencil', ['render', bundle, '--out', out, '--format', 'png', '--ppi', '72'])
    stills.set(index, await rgb(readFileSync(out)))
  }
  await run(page, 'Film…')
  const off: Record<string, readonly number[]> = {}
  for (const [format, read] of Object.entries(READERS)) {
    await page.getByRole('combobox', { name: 'Format' }).selectOption({ label: format })
    const quality = page.getByRole('textbox', { name: 'Quality' })
    if (await quality.isVisible()) {
      await quality.fill('100')
      await quality.press('Enter')
    }
    const file = await makeFilm(page, format, String(RATE), String(SIZE.w))
    const means: number[] = []
    for (const index of MOMENTS) means.push(meanOff(await read(file, index), stills.get(index) ?? Buffer.alloc(0)))
    off[format] = means
  }
  const most = (format: string): number => (LOSSLESS.includes(format) ? 0.5 : 4)
  const over = Object.entries(off).filter(([format, means]) => means.some((mean) => mean > most(format)))
  expect(over, JSON.stringify(off)).toEqual([])
})
