import { Failure } from '@/core/failure'

/**
 * Joins PNG files of one size to an animated PNG (PNG, third edition, 11.3.6: acTL, fcTL, fdAT). Frames are whole pictures
 * that take the place of one another.
 */

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] as const

/** CRC-32 of PNG (annex D), by nibbles. */
const CRC = Uint32Array.from({ length: 16 }, (_, n) => {
  let c = n
  for (let k = 0; k < 4; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c
})

const crcOf = (bytes: Uint8Array): number => {
  let c = 0xffffffff
  for (const byte of bytes) {
    c = (CRC[(c ^ byte) & 15] ?? 0) ^ (c >>> 4)
    c = (CRC[(c ^ (byte >> 4)) & 15] ?? 0) ^ (c >>> 4)
  }
  return (c ^ 0xffffffff) >>> 0
}

interface Chunk {
  readonly type: string
  readonly data: Uint8Array
}

const chunksOf = (png: Uint8Array): readonly Chunk[] => {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength)
  const chunks: Chunk[] = []
  for (let at = SIGNATURE.length; at + 12 <= png.length;) {
    const length = view.getUint32(at)
    const type = String.fromCharCode(...png.subarray(at + 4, at + 8))
    chunks.push({ type, data: png.subarray(at + 8, at + 8 + length) })
    at += 12 + length
  }
  return chunks
}

/** A chunk: length, type, data and the sum of both. */
const chunk = (type: string, ...parts: readonly Uint8Array[]): Uint8Array => {
  const length = parts.reduce((sum, part) => sum + part.length, 0)
  const bytes = new Uint8Array(12 + length)
  const view = new DataView(bytes.buffer)
  view.setUint32(0, length)
  for (let i = 0; i < 4; i += 1) bytes[4 + i] = type.charCodeAt(i)
  let at = 8
  for (const part of parts) {
    bytes.set(part, at)
    at += part.length
  }
  view.setUint32(at, crcOf(bytes.subarray(4, at)))
  return bytes
}

const numbers = (...values: readonly (readonly [number, 1 | 2 | 4])[]): Uint8Array => {
  const bytes = new Uint8Array(values.reduce((sum, [, size]) => sum + size, 0))
  const view = new DataView(bytes.buffer)
  let at = 0
  for (const [value, size] of values) {
    if (size === 4) view.setUint32(at, value)
    else if (size === 2) view.setUint16(at, value)
    else view.setUint8(at, value)
    at += size
  }
  return bytes
}

/** A PNG with a word and what it says (PNG, 11.3.3.3, tEXt; Latin-1) behind its head: two of the same pixels become two files. */
export const labelledPng = (png: Uint8Array, word: string, says: string): Uint8Array => {
  const head = SIGNATURE.length + 25 // IHDR has 13 bytes of data, and 12 around them
  const label = chunk(
    'tEXt',
    Uint8Array.from(`${word}\0${says}`, (sign) => sign.charCodeAt(0)),
  )
  const bytes = new Uint8Array(png.length + label.length)
  bytes.set(png.subarray(0, head))
  bytes.set(label, head)
  bytes.set(png.subarray(head), head + label.length)
  return bytes
}

/** One picture of an animated PNG, as a PNG of its own, and how it is laid on what was there. */
export interface PngPart {
  readonly png: Uint8Array
  readonly x: number
  readonly y: number
  /** In seconds. */
  readonly lasts: number
  /** What becomes of its place when it is over (11.3.6.2): left, cleared, or as it was before. */
  readonly after: 'left' | 'cleared' | 'before'
  /** It lies over what is there; else it takes its place. */
  readonly isOver: boolean
}

export interface SplitPng {
  readonly width: number
  readonly height: number
  readonly parts: readonly PngPart[]
}

/** What a picture lasts whose denominator is 0, and the number of its words for what comes after. */
const HUNDREDTHS = 100
const AFTER = ['left', 'cleared', 'before'] as const

const PARTS_OF_ALL: ReadonlySet<string> = new Set(['PLTE', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'sBIT'])

/** Takes an animated PNG apart: each of its pictures as a plain PNG. A plain one gives itself. */
export const splitPng = (file: Uint8Array): SplitPng => {
  const chunks = chunksOf(file)
  const header = chunks.find(({ type }) => type === 'IHDR')?.data ?? new Uint8Array(13)
  const head = new DataView(header.buffer, header.byteOffset)
  const shared = chunks.filter(({ type }) => PARTS_OF_ALL.has(type))
  const parts: PngPart[] = []
  let [control, data]: [DataView | null, Uint8Array[]] = [null, []]
  const finish = (): void => {
    if (!control || !data.length) return
    const own = Uint8Array.from(header)
    own.set(new Uint8Array(control.buffer, control.byteOffset + 4, 8))
    const pieces = [
      Uint8Array.from(SIGNATURE),
      chunk('IHDR', own),
      ...shared.map((one) => chunk(one.type, one.data)),
      chunk('IDAT', ...data),
      chunk('IEND'),
    ]
    parts.push({
      png: joinedBytes(pieces),
      x: control.getUint32(12),
      y: control.getUint32(16),
      lasts: control.getUint16(20) / (control.getUint16(22) || HUNDREDTHS),
      after: AFTER[control.getUint8(24)] ?? 'left',
      isOver: control.getUint8(25) === 1,
    })
    data = []
  }
  for (const { type, data: held } of chunks) {
    if (type === 'fcTL') {
      finish()
      control = new DataView(held.buffer, held.byteOffset, held.byteLength)
    } else if (type === 'IDAT') data.push(held)
    else if (type === 'fdAT') data.push(held.subarray(4))
  }
  finish()
  return { width: head.getUint32(0), height: head.getUint32(4), parts }
}

const joinedBytes = (pieces: readonly Uint8Array[]): Uint8Array => {
  const bytes = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0))
  let at = 0
  for (const piece of pieces) {
    bytes.set(piece, at)
    at += piece.length
  }
  return bytes
}

export interface FilmTiming {
  readonly count: number
  /** Pictures a second, at most 1,000. */
  readonly rate: number
  /** How often it plays; 0 for ever. */
  readonly loops: number
}

/** Milliseconds at which a picture of a film begins: rounded each by itself, so that nothing adds up. */
export const beginOf = (index: number, rate: number): number => Math.round((1000 * index) / rate)

/** Joins pictures as they come; gives the bytes that each adds to the file. */
export class PngJoiner {
  private sequence = 0
  private header: Uint8Array | null = null

  constructor(private readonly timing: FilmTiming) {}

  /** The bytes of the next picture, those of the head before the first. Throws `refused` where it is not like the first. */
  add(png: Uint8Array, index: number): readonly Uint8Array[] {
    const chunks = chunksOf(png)
    const header = chunks.find(({ type }) => type === 'IHDR')?.data
    if (!header || (this.header && !header.every((byte, i) => byte === this.header?.[i])))
      throw new Failure('refused', 'Pictures of a film must be of one size and kind. Export it again.')
    const data = chunks.filter(({ type }) => type === 'IDAT').map((one) => one.data)
    const isFirst = this.header === null
    this.header = header
    return [
      ...(isFirst ? this.head(header) : []),
      this.control(header, index),
      ...data.map((part) => (isFirst ? chunk('IDAT', part) : chunk('fdAT', this.next(), part))),
    ]
  }

  end(): Uint8Array {
    return chunk('IEND')
  }

  private next(): Uint8Array {
    const number = numbers([this.sequence, 4])
    this.sequence += 1
    return number
  }

  private head(header: Uint8Array): readonly Uint8Array[] {
    const { count, loops } = this.timing
    return [Uint8Array.from(SIGNATURE), chunk('IHDR', header), chunk('acTL', numbers([count, 4], [loops, 4]))]
  }

  /** How long a picture stays: until the next begins, in thousandths. It takes the whole place of the one before. */
  private control(header: Uint8Array, index: number): Uint8Array {
    const { rate } = this.timing
    const delay = beginOf(index + 1, rate) - beginOf(index, rate)
    const place = numbers([0, 4], [0, 4])
    return chunk(
      'fcTL',
      this.next(),
      header.subarray(0, 8),
      place,
      numbers([Math.min(delay, 65_535), 2], [1000, 2], [0, 1], [0, 1]),
    )
  }
}
