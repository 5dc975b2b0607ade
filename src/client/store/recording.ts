import type { Recorded } from '@/core/document/edit'
import type { Project } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'

/** How a value goes into the project: what fields are given, so that they know neither edits nor what they are about. */
export type Recording<T> = (project: Project, value: T) => Recorded

/** Makes one step of a value. */
export const settleValue = <T>(bench: Bench, step: string, record: Recording<T>, value: T): void =>
  bench.commit(step, (project) => record(project, value))

/** A value while it is being chosen: all of one visit becomes one step. */
export const slideValue = <T>(bench: Bench, key: string, step: string, record: Recording<T>, value: T): void =>
  bench.burst(key, step, record(shownProject(bench.get()), value))
