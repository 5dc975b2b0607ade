import type { Side } from '@/core/film/entrance'

export const TRANSITIONS = ['cut', 'fade', 'slide'] as const

/** How a sheet follows the one before it. */
export interface Transition {
  readonly kind: (typeof TRANSITIONS)[number]
  /** Seconds that it takes; of a cut none. */
  readonly duration: number
  /** Of a slide: where the sheet comes from. */
  readonly side?: Side
}

/** A sheet's part of a film. */
export interface SheetFilm {
  /** Seconds that it is shown, its transition included. */
  readonly duration: number
  readonly transition: Transition
}

/** A sheet that nothing is said of: shown for four seconds, after a cut (our choice). */
export const PLAIN_FILM: SheetFilm = { duration: 4, transition: { kind: 'cut', duration: 0 } }

/** A sheet within a film. */
export interface Scene extends SheetFilm {
  readonly sheetId: string
  /** Second of the film at which it begins. */
  readonly start: number
}

/** Sheets in the order of a film, each beginning where the one before it ends. */
export const scenesOf = (sheets: readonly { readonly id: string; readonly film?: SheetFilm }[]): readonly Scene[] => {
  let start = 0
  return sheets.map(({ id, film = PLAIN_FILM }) => {
    const scene = { ...film, sheetId: id, start }
    start += film.duration
    return scene
  })
}

/** Seconds that a film lasts. */
export const filmLength = (scenes: readonly Scene[]): number => scenes.reduce((sum, { duration }) => sum + duration, 0)

/** A sheet at a second of its own time. */
export interface SheetMoment {
  readonly sheetId: string
  readonly time: number
}

/** What a film shows at one time: a sheet, and while a transition lasts the one before it, which goes on. */
export interface FilmMoment extends SheetMoment {
  readonly before?: SheetMoment & {
    readonly transition: Transition
    /** How much of the transition has passed, in [0, 1): at 0 only what goes is seen. */
    readonly share: number
  }
}

/**
 * What a film shows `time` seconds after its beginning. A transition takes the first seconds of the sheet that comes, at
 * most all of them; the sheet that goes plays on beneath. Past the end the last picture stays. Null of a film of nothing.
 */
export const filmAt = (scenes: readonly Scene[], time: number): FilmMoment | null => {
  const next = scenes.findIndex(({ start }) => start > time + 1e-9)
  const at = next < 0 ? scenes.length - 1 : Math.max(0, next - 1)
  const [scene, before] = [scenes[at], scenes[at - 1]]
  if (!scene) return null
  const own = Math.max(0, Math.min(time - scene.start, scene.duration))
  const moment = { sheetId: scene.sheetId, time: own }
  const { kind, duration } = scene.transition
  const lasts = Math.min(duration, scene.duration)
  if (!before || kind === 'cut' || own >= lasts) return moment
  const going = { sheetId: before.sheetId, time: before.duration + own, transition: scene.transition }
  return { ...moment, before: { ...going, share: own / lasts } }
}

/** How many pictures a film of so many seconds has; at least one. */
export const pictureCount = (length: number, rate: number): number => Math.max(1, Math.round(length * rate))

/** Where both sheets lie in a slide, as shares of the film's sides: what comes pushes what goes. */
export const slidePlaces = (
  side: Side,
  share: number,
): { readonly going: readonly [number, number]; readonly coming: readonly [number, number] } => {
  const eased = share * share * (3 - 2 * share)
  const [x, y] = WAYS[side]
  return { going: [-x * eased, -y * eased], coming: [x * (1 - eased), y * (1 - eased)] }
}

const WAYS: Readonly<Record<Side, readonly [number, number]>> = {
  left: [-1, 0],
  right: [1, 0],
  top: [0, -1],
  bottom: [0, 1],
}
