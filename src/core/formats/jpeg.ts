/** JPEG files (ISO/IEC 10918-1) as far as their data can be passed on unchanged: markers, never pixels. */
export interface JpegFacts {
  readonly width: number
  readonly height: number
  /** Bits a sample. */
  readonly bits: number
  readonly components: number
  /** Baseline, extended or progressive with Huffman codes: what every reader knows (SOF0, SOF1, SOF2). */
  readonly isCommon: boolean
  /** One component of grey, or three of which a reader without further notice makes colours: YCbCr. */
  readonly isPlain: boolean
}

interface Segment {
  readonly marker: number
  /** Of the marker's first byte, and after the segment's last. */
  readonly from: number
  readonly to: number
}

const MARKER = { soi: 0xd8, eoi: 0xd9, sos: 0xda, app0: 0xe0, app14: 0xee, app15: 0xef, comment: 0xfe } as const
const isFrame = (marker: number): boolean =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc
const standsAlone = (marker: number): boolean => marker === 0x01 || (marker >= 0xd0 && marker <= 0xd7)

const word = (data: Uint8Array, at: number): number => ((data[at] ?? 0) << 8) | (data[at + 1] ?? 0)

/** Where entropy-coded data ends: at a marker that is neither stuffed nor a restart. */
const scanEnd = (data: Uint8Array, from: number): number => {
  let at = from
  for (;;) {
    at = data.indexOf(0xff, at)
    if (at < 0 || at + 1 >= data.length) return data.length
    const next = data[at + 1] ?? 0
    if (next !== 0 && next !== 0xff && !standsAlone(next)) return at
    at += next === 0xff ? 1 : 2
  }
}

/** The segments up to the end of the picture; null where the file is cut off or is none. What follows it is left out. */
const segmentsOf = (data: Uint8Array): readonly Segment[] | null => {
  if (data[0] !== 0xff || data[1] !== MARKER.soi) return null
  const segments: Segment[] = [{ marker: MARKER.soi, from: 0, to: 2 }]
  let at = 2
  while (at + 1 < data.length) {
    if (data[at] !== 0xff) return null
    // Any number of fill bytes may stand before a marker (B.1.1.2).
    if (data[at + 1] === 0xff) {
      at += 1
      continue
    }
    const marker = data[at + 1] ?? 0
    if (marker === MARKER.eoi) return [...segments, { marker, from: at, to: at + 2 }]
    const length = standsAlone(marker) ? 0 : word(data, at + 2)
    if (!standsAlone(marker) && length < 2) return null
    const end = at + 2 + length
    const to = marker === MARKER.sos ? scanEnd(data, end) : end
    segments.push({ marker, from: at, to })
    at = to
  }
  return null
}

const startsWith = (data: Uint8Array, at: number, text: string): boolean =>
  [...text].every((letter, i) => data[at + i] === letter.charCodeAt(0))

/** The letters that begin a segment of APP14 which says how colours are meant (ISO/IEC 10918-6; from memory). */
const COLOUR_NOTE = [0x41, 0x64, 0x6f, 0x62, 0x65]
const isColourNote = (data: Uint8Array, { marker, from }: Segment): boolean =>
  marker === MARKER.app14 && COLOUR_NOTE.every((byte, i) => data[from + 4 + i] === byte)

/** What such a segment says: 0 for colours as they are, 1 for YCbCr; null without one. */
const statedTransform = (data: Uint8Array, segments: readonly Segment[]): number | null => {
  const stated = segments.find((segment) => isColourNote(data, segment))
  return stated && stated.to - stated.from >= 16 ? (data[stated.from + 15] ?? 0) : null
}

/** Facts of a JPEG; null where it is none, or is cut off. */
export const jpegFacts = (data: Uint8Array): JpegFacts | null => {
  const segments = segmentsOf(data)
  const frames = segments?.filter(({ marker }) => isFrame(marker)) ?? []
  const [frame] = frames
  if (!segments || !frame || frames.length > 1 || !segments.some(({ marker }) => marker === MARKER.sos)) return null
  const at = frame.from + 4
  const components = data[at + 5] ?? 0
  const ids = Array.from({ length: components }, (_, i) => data[at + 6 + 3 * i] ?? 0)
  const transform = statedTransform(data, segments)
  const isRgb = ids.join() === [...'RGB'].map((letter) => letter.charCodeAt(0)).join()
  const isYCbCr = components === 3 && (transform === null ? !isRgb : transform === 1)
  return {
    bits: data[at] ?? 0,
    height: word(data, at + 1),
    width: word(data, at + 3),
    components,
    isCommon: frame.marker <= 0xc2,
    isPlain: components === 1 || isYCbCr,
  }
}

/** Needed to know how colours are meant: JFIF and the note in APP14. All other application data may tell of people and places. */
const isKept = (data: Uint8Array, segment: Segment): boolean => {
  const { marker, from } = segment
  if (marker === MARKER.app0) return startsWith(data, from + 4, 'JFIF\0')
  if (marker === MARKER.app14) return isColourNote(data, segment)
  return marker !== MARKER.comment && !(marker > MARKER.app0 && marker <= MARKER.app15)
}

/** The same picture, its data unchanged, without EXIF, comments, profiles and whatever else is not needed to decode it. */
export const bareJpeg = (data: Uint8Array): Uint8Array => {
  const segments = segmentsOf(data)
  if (!segments) throw new TypeError('no whole JPEG')
  const parts = segments.filter((segment) => isKept(data, segment)).map(({ from, to }) => data.subarray(from, to))
  const bare = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    bare.set(part, at)
    at += part.length
  }
  return bare
}
