import { RANGE } from '@/core/tolerance'

export const CONTAINERS = ['mp4', 'webm', 'mov', 'gif', 'apng', 'webp'] as const
export type Container = (typeof CONTAINERS)[number]

/** How a picture that moves walks through time. Moments are seconds of the clip from its first picture on. */
export interface Clip {
  /** SHA-256 of the clip's file, hexadecimal. */
  readonly file: string
  readonly container: Container
  /** From its first picture until its last one ends. */
  readonly duration: number
  /** Pictures a second, on the average. */
  readonly rate: number
  /** The part that plays: from here until before there. */
  readonly from: number
  readonly to: number
  /** How many times as fast as it was taken. */
  readonly speed: number
  /** Seconds of its sheet that pass before it starts. */
  readonly delay: number
  /** Begins again at its end; else its last picture stays. */
  readonly loops: boolean
  /** What stills show. */
  readonly still: number
}

/** What is known of a clip's file. */
export type ClipFile = Pick<Clip, 'file' | 'container' | 'duration' | 'rate'>

/**
 * Time stamps of containers are rounded, those of WebM to a millisecond: a picture is taken to begin up to this much
 * earlier, in seconds.
 */
export const STAMP_SLACK = 5.01e-4

/** The same for a clip of so many pictures a second: never so much that the picture before it is passed over. */
export const slackOf = (rate: number): number => Math.min(STAMP_SLACK, 0.1 / rate)

/** A clip that plays whole, once and again, as fast as it was taken; stills show its first picture. */
export const newClip = (file: ClipFile): Clip => ({
  ...file,
  from: 0,
  to: file.duration,
  speed: 1,
  delay: 0,
  loops: true,
  still: 0,
})

/**
 * The moment of a clip that shows at `time` seconds of its sheet: from + (time − delay) · speed, before its delay the
 * first that plays; past the end from the beginning again, or the last one.
 */
export const momentAt = ({ from, to, speed, delay, loops }: Clip, time: number): number => {
  const length = to - from
  const run = Math.max(0, (time - delay) * speed)
  if (!loops) return from + Math.min(run, Math.max(0, length - 2 * STAMP_SLACK))
  const round = run % length
  // What is a rounding away from the end has begun again.
  return from + (length - round < STAMP_SLACK / 2 ? 0 : round)
}

/** Which of a clip's pictures shows at a moment, counted from 0; `starts` are the moments at which they begin, in order. */
export const pictureAt = (starts: readonly number[], moment: number, slack = STAMP_SLACK): number => {
  let [low, high] = [0, starts.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((starts[middle] ?? Infinity) <= moment + slack) low = middle + 1
    else high = middle
  }
  return Math.max(0, low - 1)
}

/** Seconds of the sheet until a clip has played once, its delay included. */
export const clipEnd = ({ from, to, speed, delay }: Clip): number => delay + (to - from) / speed

const within = (value: number, least: number, most: number): number => Math.max(least, Math.min(most, value))

/** A clip that plays from and to other moments: within its file, and never shorter than one of its pictures. */
export const trimmed = (clip: Clip, to: Partial<Pick<Clip, 'from' | 'to'>>): Clip => {
  const least = Math.min(clip.duration, Math.max(1 / clip.rate, RANGE.film.least))
  const from = within(to.from ?? clip.from, 0, (to.to === undefined ? clip.to : clip.duration) - least)
  return { ...clip, from, to: within(to.to ?? clip.to, from + least, clip.duration) }
}

/** A clip that walks otherwise, each number brought into its range. */
export const timed = (clip: Clip, change: Partial<Pick<Clip, 'speed' | 'delay' | 'loops' | 'still'>>): Clip => ({
  ...clip,
  ...change,
  speed: within(change.speed ?? clip.speed, RANGE.film.speed.min, RANGE.film.speed.max),
  delay: within(change.delay ?? clip.delay, RANGE.film.delay.min, RANGE.film.delay.max),
  still: within(change.still ?? clip.still, 0, clip.duration),
})
