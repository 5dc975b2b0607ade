import { plays } from '@/core/document/atTime'
import type { Project, Sheet } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { owned } from '@/client/store/owned'
import { filmOfSheet } from '@/client/store/timeLine'
import { putTime, setPlaying } from '@/client/store/slices/time'
import type { BenchState } from '@/client/store/state'

/** Seconds that a sheet plays before it begins again. */
export const sheetSeconds = (sheet: Sheet): number => filmOfSheet(sheet).duration

const known = new WeakMap<Project, Map<string, boolean>>()

/** Does anything move on the sheet that shows? Looked at once for each state of the project. */
export const movesNow = ({ project, sheetId }: Pick<BenchState, 'project' | 'sheetId'>): boolean => {
  const ofProject = known.get(project) ?? new Map<string, boolean>()
  known.set(project, ofProject)
  const found = ofProject.get(sheetId) ?? plays(project, sheetId)
  ofProject.set(sheetId, found)
  return found
}

/** Why there is nothing to play, in words that say what to do; null where there is. */
export const whyNoPlay = (state: BenchState): string | null =>
  plays(shownProject(state), state.sheetId)
    ? null
    : 'Nothing moves on this sheet yet. Put a clip into a frame, or give a frame an entrance.'

/** Lets time go on with the clock of the page, from where it stands; sheets begin again at their end. */
class Player {
  private frame = 0
  private last = 0
  private stopFollowing: (() => void) | null = null

  /** Follows the bench from now on. */
  follow(bench: Bench): void {
    this.stopFollowing ??= bench.store.subscribe((now, before) => {
      // Another sheet begins with its stills.
      if (now.sheetId !== before.sheetId && now.time !== null) stopPlaying(bench)
      if (now.isPlaying && !before.isPlaying) this.start(bench)
    })
  }

  private start(bench: Bench): void {
    cancelAnimationFrame(this.frame)
    this.last = performance.now()
    this.frame = requestAnimationFrame((now) => this.tick(bench, now))
  }

  private tick(bench: Bench, now: number): void {
    const state = bench.get()
    if (!state.isPlaying) return
    const passed = Math.max(0, now - this.last) / 1000
    this.last = now
    putTime(bench, ((state.time ?? 0) + passed) % sheetSeconds(shownSheet(state)))
    this.frame = requestAnimationFrame((next) => this.tick(bench, next))
  }

  close(): void {
    cancelAnimationFrame(this.frame)
    this.stopFollowing?.()
  }
}

const PLAYER = owned(
  () => new Player(),
  (player) => player.close(),
)

/** Plays the sheet that shows from where its time stands, or from its beginning. */
export const play = (bench: Bench): void => {
  bench.own(PLAYER).follow(bench)
  if (bench.get().time === null) putTime(bench, 0)
  setPlaying(bench, true)
}

/** Stands still at the moment that shows. */
export const pause = (bench: Bench): void => setPlaying(bench, false)

export const togglePlay = (bench: Bench): void => (bench.get().isPlaying ? pause(bench) : play(bench))

/** Shows stills again, as pictures and exports of pictures have them. */
export const stopPlaying = (bench: Bench): void => {
  setPlaying(bench, false)
  putTime(bench, null)
}

/** Goes to a moment of the sheet and stands still there. */
export const scrub = (bench: Bench, time: number): void => {
  bench.own(PLAYER).follow(bench)
  setPlaying(bench, false)
  putTime(bench, Math.max(0, Math.min(time, sheetSeconds(shownSheet(bench.get())))))
}
