/** Export of A4 at 300 ppi with six frames of 24-megapixel JPEGs, beside the floor of decoding at need and encoding. */
import { fork } from 'node:child_process'
import { mkdir, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import sharp from 'sharp'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { toPoints } from '@/core/units'
import { renderSheet } from '@/core/render/drawList'
import { BEST_OVERSIZE, needsOf } from '@/core/render/needs'
import { exportFile } from '@/server/export/file'
import { exportSheet, type ExportJob } from '@/server/export/write'
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

export const sixFrames = async (folder: string): Promise<Omit<ExportJob, 'out'>> => {
  await mkdir(folder, { recursive: true })
  const files: Record<string, string> = {}
  const sheet = newSheet('s', 'A4', { unit: 'mm', size: { w: mm(210), h: mm(297) }, ppi: PPI, bleed: 0 })
  let project: Project = newProject('p-measure', 'Measure', sheet)
  for (let n = 0; n < 6; n += 1) {
    const file = path.join(folder, `picture-${n}.jpg`)
    await paintPicture(file, n)
    files[hashOf(n)] = file
    const box = { cx: mm(57 + 96 * (n % 2)), cy: mm(53 + 95 * Math.floor(n / 2)), w: mm(92), h: mm(90) }
    project = addPicture(project, {
      pictureId: `pic-${n}`,
      picture: { name: `${n}`, pixels: PICTURE, hash: hashOf(n), tags: [] },
    })
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f-${n}`, { kind: 'ellipse' }, box) })
    project = placePicture(project, { sheetId: 's', frameId: `f-${n}`, pictureId: `pic-${n}` })
  }
  return {
    project,
    sheetId: 's',
    files,
    options: { format: 'png', sizing: { by: 'ppi', ppi: PPI }, quality: 90, bleed: false },
  }
}

/** What any export must do: decode each picture at the size needed, and encode a sheet of pixels. */
const floor = async (job: Omit<ExportJob, 'out'>, out: string): Promise<void> => {
  const list = renderSheet(job.project, sheetOf(job.project, 's'))
  for (const need of needsOf(list, PPI / 72)) {
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

/** Runs one way in this process; called in a process of its own. */
export const runExport = async (way: string, folder: string): Promise<void> => {
  const job = await sixFrames(folder)
  const started = performance.now()
  const out = path.join(folder, `${way}.png`)
  if (way === 'floor') await floor(job, out)
  else if (way === 'pdf') {
    const { sheetId, options, ...rest } = job
    await exportFile({ ...rest, parts: [{ sheetId }], options: { ...options, format: 'pdf' }, out })
  } else await exportSheet({ ...job, out })
  const ran: Ran = { seconds: (performance.now() - started) / 1000, megabytes: process.resourceUsage().maxRSS / 1024 }
  process.send?.(ran)
}

const WAYS = ['export', 'pdf', 'floor'] as const
type Way = (typeof WAYS)[number]

const inProcess = (way: string, folder: string): Promise<Ran> =>
  new Promise((resolve, reject) => {
    const child = fork(process.argv[1] ?? '', ['run-export', way, folder], { execArgv: ['--expose-gc'] })
    child.once('message', (ran) => resolve(ran as Ran)) // sent by runExport
    child.once('exit', (code) => code && reject(new TypeError(`${way} ended with ${code}`)))
  })

export const measureExport = async (folder: string): Promise<readonly string[]> => {
  await sixFrames(folder)
  const runs: Record<Way, Ran[]> = { export: [], pdf: [], floor: [] }
  for (let i = 0; i < 5; i += 1) for (const way of WAYS) runs[way].push(await inProcess(way, folder))
  const of = (way: Way, key: keyof Ran): number => median(runs[way].map((ran) => ran[key]))
  const ratio = of('export', 'seconds') / of('floor', 'seconds')
  await rm(path.join(folder, 'floor.png'), { force: true })
  return [
    `export A4 at 300 ppi, six 24-megapixel JPEGs | ${of('export', 'seconds').toFixed(2)} s, peak ${of('export', 'megabytes').toFixed(0)} MB | floor ${of('floor', 'seconds').toFixed(2)} s, peak ${of('floor', 'megabytes').toFixed(0)} MB | ${ratio.toFixed(2)}× (aim ≤ 1.40×, ≤ 400 MB)`,
    `the same as PDF, its JPEGs unchanged | ${of('pdf', 'seconds').toFixed(2)} s, peak ${of('pdf', 'megabytes').toFixed(0)} MB | ${(of('pdf', 'seconds') / of('export', 'seconds')).toFixed(2)}× of the PNG (aim ≤ 0.30×, ≤ 250 MB)`,
  ]
}
