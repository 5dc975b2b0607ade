import { canEncodeVideo } from 'mediabunny'
import { boolean, number, object, string } from 'yup'
import { bitrateOf, FILM_FORMATS, type FilmFormat, type FilmPlan } from '@/core/film/plan'
import { keepSetting, keptSetting } from '@/client/store/settings'
import type { Size } from '@/core/geometry/vector'

/** What was chosen for the last film in this browser. */
export type FilmChoice = Omit<FilmPlan, 'sheetIds'>

const STORE = 'eager-stencil-film'
const FIRST: FilmChoice = { format: 'mp4', side: 1080, rate: 25, quality: 75, loops: 0, isClear: false }

/** Ranges of what is typed. */
export const FILM_RANGE = {
  side: { min: 16, max: 4096 },
  rate: { min: 1, max: 60 },
  quality: { min: 1, max: 100 },
  loops: { min: 0, max: 1000 },
} as const

const between = ({ min, max }: { readonly min: number; readonly max: number }) => number().min(min).max(max).required()

const schema = object({
  format: string()
    .oneOf([...FILM_FORMATS])
    .required(),
  side: between(FILM_RANGE.side),
  rate: between(FILM_RANGE.rate),
  quality: between(FILM_RANGE.quality),
  loops: between(FILM_RANGE.loops),
  isClear: boolean().required(),
})

/** What the last film was like, or the usual. */
export const lastFilm = (): FilmChoice => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? 'null')
    return schema.isValidSync(held, { strict: true }) ? held : FIRST
  } catch {
    return FIRST
  }
}

export const noteFilm = (choice: FilmChoice): void => keepSetting(STORE, JSON.stringify(choice))

/** Can this browser encode films of a format at a size? The others are made of pictures, which every browser writes. */
export const canMake = async (format: FilmFormat, size: Size, choice: FilmChoice): Promise<boolean> => {
  if (format !== 'mp4' && format !== 'webm') return true
  const { w: width, h: height } = size
  return canEncodeVideo(format === 'mp4' ? 'avc' : 'vp9', { width, height, bitrate: bitrateOf(size, choice) })
}
