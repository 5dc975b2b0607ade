/**
 * Pictures as decoders of clips give them, into colours: WebAssembly with its vectors (WebAssembly Core Specification 2.0, 2023:
 * 128-bit SIMD), compiled from assembly/planes.ts. Shrinking them on the way is less work than not to.
 */
import { PLANES_CODE } from '@/core/film/planesCode'
import type { Size } from '@/core/geometry/vector'
import { growTo, vectorCode } from '@/core/vectors'

/** Where rows begin among the bytes, and how far they lie apart. */
export interface PlaneAt {
  readonly offset: number
  readonly stride: number
}

/** One picture: a plane of lightness, and two of colour at half its size each way, rounded up (4:2:0, 8 bits). */
export interface Planes {
  readonly bytes: Uint8Array
  readonly size: Size
  readonly luma: PlaneAt
  /** Blue and red differences. */
  readonly u: PlaneAt
  readonly v: PlaneAt
  readonly matrix: keyof typeof MATRICES
  /** Lightness from 0 to 255; else from 16 to 235. */
  readonly isFull: boolean
}

/** Shares of red and blue in lightness (ITU-T H.273 (2021), table 4: codes 1, and 5 and 6). */
const MATRICES = { bt709: { red: 0.2126, blue: 0.0722 }, bt601: { red: 0.299, blue: 0.114 } } as const

/** The functions of assembly/planes.ts: places and counts. */
interface Code {
  readonly memory: WebAssembly.Memory
  readonly halve: (from: number, stride: number, w: number, h: number, to: number, toStride: number) => void
  readonly colours: (
    luma: number,
    lumaStride: number,
    u: number,
    v: number,
    colourStride: number,
    w: number,
    h: number,
    isHalved: boolean,
    weights: number,
    to: number,
  ) => void
}

const codeOf = vectorCode<Code>(PLANES_CODE)

const FIRST = 1024
const CHANNELS = 4
/** Rows are gone along in eights: so many bytes beyond them may be read and written. */
const BEYOND = 64
/** Parts of one in which weights are told to the code. */
const ONE = 8192
/** Lightness is told as four times a byte. */
const TIMES = 4

/**
 * Weights of lightness and colours (ITU-T H.273 (2021), equations 38 to 43 and 51 to 53, solved for red, green and blue), then
 * what is taken from lightness and from colours.
 */
const weightsOf = ({ matrix, isFull }: Planes): readonly number[] => {
  const { red, blue } = MATRICES[matrix]
  const green = 1 - red - blue
  const [ofLuma, ofColour] = isFull ? [1, 1] : [255 / 219, 255 / 224]
  const inRed = 2 * (1 - red) * ofColour
  const inBlue = 2 * (1 - blue) * ofColour
  const weights = [ofLuma / TIMES, inRed, (-inBlue * blue) / green, (-inRed * red) / green, inBlue]
  return [...weights.map((weight) => Math.round(ONE * weight)), isFull ? 0 : 16 * TIMES, 128]
}

/** How often a picture is halved to be so large; null where it is another size. */
const halvings = ({ size }: Planes, { w, h }: Size): number | null => {
  const times = Math.round(Math.log2(size.w / w))
  return times >= 0 && w * 2 ** times === size.w && h * 2 ** times === size.h ? times : null
}

/** Lets the memory reach so far, and a little beyond. */
const reach = ({ memory }: Code, end: number): void => growTo(memory, end + BEYOND)

/**
 * A picture as red, green, blue and alpha (255), as large as it is or halved a whole number of times; each colour pixel stands for
 * the four pixels of lightness that it lies on. Valid until another is asked for. Null where this can't be done so: at other
 * sizes, or where vectors are not known.
 */
export const planeColours = (planes: Planes, size: Size): Uint8ClampedArray<ArrayBuffer> | null => {
  const times = halvings(planes, size)
  const code = codeOf()
  if (times === null || !code || planes.u.stride !== planes.v.stride) return null
  const given = FIRST + BEYOND
  const from = {
    luma: at(planes.luma, given),
    u: at(planes.u, given),
    v: at(planes.v, given),
    next: given + planes.bytes.length + BEYOND,
  }
  reach(code, from.next)
  const weights = weightsOf(planes)
  new Int32Array(code.memory.buffer, FIRST, weights.length).set(weights)
  new Uint8Array(code.memory.buffer, given, planes.bytes.length).set(planes.bytes)
  const { luma, u, v, next } = halvedOften(code, from, planes.size, times - 1)
  const out = Math.ceil(next / 16) * 16
  const { w, h } = size
  reach(code, out + w * h * CHANNELS)
  code.colours(luma.offset, luma.stride, u.offset, v.offset, u.stride, w, h, times > 0, FIRST, out)
  return new Uint8ClampedArray(code.memory.buffer, out, w * h * CHANNELS)
}

/** The planes of a picture in the memory, and where that is free. */
interface Placed extends Readonly<Record<'luma' | 'u' | 'v', PlaneAt>> {
  readonly next: number
}

const halvedOften = (code: Code, from: Placed, { w, h }: Size, times: number): Placed => {
  if (times <= 0) return from
  let { next } = from
  const halved = ({ offset, stride }: PlaneAt, by: number): PlaneAt => {
    const [wide, high] = [w / by, h / by]
    const to = { offset: next, stride: Math.ceil(wide / 8) * 8 }
    next += to.stride * high + BEYOND
    reach(code, next)
    code.halve(offset, stride, wide, high, to.offset, to.stride)
    return to
  }
  const half = { luma: halved(from.luma, 2), u: halved(from.u, 4), v: halved(from.v, 4), next }
  return halvedOften(code, half, { w: w / 2, h: h / 2 }, times - 1)
}

const at = ({ offset, stride }: PlaneAt, base: number): PlaneAt => ({ offset: base + offset, stride })
