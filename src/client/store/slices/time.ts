import type { Bench } from '@/client/store/bench'
import type { FilmState, TimeSlice } from '@/client/store/timeState'

export const FIRST_TIME: TimeSlice = { time: null, isPlaying: false, isSequence: false, film: null }

const set = (bench: Bench, change: Partial<TimeSlice>): void => bench.store.setState(change)

/** Shows the sheet as it is so many seconds after it began to play; null shows stills. */
export const putTime = (bench: Bench, time: number | null): void => set(bench, { time })

/** Time goes on by itself, or no longer. */
export const setPlaying = (bench: Bench, isPlaying: boolean): void => set(bench, { isPlaying })

/** The time line shows all sheets, or what moves on the one that shows. */
export const showSequence = (bench: Bench, isSequence: boolean): void => set(bench, { isSequence })

/** How far a film is, or what became of it. */
export const putFilm = (bench: Bench, film: FilmState | null): void => set(bench, { film })
