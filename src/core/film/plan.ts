import type { Size } from '@/core/geometry/vector'

export const FILM_FORMATS = ['mp4', 'webm', 'gif', 'apng', 'webp', 'zip'] as const
export type FilmFormat = (typeof FILM_FORMATS)[number]

/** What a film is made like. */
export interface FilmPlan {
  readonly format: FilmFormat
  /** Sheets in the order of the film. */
  readonly sheetIds: readonly string[]
  /** The longer side of its pictures, in pixels. */
  readonly side: number
  /** Pictures a second. */
  readonly rate: number
  /** 1 to 100. */
  readonly quality: number
  /** How often GIF, APNG and WebP play; 0 for ever. */
  readonly loops: number
  /** Nothing lies where the background is none; else white. */
  readonly isClear: boolean
}

/** Ending, name, and whether nothing can shine through. */
export const FILM: Readonly<
  Record<
    FilmFormat,
    { readonly ending: string; readonly name: string; readonly hasAlpha: boolean; readonly type: string }
  >
> = {
  mp4: { ending: 'mp4', name: 'MP4', hasAlpha: false, type: 'video/mp4' },
  webm: { ending: 'webm', name: 'WebM', hasAlpha: true, type: 'video/webm' },
  gif: { ending: 'gif', name: 'GIF', hasAlpha: true, type: 'image/gif' },
  apng: { ending: 'png', name: 'APNG', hasAlpha: true, type: 'image/apng' },
  webp: { ending: 'webp', name: 'WebP', hasAlpha: true, type: 'image/webp' },
  zip: { ending: 'zip', name: 'Pictures in a zip', hasAlpha: true, type: 'application/zip' },
}

/** Of films for which browsers want both sides even. */
const EVEN: ReadonlySet<FilmFormat> = new Set(['mp4', 'webm'])

/** Size of a film's pictures for a sheet of a shape; even sides where its format wants them. */
export const filmSize = ({ format, side }: Pick<FilmPlan, 'format' | 'side'>, { w, h }: Size): Size => {
  const scale = side / Math.max(w, h)
  const whole = (value: number): number =>
    EVEN.has(format) ? Math.max(2, 2 * Math.round(value / 2)) : Math.max(1, Math.round(value))
  return { w: whole(w * scale), h: whole(h * scale) }
}

/** Bits of a pixel of a picture at the highest and lowest quality (our choice, between those of common encoders' presets). */
const BITS = { least: 0.02, most: 0.35 }

/** Bits a second that a film is encoded with. */
export const bitrateOf = ({ w, h }: Size, { rate, quality }: Pick<FilmPlan, 'rate' | 'quality'>): number =>
  Math.round(w * h * rate * (BITS.least + (BITS.most - BITS.least) * (quality / 100) ** 2))
