import { CONTAINERS } from '@/core/film/clip'
import { ENTRANCES, SIDES } from '@/core/film/entrance'
import { TRANSITIONS } from '@/core/film/sequence'
import { RANGE } from '@/core/tolerance'
import { number, strict, words } from './schemaParts'

const { film } = RANGE

/** How a picture's clip plays. That `from` is less than `to`, and no moment after its end, no schema of this kind can say. */
export const clip = strict({
  file: { type: 'string', pattern: '^[0-9a-f]{64}$' },
  container: words(CONTAINERS),
  duration: number(film.clip),
  rate: number(film.rate),
  from: number(film.moment),
  to: number(film.moment),
  speed: number(film.speed),
  delay: number(film.delay),
  loops: { type: 'boolean' },
  still: number(film.moment),
})

/** How a frame or group comes onto its sheet. */
export const entrance = strict(
  { kind: words(ENTRANCES), delay: number(film.delay), duration: number(film.change) },
  { side: words(SIDES) },
)

/** How a sheet is shown in a film. */
export const sheetFilm = strict({
  duration: number(film.sheet),
  transition: strict(
    { kind: words(TRANSITIONS), duration: number({ min: 0, max: film.change.max }) },
    { side: words(SIDES) },
  ),
})
