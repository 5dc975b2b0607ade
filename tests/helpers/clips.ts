/** Clips whose pictures carry their number as bars, made and read by ffmpeg, which has nothing to do with this program. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'

/** Bars across a picture, each one bit, the highest first; black and white. */
export const BITS = 10
const SIDES = { w: 320, h: 180 }

export interface ClipForm {
  readonly count: number
  readonly rate: number
  readonly size?: { readonly w: number; readonly h: number }
  /** Arguments of ffmpeg that say how it is written. */
  readonly as?: readonly string[]
  readonly ending?: string
  /** Arguments before the input. */
  readonly before?: readonly string[]
  /** Numbers of the first picture on. */
  readonly first?: number
  /** Each picture is one grey that tells its number, instead of bars. */
  readonly isGrey?: boolean
}

/** The grey of a picture by its number, as it is seen. */
export const greyOf = (number: number): number => 24 + 4 * number

const H264 = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-crf', '16', '-g', '12']

/** One picture's luma: bars of its number. */
const barsOf = (number: number, { w, h }: { readonly w: number; readonly h: number }): Buffer => {
  const row = Buffer.from(
    Array.from({ length: w }, (_, x) => ((number >> (BITS - 1 - Math.floor((x * BITS) / w))) & 1 ? 235 : 16)),
  )
  return Buffer.concat(Array.from({ length: h }, () => row))
}

/** A clip of so many pictures, numbered from 0. */
export const numberedClip = (form: ClipForm): Buffer => {
  const { count, rate, size = SIDES, as = H264, ending = 'mp4', before = [], first = 0, isGrey = false } = form
  const folder = mkdtempSync(path.join(tmpdir(), 'clip-'))
  try {
    const raw = path.join(folder, 'in.gray')
    writeFileSync(
      raw,
      Buffer.concat(
        Array.from({ length: count }, (_, k) =>
          isGrey ? Buffer.alloc(size.w * size.h, greyOf(first + k)) : barsOf(first + k, size),
        ),
      ),
    )
    const out = path.join(folder, `out.${ending}`)
    const input = ['-f', 'rawvideo', '-pix_fmt', 'gray', '-s', `${size.w}x${size.h}`, '-r', String(rate), '-i', raw]
    execFileSync('ffmpeg', ['-v', 'error', '-y', ...before, ...input, ...as, out], { maxBuffer: 1e9 })
    return readFileSync(out)
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** A part of a picture, in shares of its sides. */
export interface PartOf {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}

const WHOLE: PartOf = { x: 0, y: 0, w: 1, h: 1 }

export interface ReadFilm {
  readonly width: number
  readonly height: number
  /** Luma of each picture. */
  readonly pictures: readonly Buffer[]
}

/** All pictures of a film as luma from 0 to 255, as they are seen, one for each that is in the file. */
export const readFilm = (file: string): ReadFilm => {
  const shown = execFileSync('ffprobe', [
    ...['-v', 'error', '-select_streams', 'v:0', '-show_entries', 'stream=width,height', '-of', 'csv=p=0', file],
  ])
  const [width = 0, height = 0] = String(shown).trim().split(',').map(Number)
  const gray = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', file, '-fps_mode', 'passthrough', '-f', 'rawvideo', '-pix_fmt', 'gray', '-'],
    { maxBuffer: 2e9 },
  )
  const bytes = width * height
  const pictures = Array.from({ length: Math.floor(gray.length / bytes) }, (_, k) =>
    gray.subarray(k * bytes, (k + 1) * bytes),
  )
  return { width, height, pictures }
}

/** The number that bars in a part of a picture show. */
export const numberIn = (luma: Buffer, width: number, height: number, { x, y, w, h }: PartOf = WHOLE): number => {
  let number = 0
  for (let bit = 0; bit < BITS; bit += 1) {
    const px = Math.floor((x + (w * (bit + 0.5)) / BITS) * width)
    const py = Math.floor((y + h / 2) * height)
    number = number * 2 + ((luma[py * width + px] ?? 0) > 128 ? 1 : 0)
  }
  return number
}

/** What independent eyes say of a film. */
export const probeFilm = (file: string): Readonly<Record<string, string>> => {
  const entries = 'stream=codec_name,width,height,r_frame_rate,nb_read_frames,pix_fmt:format=duration'
  const shown = execFileSync('ffprobe', [
    ...[
      '-v',
      'error',
      '-count_frames',
      '-select_streams',
      'v:0',
      '-show_entries',
      entries,
      '-of',
      'default=nw=1',
      file,
    ],
  ])
  return Object.fromEntries(
    String(shown)
      .trim()
      .split('\n')
      .map((line) => line.split('=') as [string, string]),
  )
}
