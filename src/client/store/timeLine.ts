import type { Clip } from '@/core/film/clip'
import type { Entrance } from '@/core/film/entrance'
import { PLAIN_FILM, type SheetFilm, type Transition } from '@/core/film/sequence'
import { setEntrance, setEntrancesInTurn, setSheetFilm, type ClipChange } from '@/core/document/edits/film'
import { filePicture } from '@/core/document/sheetPictures'
import { sheetPictureIds } from '@/core/document/read'
import { RANGE } from '@/core/tolerance'
import type { FilePicture, Item, Project, Sheet } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'

/** A clip that a sheet shows. */
export interface ClipRow {
  readonly pictureId: string
  readonly picture: FilePicture
  readonly clip: Clip
}

/** The clips that a sheet shows, each once. */
export const clipRows = (project: Project, sheet: Sheet): readonly ClipRow[] =>
  [...new Set(sheetPictureIds(sheet))].flatMap((pictureId) => {
    const picture = filePicture(project.pictures[pictureId])
    return picture?.clip ? [{ pictureId, picture, clip: picture.clip }] : []
  })

/** What comes onto a sheet, the first first. */
export const entranceRows = (sheet: Sheet): readonly (Item & { readonly entrance: Entrance })[] =>
  Object.values(sheet.items)
    .flatMap((item) => (item.entrance ? [{ ...item, entrance: item.entrance }] : []))
    .sort((p, q) => p.entrance.delay - q.entrance.delay)

/** A clip whose first moment is dragged by seconds of its sheet: what shows later stays where it is in time. */
export const draggedIn = ({ from, to, speed, delay }: Clip, seconds: number): ClipChange => {
  const least = -from / speed
  const by = Math.max(least, Math.min(seconds, (to - from) / speed))
  return { from: from + by * speed, delay: Math.max(0, delay + by) }
}

/** A clip whose last moment is dragged by seconds of its sheet. */
export const draggedOut = ({ to, speed }: Clip, seconds: number): ClipChange => ({ to: to + seconds * speed })

/** A clip that is dragged as a whole. */
export const draggedDelay = ({ delay }: Clip, seconds: number): ClipChange => ({ delay: delay + seconds })

const within = (value: number, { min, max }: { readonly min: number; readonly max: number }): number =>
  Math.max(min, Math.min(max, value))

/** An entrance with its numbers in their ranges. */
const soundEntrance = (entrance: Entrance): Entrance => ({
  ...entrance,
  delay: within(entrance.delay, RANGE.film.delay),
  duration: within(entrance.duration, RANGE.film.change),
})

/** What comes in where nothing was said yet. */
export const FIRST_ENTRANCE: Entrance = { kind: 'fade', delay: 0, duration: 0.6 }

/** Gives frames and groups of the sheet that shows an entrance; null takes it. */
export const putEntrance = (bench: Bench, ids: readonly string[], entrance: Entrance | null): void => {
  const { sheetId } = bench.get()
  bench.endBurst()
  bench.commit(entrance ? 'Entrance' : 'No entrance', (project) =>
    setEntrance.record(project, { sheetId, ids, entrance: entrance && soundEntrance(entrance) }),
  )
}

/** The same while a hand drags. */
export const slideEntrance = (bench: Bench, id: string, entrance: Entrance): void => {
  const state = bench.get()
  const args = { sheetId: state.sheetId, ids: [id], entrance: soundEntrance(entrance) }
  bench.burst(`entrance-${id}`, 'Entrance', setEntrance.record(shownProject(state), args))
}

/** Seconds between what comes in one after another. */
const GAP = 0.4

/** Lets frames and groups of the sheet that shows come in one after another, as they are read. */
export const enterInTurn = (bench: Bench, ids: readonly string[], like: Entrance): void => {
  const { sheetId } = bench.get()
  bench.endBurst()
  bench.commit('One after another', (project) => setEntrancesInTurn.record(project, { sheetId, ids, like, gap: GAP }))
}

/** How a sheet is shown in a film. */
export const filmOfSheet = ({ film = PLAIN_FILM }: Sheet): SheetFilm => film

/** How long a sheet is shown in a film. */
export const lastSheet = (bench: Bench, sheetId: string, duration: number, isHeld = false): void => {
  const args = { sheetId, duration: within(duration, RANGE.film.sheet) }
  if (isHeld) {
    bench.burst(`film-${sheetId}`, 'Length of a sheet', setSheetFilm.record(shownProject(bench.get()), args))
    return
  }
  bench.endBurst()
  bench.commit('Length of a sheet', (project) => setSheetFilm.record(project, args))
}

/** Seconds of a transition of which none were said. */
const FIRST_SECONDS = 0.8

/** How a sheet follows the one before it; what is not named stays. */
export const followSheet = (bench: Bench, sheet: Sheet, change: Partial<Transition>): void => {
  const { transition } = filmOfSheet(sheet)
  const next = { ...transition, ...change }
  const isCut = next.kind === 'cut'
  bench.endBurst()
  bench.commit('Transition', (project) =>
    setSheetFilm.record(project, {
      sheetId: sheet.id,
      transition: isCut ? { kind: 'cut', duration: 0 } : { ...next, duration: next.duration || FIRST_SECONDS },
    }),
  )
}
