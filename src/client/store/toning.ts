import {
  switched,
  withoutAdjustment,
  withStrength,
  type AdjustmentKey,
  type Adjustments,
} from '@/core/adjust/adjustments'
import type { Recorded } from '@/core/document/edit'
import { adjustPictures } from '@/core/document/edits/adjust'
import { putSwitch } from '@/core/document/edits/templates'
import { unchanged } from '@/core/document/edit'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'

/** What a change of adjustments is for: the pictures that are selected, or a look of the sheet. */
export interface Toning {
  /** Tells bursts of one from those of another. */
  readonly key: string
  readonly record: (project: Project, change: (held: Adjustments) => Adjustments) => Recorded
}

/** Of all that is selected. */
export const picturesToning = (bench: Bench): Toning => ({
  key: 'adjust',
  record: (project, change) => {
    const { sheetId, selection } = bench.get()
    return adjustPictures.record(project, { sheetId, ids: selection, change })
  },
})

/** Of a look of the sheet that shows; what is changed is put on, so that it is seen. */
export const lookToning = (bench: Bench, switchId: string): Toning => ({
  key: `look-${switchId}`,
  record: (project, change) => {
    const { sheetId } = bench.get()
    const look = sheetOf(project, sheetId).switches[switchId]
    return look
      ? putSwitch.record(project, { sheetId, look: { ...look, on: true, adjustments: change(look.adjustments) } })
      : unchanged(project)
  },
})

/** Changes adjustments in one step. */
export const changeAdjustments = (
  bench: Bench,
  toning: Toning,
  name: string,
  change: (held: Adjustments) => Adjustments,
): void => {
  bench.endBurst()
  bench.commit(name, (project) => toning.record(project, change))
}

/** Sets one adjustment while a hand drags it. */
export const slideAdjustment = (bench: Bench, toning: Toning, key: AdjustmentKey, strength: number): void =>
  bench.burst(
    `${toning.key}-${key}`,
    `Adjust ${key}`,
    toning.record(shownProject(bench.get()), (held) => withStrength(switched(held, false), key, strength)),
  )

export const setAdjustment = (bench: Bench, toning: Toning, key: AdjustmentKey, strength: number): void =>
  changeAdjustments(bench, toning, `Adjust ${key}`, (held) => withStrength(switched(held, false), key, strength))

export const resetAdjustment = (bench: Bench, toning: Toning, key: AdjustmentKey): void =>
  changeAdjustments(bench, toning, `Reset ${key}`, (held) => withoutAdjustment(held, key))

/** A change as a field records it by itself, such as that of a colour. */
export const recordAdjustments = (
  toning: Toning,
  project: Project,
  change: (held: Adjustments) => Adjustments,
): Recorded => toning.record(project, change)
