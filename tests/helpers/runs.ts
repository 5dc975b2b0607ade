import { expect } from '@jest/globals'
import type { Patch } from 'immer'
import { patched } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { fc, holdsFor } from '@tests/helpers/property'
import { deepFreeze } from '@tests/helpers/project'

/** One edit of a project, its arguments chosen by a number. */
export type RunStep = (project: Project, n: number) => { readonly project: Project; readonly inverse: readonly Patch[] }

/** Any run of edits leaves a sound project at every step, and undo brings each state back. */
export const soundAndUndone = (start: Project, steps: readonly RunStep[], runs: number): void =>
  holdsFor(
    fc.array(fc.tuple(fc.nat({ max: steps.length - 1 }), fc.nat({ max: 60 })), { minLength: 1, maxLength: 16 }),
    (run) => {
      let project = deepFreeze(start)
      const states: { readonly before: Project; readonly inverse: readonly Patch[] }[] = []
      for (const [which, n] of run) {
        const done = steps[which]!(project, n)
        states.push({ before: project, inverse: done.inverse })
        project = deepFreeze(done.project)
        expect(projectFaults(project)).toEqual([])
      }
      for (const { before, inverse } of states.toReversed()) {
        project = patched(project, inverse)
        expect(project).toEqual(before)
      }
    },
    runs,
  )
