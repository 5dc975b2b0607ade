/**
 * What changes pixels row by row, four numbers at a time: WebAssembly with its vectors (WebAssembly Core Specification 2.0,
 * 2023: 128-bit SIMD), compiled from assembly/rows.ts. Only rows lie in its memory, never a whole picture.
 */
import { blurKernel, blurStep, shrunkDeviation, squaresOver } from '@/core/adjust/blur'
import { CHANNELS } from '@/core/adjust/plate'
import { ROWS_CODE } from '@/core/adjust/rowsCode'
import { growTo, vectorCode } from '@/core/vectors'

/** Bytes of four floats. */
const WIDE = 16
/** What is free of the memory begins here. */
const FIRST = 1024

/** The functions of assembly/rows.ts: places and counts. */
interface Code {
  readonly memory: WebAssembly.Memory
  readonly widen: (from: number, count: number, beyond: number, to: number, ofLight: boolean) => void
  readonly addShrunk: (
    from: number,
    count: number,
    by: number,
    squares: number,
    weight: number,
    to: number,
    ofLight: boolean,
  ) => void
  readonly extend: (at: number, count: number, beyond: number) => void
  readonly along: (line: number, count: number, kernel: number, reach: number, to: number) => void
  readonly across: (rows: number, count: number, kernel: number, reach: number, to: number) => void
  readonly between: (upper: number, lower: number, count: number, share: number, to: number) => void
  readonly grow: (line: number, count: number, by: number, to: number) => void
  readonly narrow: (from: number, count: number, to: number) => void
  readonly sharpen: (blurred: number, count: number, amount: number, at: number) => void
  readonly drawLines: (blurred: number, count: number, amount: number, full: number, at: number) => void
  readonly recolour: (at: number, count: number, curve: number, matrix: number) => void
}

/** The compiled functions; null where vectors are not known, and plain arrays do the same more slowly. */
export const rowsCode = vectorCode<Code>(ROWS_CODE)

/** Gives places in the memory one after another, and lets it grow to hold them all. */
class Places {
  private next = FIRST

  constructor(private readonly code: Code) {}

  take(bytes: number): number {
    const at = this.next
    this.next += Math.ceil(bytes / WIDE) * WIDE
    growTo(this.code.memory, this.next)
    return at
  }
}

/** A blur whose rows come one after another; of lightness it has two deviations at once. */
export interface RowBlur {
  readonly data: Uint8ClampedArray
  readonly width: number
  readonly height: number
  /** Standard deviations in pixels; one for all of the colours and alpha, or two for lightness. */
  readonly deviations: readonly [number] | readonly [near: number, far: number]
}

/** The weights for each distance, four of each. */
const kernelsOf = (
  deviations: readonly number[],
  by: number,
): { readonly reach: number; readonly all: Float32Array } => {
  const kernels = deviations.map((deviation) => blurKernel(by === 1 ? deviation : shrunkDeviation(deviation, by)))
  const reach = Math.max(...kernels.map(({ length }) => length)) - 1
  const all = new Float32Array(4 * (reach + 1))
  for (let k = 0; k <= reach; k += 1)
    for (let lane = 0; lane < 4; lane += 1) all[4 * k + lane] = kernels[Math.min(lane, kernels.length - 1)]?.[k] ?? 0
  return { reach, all }
}

/** The rows of a picture, shrunk and blurred along, made one after another and kept as long as they are needed. */
class BlurredRows {
  readonly by: number
  private readonly w: number
  private readonly h: number
  private readonly reach: number
  private readonly ofLight: boolean
  private readonly kernel: number
  private readonly bytes: number
  private readonly line: number
  private readonly ring: number
  private readonly table: number
  private readonly across: readonly [number, number]
  private readonly mixed: number
  private readonly grown: number
  private readonly stride: number
  /** Rows made so far, and the blurred rows that are held. */
  private made = 0
  private readonly done: [number, number] = [-1, -1]

  constructor(
    private readonly code: Code,
    private readonly blur: RowBlur,
    places: Places,
  ) {
    const { width, height, deviations } = blur
    this.ofLight = deviations.length === 2
    this.by = blurStep(deviations[0])
    this.w = this.by === 1 ? width : squaresOver(width, this.by)
    this.h = this.by === 1 ? height : squaresOver(height, this.by)
    const { reach, all } = kernelsOf(deviations, this.by)
    this.reach = reach
    // Rows are gone along in fours.
    this.stride = (Math.ceil(this.w / 4) * 4 + 4) * WIDE
    this.kernel = places.take(all.byteLength)
    this.bytes = places.take(width * CHANNELS)
    this.line = places.take(this.stride + 2 * reach * WIDE) + reach * WIDE
    this.ring = places.take((2 * reach + 1) * this.stride)
    this.table = places.take((2 * reach + 1) * 4)
    this.across = [places.take(this.stride), places.take(this.stride)]
    this.mixed = places.take(this.stride)
    this.grown = places.take(width * WIDE)
    new Float32Array(code.memory.buffer, this.kernel, all.length).set(all)
  }

  private slot(i: number): number {
    return this.ring + (i % (2 * this.reach + 1)) * this.stride
  }

  private putBytes(y: number): void {
    const { data, width } = this.blur
    const from = y * width * CHANNELS
    new Uint8Array(this.code.memory.buffer, this.bytes).set(data.subarray(from, from + width * CHANNELS))
  }

  private make(i: number): void {
    const { code, by, w, reach, line, ofLight } = this
    const { width, height } = this.blur
    if (by === 1) {
      this.putBytes(i)
      code.widen(this.bytes, width, reach, line - reach * WIDE, ofLight)
    } else {
      new Uint8Array(code.memory.buffer, line, w * WIDE).fill(0)
      let last = -1
      for (let y = (i - 1) * by; y < i * by; y += 1) {
        const row = Math.min(height - 1, Math.max(0, y))
        if (row !== last) this.putBytes(row)
        last = row
        code.addShrunk(this.bytes, width, by, w, 1 / (by * by), line, ofLight)
      }
      code.extend(line, w, reach)
    }
    code.along(line, w, this.kernel, reach, this.slot(i))
  }

  /** Where a row blurred both ways begins; two neighbours are held at a time. */
  private row(j: number): number {
    const at = this.across[(j % 2) as 0 | 1]
    if (this.done[j % 2] === j) return at
    const { reach, h } = this
    for (; this.made <= Math.min(h - 1, j + reach); this.made += 1) this.make(this.made)
    const rows = new Uint32Array(this.code.memory.buffer, this.table, 2 * reach + 1)
    for (let k = -reach; k <= reach; k += 1) rows[k + reach] = this.slot(Math.min(h - 1, Math.max(0, j + k)))
    this.code.across(this.table, this.w, this.kernel, reach, at)
    this.done[j % 2] = j
    return at
  }

  /** Where the blurred row y begins, at full width; rows are asked for from the first on. */
  at(y: number): number {
    if (this.by === 1) return this.row(y)
    const place = (y + 0.5) / this.by + 0.5
    const before = Math.floor(place)
    const [upper, lower] = [this.row(before), this.row(before + 1)]
    this.code.between(upper, lower, this.w, place - before, this.mixed)
    this.code.grow(this.mixed, this.blur.width, this.by, this.grown)
    return this.grown
  }
}

/** Blurs, and changes each row in place by what `change` makes of its own bytes and the blurred numbers. */
const changeRows = (code: Code, blur: RowBlur, change: (blurred: number, own: number) => void): void => {
  const { data, width, height } = blur
  const places = new Places(code)
  const rows = new BlurredRows(code, blur, places)
  const own = places.take(width * CHANNELS)
  const bytes = new Uint8Array(code.memory.buffer, own, width * CHANNELS)
  for (let y = 0, from = 0; y < height; y += 1, from += bytes.length) {
    const blurred = rows.at(y)
    bytes.set(data.subarray(from, from + bytes.length))
    change(blurred, own)
    data.set(bytes, from)
  }
}

/** Gaussian blur of colours and alpha, in place; the rim is repeated outward. False where it can't be done so. */
export const blurRows = (data: Uint8ClampedArray, width: number, height: number, deviation: number): boolean => {
  const code = rowsCode()
  if (!code) return false
  changeRows(code, { data, width, height, deviations: [deviation] }, (blurred, own) => code.narrow(blurred, width, own))
  return true
}

/** c + amount · (c − blurred c) of the colours, in place. False where it can't be done so. */
export const sharpenRows = (
  { data, width, height }: Pick<RowBlur, 'data' | 'width' | 'height'>,
  deviation: number,
  amount: number,
): boolean => {
  const code = rowsCode()
  if (!code) return false
  changeRows(code, { data, width, height, deviations: [deviation] }, (blurred, own) =>
    code.sharpen(blurred, width, amount, own),
  )
  return true
}

/** Lines where the wider of two blurs of the lightness is above the narrower, in place. False where it can't be done so. */
export const lineRows = (blur: RowBlur, amount: number, full: number): boolean => {
  const code = rowsCode()
  if (!code) return false
  changeRows(code, blur, (blurred, own) => code.drawLines(blurred, blur.width, amount, full, own))
  return true
}

/** As many pixels are recoloured at a time. */
const RECOLOURED = 16384

/** Tones by a curve of 256, then colours by a matrix of three columns and what is added. False where it can't be done so. */
export const recolourRows = (data: Uint8ClampedArray, curve: Float32Array, columns: readonly number[]): boolean => {
  const code = rowsCode()
  if (!code) return false
  const places = new Places(code)
  const [tones, matrix] = [places.take(curve.byteLength), places.take(4 * WIDE)]
  const at = places.take(RECOLOURED * CHANNELS)
  const { buffer } = code.memory
  new Float32Array(buffer, tones, curve.length).set(curve)
  new Float32Array(buffer, matrix, columns.length).set(columns)
  const bytes = new Uint8Array(buffer, at, RECOLOURED * CHANNELS)
  for (let from = 0; from < data.length; from += bytes.length) {
    const part = data.subarray(from, from + bytes.length)
    bytes.set(part)
    code.recolour(at, part.length / CHANNELS, tones, matrix)
    data.set(part.length < bytes.length ? bytes.subarray(0, part.length) : bytes, from)
  }
  return true
}
