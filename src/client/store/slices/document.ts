import type { Project } from '@/core/document/types'
import type { OpenedProject } from '@/contract/api'
import type { Bench } from '@/client/store/bench'
import type { DocumentSlice } from '@/client/store/state'
import type { Unsent } from '@/client/store/unsent'

export const firstDocument = ({ project, history }: OpenedProject): DocumentSlice => ({
  project,
  preview: null,
  isPreviewOfHand: false,
  history,
  saving: { state: 'saved' },
  isUnkept: false,
  missing: [],
  left: [],
})

const set = (bench: Bench, change: Partial<DocumentSlice>): void => bench.store.setState(change)

/** What this tab made, where the server has gone on without it: the person decides. */
export const openConflict = (bench: Bench, project: Project, message: string): void =>
  set(bench, { project, saving: { state: 'conflict', message } })

/** What tabs that are gone could not send of this project. */
export const putLeft = (bench: Bench, left: readonly Unsent[]): void => set(bench, { left })

/** Hashes of pictures whose file is gone. */
export const putMissing = (bench: Bench, missing: readonly string[]): void => set(bench, { missing })
