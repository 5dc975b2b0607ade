import { Failure } from '@/core/failure'
import { beginOf, type FilmTiming } from '@/core/formats/pngFilm'

/**
 * Joins WebP files of one size to an animated one (RFC 9649, 2.7: VP8X, ANIM, ANMF). Frames are whole pictures that take
 * the place of one another.
 */

const text = (word: string): Uint8Array => Uint8Array.from(word, (sign) => sign.charCodeAt(0))

/** A number in so many bytes, the least first. */
const little = (value: number, bytes: number): Uint8Array =>
  Uint8Array.from({ length: bytes }, (_, i) => Math.floor(value / 256 ** i) & 255)

const joined = (...parts: readonly Uint8Array[]): Uint8Array => {
  const bytes = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    bytes.set(part, at)
    at += part.length
  }
  return bytes
}

/** A chunk of a RIFF: type, size, data, and a byte more where that is odd. */
const chunk = (type: string, ...parts: readonly Uint8Array[]): Uint8Array => {
  const data = joined(...parts)
  return joined(text(type), little(data.length, 4), data, new Uint8Array(data.length % 2))
}

const CHUNKS: ReadonlySet<string> = new Set(['ALPH', 'VP8 ', 'VP8L'])

/** What of a WebP file holds its picture, as it stands there. */
const pictureChunks = (webp: Uint8Array): readonly Uint8Array[] => {
  const view = new DataView(webp.buffer, webp.byteOffset, webp.byteLength)
  const chunks: Uint8Array[] = []
  for (let at = 12; at + 8 <= webp.length;) {
    const size = view.getUint32(at + 4, true)
    const end = at + 8 + size + (size % 2)
    if (CHUNKS.has(String.fromCharCode(...webp.subarray(at, at + 4)))) chunks.push(webp.subarray(at, end))
    at = end
  }
  return chunks
}

/** Transparency and animation (RFC 9649, 2.7.1). */
const FLAGS = 0x10 | 0x02
/** It takes the place of what was there, rather than lie over it. */
const NO_BLEND = 0x02

export class WebpJoiner {
  private bytes = 0

  constructor(private readonly timing: FilmTiming & { readonly width: number; readonly height: number }) {}

  /** The head of the file; its size is patched by `sizeField` at the end. */
  head(): Uint8Array {
    const { width, height, loops } = this.timing
    const canvas = joined(little(width - 1, 3), little(height - 1, 3))
    return this.counted(
      joined(
        text('RIFF'),
        little(0, 4),
        text('WEBP'),
        chunk('VP8X', little(FLAGS, 4), canvas),
        chunk('ANIM', little(0, 4), little(loops, 2)),
      ),
    )
  }

  /** The bytes of the next picture. Throws `refused` where it holds none. */
  add(webp: Uint8Array, index: number): Uint8Array {
    const held = pictureChunks(webp)
    if (!held.length) throw new Failure('refused', 'This browser makes no WebP pictures. Choose another format.')
    const { width, height, rate } = this.timing
    const lasts = beginOf(index + 1, rate) - beginOf(index, rate)
    const place = [little(0, 3), little(0, 3), little(width - 1, 3), little(height - 1, 3), little(lasts, 3)]
    return this.counted(chunk('ANMF', ...place, little(NO_BLEND, 1), ...held))
  }

  /** What stands at byte 4 of the finished file. */
  sizeField(): Uint8Array {
    return little(this.bytes - 8, 4)
  }

  private counted(bytes: Uint8Array): Uint8Array {
    this.bytes += bytes.length
    return bytes
  }
}
