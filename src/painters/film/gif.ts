import { applyPalette, GIFEncoder, quantize } from 'gifenc'
import type { Size } from '@/core/geometry/vector'

export interface GifFilm {
  readonly size: Size
  /** Pictures a second. */
  readonly rate: number
  /** How often it plays; 0 for ever. */
  readonly loops: number
  /** Pixels may be clear: wholly or not at all. */
  readonly isClear: boolean
}

/** GIF counts in hundredths of a second; each picture is rounded by itself, so that nothing adds up. */
const hundredths = (index: number, rate: number): number => Math.round((100 * index) / rate)
const COLOURS = 256
/** Pixels from which a picture's colours are chosen: more of them change no palette that can be seen. */
const SAMPLES = 60_000

/** Every so many-th pixel, so that there are about as many as are looked at; the step is odd, so that columns change. */
const sampled = (data: Uint8Array | Uint8ClampedArray): Uint8Array => {
  const pixels = data.length / 4
  const step = Math.floor(pixels / SAMPLES) | 1
  const few = new Uint8Array(Math.floor(pixels / step) * 4)
  for (let i = 0; i < few.length; i += 4) few.set(data.subarray(i * step, i * step + 4), i)
  return few
}

/** Writes a GIF (GIF89a) picture by picture; each gives the bytes that it adds. */
export class GifWriter {
  private readonly gif = GIFEncoder({ auto: false })

  constructor(private readonly film: GifFilm) {
    this.gif.writeHeader()
  }

  /** The bytes of the next picture, of RGBA pixels. */
  add(data: Uint8Array | Uint8ClampedArray, index: number): Uint8Array {
    const { size, rate, loops, isClear } = this.film
    const format = isClear ? 'rgba4444' : 'rgb565'
    const palette = quantize(sampled(data), COLOURS, { format, oneBitAlpha: isClear })
    const clear = palette.findIndex(([, , , alpha]) => alpha === 0)
    this.gif.writeFrame(applyPalette(data, palette, format), size.w, size.h, {
      palette,
      first: index === 0,
      delay: 10 * (hundredths(index + 1, rate) - hundredths(index, rate)),
      repeat: loops === 0 ? 0 : loops === 1 ? -1 : loops - 1,
      ...(clear >= 0 ? { transparent: true, transparentIndex: clear, dispose: 2 } : {}),
    })
    return this.taken()
  }

  end(): Uint8Array {
    this.gif.finish()
    return this.taken()
  }

  private taken(): Uint8Array {
    const bytes = this.gif.bytes()
    this.gif.reset()
    return bytes
  }
}
