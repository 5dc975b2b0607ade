import { CONTAINERS } from '@/core/film/clip'
import { ENTRANCES, SIDES } from '@/core/film/entrance'
import { TRANSITIONS } from '@/core/film/sequence'
import { fileHash, flag, optionalShape, optionalWord, real, shape, word } from '@/core/document/schema/parts'
import { RANGE } from '@/core/tolerance'

/** What a time may be beyond a clip's end by rounding, in seconds. */
const ROUNDING = 1e-6

const moment = () => real(RANGE.film.moment)

/** How a picture's clip plays; it may be left out. */
export const clipSchema = optionalShape({
  file: fileHash(),
  container: word(CONTAINERS),
  duration: real(RANGE.film.clip),
  rate: real(RANGE.film.rate),
  from: moment(),
  to: moment(),
  speed: real(RANGE.film.speed),
  delay: real(RANGE.film.delay),
  loops: flag(),
  still: moment(),
}).test('part', 'must have from < to, and no moment after its end', (clip) => {
  if (!clip) return true
  const [from, to, still, duration] = [clip['from'], clip['to'], clip['still'], clip['duration']].map(Number)
  const end = (duration ?? 0) + ROUNDING
  return !(Number(from) >= Number(to) || Number(to) > end || Number(still) > end)
})

export const entranceSchema = optionalShape({
  kind: word(ENTRANCES),
  side: optionalWord(SIDES),
  delay: real(RANGE.film.delay),
  duration: real(RANGE.film.change),
})

export const sheetFilmSchema = optionalShape({
  duration: real(RANGE.film.sheet),
  transition: shape({
    kind: word(TRANSITIONS),
    side: optionalWord(SIDES),
    duration: real({ min: 0, max: RANGE.film.change.max }),
  }),
})
