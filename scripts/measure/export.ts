/** Exports beside their floors: A4 of six 24-megapixel JPEGs, the same as PDF, many sheets, a large one, many small frames. */
import { fork } from 'node:child_process'
import { mkdir, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import sharp from 'sharp'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { toPoints } from '@/core/units'
import type { OutputFormat } from '@/core/formats/outputFormats'
import { fileNeeds, renderSheet } from '@/core/render/drawList'
import { BEST_OVERSIZE } from '@/core/render/needs'
import { exportFile, type FileJob } from '@/server/export/file'
import { PIXEL_PROCESS } from '@/server/work/process'
import { median } from './numbers'

const PPI = 300
const PICTURE = { w: 6000, h: 4000 }
const hashOf = (n: number): string => String(n).padStart(64, '0')
const mm = (value: number): number => toPoints(value, 'mm', PPI)

const paintPicture = async (file: string, seed: number): Promise<void> => {
  const known = await stat(file).catch(() => null)
  if (known) return
  // Noise over a soft gradient compresses about as a photograph does.
  const noise = { type: 'gaussian', mean: 128, sigma: 30 } as const
  const small = sharp({ create: { width: 1500, height: 1000, channels: 3, background: '#777', noise } })
  const grain = await small
    .linear([1, 0.9, 0.8], [seed * 9, 10, 0])
    .png()
    .toBuffer()
  await sharp(grain).resize(PICTURE.w, PICTURE.h, { kernel: 'cubic' }).jpeg({ quality: 90 }).toFile(file)
}

const known = (project: Project, n: number): Project =>
  addPicture(project, {
    pictureId: `pic-${n}`,
    picture: { name: `${n}`, pixels: PICTURE, hash: hashOf(n), tags: [] },
  })

/** Six discs of a picture each, on a sheet as large as said. */
const sixOn = (held: Project, sheetId: string, w: number, h: number): Project => {
  let project = held
  for (let n = 0; n < 6; n += 1) {
    const [x, y] = [0.27 + 0.46 * (n % 2), 0.18 + 0.32 * Math.floor(n / 2)]
    const box = { cx: mm(x * w), cy: mm(y * h), w: mm(0.44 * w), h: mm(0.3 * h) }
    const frame = newFrame(`f-${n}`, { kind: 'ellipse' }, box)
    project = addFrame(project, { sheetId, frame })
    project = placePicture(project, { sheetId, frameId: frame.id, pictureId: `pic-${n}` })
  }
  return project
}

const sheetOfSides = (id: string, w: number, h: number) =>
  newSheet(id, id, { unit: 'mm', size: { w: mm(w), h: mm(h) }, ppi: PPI, bleed: 0 })

const PICTURES = [0, 1, 2, 3, 4, 5] as const

const sheetsOfSix = (w: number, h: number, sheets = 1): Project => {
  const first = PICTURES.reduce(known, newProject('p-measure', 'Measure', sheetOfSides('s', w, h)))
  let project = sixOn(first, 's', w, h)
  for (let n = 1; n < sheets; n += 1) {
    project = addSheet(project, { sheet: sheetOfSides(`s${n}`, w, h), after: project.order.at(-1) ?? 's' })
    project = sixOn(project, `s${n}`, w, h)
  }
  return project
}

/** 200 frames 9 mm wide, which all show one picture. */
const smallFrames = (): Project => {
  let project = known(newProject('p-measure', 'Measure', sheetOfSides('s', 210, 297)), 0)
  for (let n = 0; n < 200; n += 1) {
    const box = { cx: mm(10 + 10 * (n % 20)), cy: mm(10 + 12 * Math.floor(n / 20)), w: mm(9), h: mm(9) }
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f-${n}`, { kind: 'ellipse' }, box) })
    project = placePicture(project, { sheetId: 's', frameId: `f-${n}`, pictureId: 'pic-0' })
  }
  return project
}

const paintedPictures = async (folder: string): Promise<Readonly<Record<string, string>>> => {
  await mkdir(folder, { recursive: true })
  const files: Record<string, string> = {}
  for (const n of PICTURES) {
    files[hashOf(n)] = path.join(folder, `picture-${n}.jpg`)
    await paintPicture(files[hashOf(n)] ?? '', n)
  }
  return files
}

type Job = Omit<FileJob, 'out'>

const jobOf = (project: Project, files: Job['files'], format: OutputFormat): Job => ({
  project,
  parts: project.order.map((sheetId) => ({ sheetId })),
  files,
  options: { format, sizing: { by: 'ppi', ppi: PPI }, quality: 90, bleed: false },
})

/** What is exported, by the way's name. */
const WAYS = {
  export: (files) => jobOf(sheetsOfSix(210, 297), files, 'png'),
  pdf: (files) => jobOf(sheetsOfSix(210, 297), files, 'pdf'),
  pages: (files) => jobOf(sheetsOfSix(210, 297, 24), files, 'pdf'),
  large: (files) => jobOf(sheetsOfSix(594, 841), files, 'png'),
  layers: (files) => jobOf(sheetsOfSix(210, 297), files, 'ora'),
  small: (files) => jobOf(smallFrames(), files, 'png'),
  // In a process that collects only by itself.
  smallFree: (files) => jobOf(smallFrames(), files, 'png'),
} as const satisfies Readonly<Record<string, (files: Job['files']) => Job>>

/** What any export must do: decode each picture at the size needed, and encode a sheet of pixels. */
const floor = async (job: Job, out: string): Promise<void> => {
  const list = renderSheet(job.project, sheetOf(job.project, 's'))
  for (const need of fileNeeds(list, PPI / 72)) {
    const share = Math.min(1, need.density * BEST_OVERSIZE)
    await sharp(job.files[need.source.hash])
      .resize(Math.round(need.pixels.w * share), Math.round(need.pixels.h * share), { fit: 'fill' })
      .raw()
      .toBuffer()
  }
  // The sheet as our own export drew it, so that the encoder has the same to do.
  const { data, info } = await sharp(path.join(path.dirname(out), 'export.png'))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const raw = { width: info.width, height: info.height, channels: info.channels }
  await sharp(data, { raw }).png({ compressionLevel: 6, adaptiveFiltering: true }).toFile(out)
}

interface Ran {
  readonly seconds: number
  readonly megabytes: number
}

const isWay = (name: string): name is keyof typeof WAYS => name in WAYS

/** Runs one way in this process; called in a process of its own. */
export const runExport = async (way: string, folder: string): Promise<void> => {
  const files = await paintedPictures(folder)
  const job = WAYS[isWay(way) ? way : 'export'](files)
  const started = performance.now()
  const out = path.join(folder, `${way}.png`)
  if (way === 'floor') await floor(job, out)
  else await exportFile({ ...job, out })
  const ran: Ran = { seconds: (performance.now() - started) / 1000, megabytes: process.resourceUsage().maxRSS / 1024 }
  process.send?.(ran)
}

const inProcess = (way: string, folder: string): Promise<Ran> =>
  new Promise((resolve, reject) => {
    const execArgv = way === 'smallFree' ? [] : [...PIXEL_PROCESS.execArgv]
    const env = { ...process.env, ...PIXEL_PROCESS.env }
    const child = fork(process.argv[1] ?? '', ['run-export', way, folder], { execArgv, env })
    child.once('message', (ran) => resolve(ran as Ran)) // sent by runExport
    child.once('exit', (code) => code && reject(new TypeError(`${way} ended with ${code}`)))
  })

/** The median of several runs of each way, one after the other in turn. */
const medians = async <W extends string>(
  folder: string,
  ways: readonly W[],
  runs: number,
): Promise<Readonly<Record<W, Ran>>> => {
  const ran: Ran[][] = ways.map(() => [])
  for (let i = 0; i < runs; i += 1) for (const [k, way] of ways.entries()) ran[k]?.push(await inProcess(way, folder))
  const of = (k: number, key: keyof Ran): number => median((ran[k] ?? []).map((one) => one[key]))
  const each = ways.map((way, k) => [way, { seconds: of(k, 'seconds'), megabytes: of(k, 'megabytes') }] as const)
  return Object.fromEntries(each) as Readonly<Record<W, Ran>> // one for every way
}

const words = ({ seconds, megabytes }: Ran): string => `${seconds.toFixed(2)} s, peak ${megabytes.toFixed(0)} MB`
const times = (a: Ran, b: Ran): string => `${(a.seconds / b.seconds).toFixed(2)}×`

export const measureExport = async (folder: string): Promise<readonly string[]> => {
  await paintedPictures(folder)
  const six = await medians(folder, ['export', 'pdf', 'layers', 'floor'], 5)
  const small = await medians(folder, ['small', 'smallFree'], 5)
  const much = await medians(folder, ['pages', 'large'], 1)
  await Promise.all([...Object.keys(WAYS), 'floor'].map((way) => rm(path.join(folder, `${way}.png`), { force: true })))
  return [
    `export A4 at 300 ppi, six 24-megapixel JPEGs | ${words(six.export)} | floor ${words(six.floor)} | ${times(six.export, six.floor)} (aim ≤ 1.40×, ≤ 400 MB)`,
    `the same as PDF, its JPEGs unchanged | ${words(six.pdf)} | ${times(six.pdf, six.export)} of the PNG (aim ≤ 0.30×, ≤ 250 MB)`,
    `the same as OpenRaster, layers and the whole | ${words(six.layers)} | ${times(six.layers, six.export)} of the PNG`,
    `200 frames 9 mm wide on A4 at 300 ppi | ${words(small.small)} | without forced collection ${words(small.smallFree)} | ${times(small.small, small.smallFree)} (aim ≤ 1.5×)`,
    `24 such sheets as one PDF | ${words(much.pages)} (aim ≤ 1200 MB)`,
    `A1 at 300 ppi, 70 megapixels, as PNG | ${words(much.large)} (aim ≤ 1200 MB)`,
  ]
}
