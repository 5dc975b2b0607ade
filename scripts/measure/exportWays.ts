/** What is exported to be measured, and the floors of it; each is run in a process of its own. */
import { mkdir, stat } from 'node:fs/promises'
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

const PPI = 300
const PICTURE = { w: 6000, h: 4000 }
const hashOf = (n: number): string => String(n).padStart(64, '0')
const mm = (value: number): number => toPoints(value, 'mm', PPI)

const paintPicture = async (file: string, seed: number, { w, h } = PICTURE): Promise<void> => {
  const known = await stat(file).catch(() => null)
  if (known) return
  // Noise over a soft gradient compresses about as a photograph does.
  const noise = { type: 'gaussian', mean: 128, sigma: 30 } as const
  const small = sharp({ create: { width: 1500, height: 1000, channels: 3, background: '#777', noise } })
  const grain = await small
    .linear([1, 0.9, 0.8], [seed * 9, 10, 0])
    .png()
    .toBuffer()
  const picture = sharp(grain).resize(w, h, { kernel: 'cubic' })
  await (file.endsWith('.png') ? picture.png() : picture.jpeg({ quality: 90 })).toFile(file)
}

/** Pictures of another kind, whose files are PNG. */
const DRAWN = { w: 5120, h: 2880, from: 100 }

const known = (project: Project, n: number, pixels = PICTURE, hash = hashOf(n)): Project =>
  addPicture(project, { pictureId: `pic-${n}`, picture: { name: `${n}`, pixels, hash, tags: [] } })

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

const blank = (w: number, h: number): Project => newProject('p-measure', 'Measure', sheetOfSides('s', w, h))

const PICTURES = [0, 1, 2, 3, 4, 5] as const

const sheetsOfSix = (w: number, h: number, sheets = 1): Project => {
  const first = PICTURES.reduce((project, n) => known(project, n), blank(w, h))
  let project = sixOn(first, 's', w, h)
  for (let n = 1; n < sheets; n += 1) {
    project = addSheet(project, { sheet: sheetOfSides(`s${n}`, w, h), after: project.order.at(-1) ?? 's' })
    project = sixOn(project, `s${n}`, w, h)
  }
  return project
}

/** A3 of six PNG pictures. */
const ofDrawn = (): Project => {
  const { from, ...pixels } = DRAWN
  return sixOn(
    PICTURES.reduce((held, n) => known(held, n, pixels, hashOf(from + n)), blank(297, 420)),
    's',
    297,
    420,
  )
}

/** 200 frames 9 mm wide, which all show one picture. */
const smallFrames = (): Project => {
  let project = known(blank(210, 297), 0)
  for (let n = 0; n < 200; n += 1) {
    const box = { cx: mm(10 + 10 * (n % 20)), cy: mm(10 + 12 * Math.floor(n / 20)), w: mm(9), h: mm(9) }
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f-${n}`, { kind: 'ellipse' }, box) })
    project = placePicture(project, { sheetId: 's', frameId: `f-${n}`, pictureId: 'pic-0' })
  }
  return project
}

export const paintedPictures = async (folder: string): Promise<Readonly<Record<string, string>>> => {
  await mkdir(folder, { recursive: true })
  const files: Record<string, string> = {}
  for (const n of PICTURES) {
    files[hashOf(n)] = path.join(folder, `picture-${n}.jpg`)
    await paintPicture(files[hashOf(n)] ?? '', n)
    const drawn = path.join(folder, `picture-${n}.png`)
    await paintPicture(drawn, n, DRAWN)
    files[hashOf(DRAWN.from + n)] = drawn
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
export const WAYS = {
  export: (files) => jobOf(sheetsOfSix(210, 297), files, 'png'),
  pdf: (files) => jobOf(sheetsOfSix(210, 297), files, 'pdf'),
  pages: (files) => jobOf(sheetsOfSix(210, 297, 24), files, 'pdf'),
  large: (files) => jobOf(sheetsOfSix(594, 841), files, 'png'),
  huge: (files) => jobOf(sheetsOfSix(1150, 1590), files, 'png'),
  layers: (files) => jobOf(sheetsOfSix(210, 297), files, 'ora'),
  drawn: (files) => jobOf(ofDrawn(), files, 'png'),
  small: (files) => jobOf(smallFrames(), files, 'png'),
  // In a process that collects only by itself.
  smallFree: (files) => jobOf(smallFrames(), files, 'png'),
} as const satisfies Readonly<Record<string, (files: Job['files']) => Job>>

/** What any export must do: decode each picture at the size needed, and encode a sheet of pixels. */
const floor = async (job: Job, out: string, own: string): Promise<void> => {
  const list = renderSheet(job.project, sheetOf(job.project, 's'))
  for (const need of fileNeeds(list, PPI / 72)) {
    const share = Math.min(1, need.density * BEST_OVERSIZE)
    await sharp(job.files[need.source.hash])
      .resize(Math.round(need.pixels.w * share), Math.round(need.pixels.h * share), { fit: 'fill' })
      .raw()
      .toBuffer()
  }
  // The sheet as our own export drew it, so that the encoder has the same to do.
  const { data, info } = await sharp(path.join(path.dirname(out), `${own}.png`))
    .raw()
    .toBuffer({ resolveWithObject: true })
  const raw = { width: info.width, height: info.height, channels: info.channels }
  await sharp(data, { raw }).png({ compressionLevel: 4, adaptiveFiltering: true }).toFile(out)
}

export interface Ran {
  readonly seconds: number
  readonly megabytes: number
}

/** What the floors are of. */
export const FLOORS: Readonly<Record<string, keyof typeof WAYS>> = { floor: 'export', floorDrawn: 'drawn' }

const isWay = (name: string): name is keyof typeof WAYS => name in WAYS

/** Runs one way in this process; called in a process of its own. */
export const runExport = async (way: string, folder: string): Promise<void> => {
  const files = await paintedPictures(folder)
  const own = isWay(way) ? way : (FLOORS[way] ?? 'export')
  const job = WAYS[own](files)
  const started = performance.now()
  const out = path.join(folder, `${way}.png`)
  if (own !== way) await floor(job, out, own)
  else await exportFile({ ...job, out })
  const ran: Ran = { seconds: (performance.now() - started) / 1000, megabytes: process.resourceUsage().maxRSS / 1024 }
  process.send?.(ran)
}
