import type { Homography } from '@/core/geometry/homography'

/** Red and blue of a pixel in a word of its four bytes, the first lowest. */
const RED_BLUE = 0xff00ff
const HALF_EACH = 0x800080
/** Signed, as all words here: unsigned ones are no small numbers to the machine. */
const OPAQUE = 0xff000000 | 0

// Asked for at every sample.
const { imul } = Math

const isLittle = new Uint8Array(new Uint32Array([1]).buffer)[0] === 1

/** So many pixels of a row of the target, and how many samples each of them is worth both ways. */
export interface Run {
  readonly from: number
  readonly to: number
  readonly y: number
  readonly across: number
  readonly down: number
}

/** A pixel as the mean of samples' sums. */
const meanOf = (r: number, g: number, b: number, count: number): number => {
  const half = count >> 1
  return OPAQUE | (((b + half) / count) << 16) | (((g + half) / count) << 8) | ((r + half) / count) | 0
}

/** Pixels that all are opaque, as words: four bytes are weighed with two multiplications, in steps of 1/256. */
export class OpaquePixels {
  private constructor(
    private readonly words: Int32Array,
    private readonly width: number,
    private readonly height: number,
  ) {}

  /** Null of pixels some of which let anything through, and where they cannot be read as words. */
  static of(data: Uint8ClampedArray, width: number, height: number): OpaquePixels | null {
    if (!isLittle || data.byteOffset % 4 !== 0 || width < 2 || height < 2) return null
    const words = new Int32Array(data.buffer, data.byteOffset, width * height)
    for (let i = 0; i < words.length; i += 1) if ((words[i] ?? 0) >> 24 !== -1) return null
    return new OpaquePixels(words, width, height)
  }

  /** Does all that a run looks at lie within, so that no edge has to be minded? */
  holds([a, b, c, d, e, f, g, h, i]: Homography, { from, to, y }: Run): boolean {
    const isIn = (x: number, row: number): boolean => {
      const w = g * x + h * row + i
      if (!(w > 0)) return false
      const [u, v] = [(a * x + b * row + c) / w, (d * x + e * row + f) / w]
      return u >= 0.5 && v >= 0.5 && u < this.width - 1 && v < this.height - 1
    }
    return isIn(from, y) && isIn(to, y) && isIn(from, y + 1) && isIn(to, y + 1)
  }

  /** Paints a run that lies within, from `at` on; linear between four pixels, the mean of the samples of each. */
  paint(
    [a, b, c, d, e, f, g, h, i]: Homography,
    { from, to, y, across, down }: Run,
    out: Int32Array,
    at: number,
  ): void {
    const { words, width } = this
    const count = across * down
    const stepX = 1 / across
    const stepY = 1 / down
    for (let x = from; x < to; x += 1) {
      let red = 0
      let green = 0
      let blue = 0
      for (let k = 0; k < down; k += 1) {
        const py = y + (k + 0.5) * stepY
        const u0 = b * py + c
        const v0 = e * py + f
        const w0 = h * py + i
        for (let j = 0; j < across; j += 1) {
          const px = x + (j + 0.5) * stepX
          const z = 256 / (g * px + w0)
          const u = ((a * px + u0) * z - 128) | 0
          const v = ((d * px + v0) * z - 128) | 0
          const s = u & 255
          const t = v & 255
          const p = imul(v >> 8, width) + (u >> 8)
          const p0 = words[p] ?? 0
          const p1 = words[p + 1] ?? 0
          const p2 = words[p + width] ?? 0
          const p3 = words[p + width + 1] ?? 0
          const q3 = imul(s, t) >> 8
          const q1 = s - q3
          const q2 = t - q3
          const q0 = 256 - s - t + q3
          const above = (imul(p0 & RED_BLUE, q0) + imul(p1 & RED_BLUE, q1)) | 0
          const below = (imul(p2 & RED_BLUE, q2) + imul(p3 & RED_BLUE, q3)) | 0
          const both = ((above + below + HALF_EACH) >>> 8) & RED_BLUE
          red += both & 255
          blue += both >>> 16
          const greens =
            imul((p0 >>> 8) & 255, q0) +
            imul((p1 >>> 8) & 255, q1) +
            imul((p2 >>> 8) & 255, q2) +
            imul((p3 >>> 8) & 255, q3)
          green += (greens + 128) >> 8
        }
      }
      out[at + x - from] =
        count === 1 ? OPAQUE | (blue << 16) | (green << 8) | red | 0 : meanOf(red, green, blue, count)
    }
  }
}
