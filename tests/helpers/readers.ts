/** Readers of files that have nothing to do with this program, as Debian ships them. */
import { execFileSync } from 'node:child_process'
import sharp from 'sharp'

const run = (command: string, ...args: readonly string[]): string =>
  execFileSync(command, args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'], maxBuffer: 1e8 })

/** Opaque RGB pixels on white. */
export interface Rgb8 {
  readonly width: number
  readonly height: number
  readonly data: Buffer
}

export const onWhite = async (picture: string | Buffer): Promise<Rgb8> => {
  const { data, info } = await sharp(picture).flatten({ background: '#ffffff' }).removeAlpha().raw().toBuffer({
    resolveWithObject: true,
  })
  return { data, width: info.width, height: info.height }
}

/** A page as two readers show it, each from its own code: poppler with cairo, and MuPDF. */
export const PDF_READERS = {
  cairo: async (file: string, ppi: number, page = 1): Promise<Rgb8> => {
    const out = `${file}-cairo`
    run('pdftocairo', '-png', '-singlefile', '-f', `${page}`, '-r', `${ppi}`, file, out)
    return onWhite(`${out}.png`)
  },
  mutool: async (file: string, ppi: number, page = 1): Promise<Rgb8> => {
    const out = `${file}-mutool.png`
    run('mutool', 'draw', '-q', '-r', `${ppi}`, '-o', out, file, `${page}`)
    return onWhite(out)
  },
} as const

const RESVG = `
  const { Resvg } = require('@resvg/resvg-js')
  const { readFileSync, writeFileSync } = require('node:fs')
  const [file, width, out] = process.argv.slice(1)
  const fitTo = { mode: 'width', value: Number(width) }
  writeFileSync(out, new Resvg(readFileSync(file, 'utf8'), { fitTo }).render().asPng())
`

export const SVG_READERS = {
  librsvg: async (file: string, width: number): Promise<Rgb8> => {
    const out = `${file}-rsvg.png`
    run('rsvg-convert', '-u', '-w', `${width}`, '-o', out, file)
    return onWhite(out)
  },
  /** In a process of its own, since it stops on some layers that lie beyond the sheet. */
  resvg: async (file: string, width: number): Promise<Rgb8> => {
    const out = `${file}-resvg.png`
    run('node', '-e', RESVG, file, `${width}`, out)
    return onWhite(out)
  },
} as const

export const pdfInfo = (file: string, ...args: readonly string[]): string => run('pdfinfo', ...args, file)
export const pdfFonts = (file: string): string => run('pdffonts', file)
export const pdfImages = (file: string): readonly string[] =>
  run('pdfimages', '-list', file).trim().split('\n').slice(2)
/** Throws with what is wrong with the file. */
export const checkPdf = (file: string): string => run('qpdf', '--check', file)
/** The file with its content streams to be read. */
export const plainPdf = (file: string): string =>
  execFileSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], { maxBuffer: 2e8 }).toString('latin1')

/** The part of a picture from its left upper corner: readers round a page that is no whole number of pixels up or down. */
export const cropped = (
  { data, width, height }: Rgb8,
  to: { readonly width: number; readonly height: number },
): Rgb8 => {
  const [w, h] = [Math.min(width, to.width), Math.min(height, to.height)]
  const rows = Array.from({ length: h }, (_, y) => data.subarray(3 * y * width, 3 * (y * width + w)))
  return { width: w, height: h, data: Buffer.concat(rows) }
}

/** How far two pictures differ: the mean over all channels, and the share that is off by more than 8. */
export const difference = (a: Rgb8, b: Rgb8): { readonly mean: number; readonly off: number } => {
  if (a.width !== b.width || a.height !== b.height)
    throw new RangeError(`${a.width} × ${a.height} beside ${b.width} × ${b.height}`)
  let sum = 0
  let off = 0
  for (let i = 0; i < a.data.length; i += 1) {
    const by = (a.data[i] ?? 0) - (b.data[i] ?? 0)
    const d = by < 0 ? -by : by
    sum += d
    if (d > 8) off += 1
  }
  return { mean: sum / a.data.length, off: off / a.data.length }
}
