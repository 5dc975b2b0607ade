import { enablePatches, produceWithPatches, type Draft, type Patch } from 'immer'
import { followSheets } from '@/core/document/following'
import { followLeaders } from '@/core/document/leading'
import type { Project } from '@/core/document/types'

enablePatches()

/** A project after a change, with the patches there and back. The same object if nothing changed. */
export interface Recorded {
  readonly project: Project
  readonly forward: readonly Patch[]
  readonly inverse: readonly Patch[]
}

/** A change that leaves a project as it is: where there is nothing to do, and what changes are joined to. */
export const unchanged = (project: Project): Recorded => ({ project, forward: [], inverse: [] })

/** A pure change of a project, callable for its result or recorded for its patches. */
export interface Edit<Args> {
  (project: Project, args: Args): Project
  record(project: Project, args: Args): Recorded
}

/** Makes an edit of a recipe over a draft. A recipe that changes nothing yields the same object. */
export const defineEdit = <Args>(recipe: (draft: Draft<Project>, args: Args, project: Project) => void): Edit<Args> => {
  const record = (project: Project, args: Args): Recorded => {
    const [after, forward, inverse] = produceWithPatches(project, (draft: Draft<Project>) => {
      recipe(draft, args, project)
      followSheets(draft, project)
    })
    if (!forward.length) return unchanged(project)
    const recorded = { project: after, forward, inverse }
    return joinRecorded(recorded, (made) => followLeaders(project, made) ?? unchanged(made))
  }
  return Object.assign((project: Project, args: Args): Project => record(project, args).project, { record })
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

/** Equal in content: plain values, lists and objects. */
export const sameValue = (a: unknown, b: unknown): boolean => {
  if (Object.is(a, b)) return true
  if (!isObject(a) || !isObject(b) || Array.isArray(a) !== Array.isArray(b)) return false
  const keys = Object.keys(a)
  return (
    keys.length === Object.keys(b).length && keys.every((key) => Object.hasOwn(b, key) && sameValue(a[key], b[key]))
  )
}

/** Sets a key only where its content differs, so that a no-op leaves no patch. */
export const put = <T extends object, K extends keyof T>(target: T, key: K, value: T[K]): void => {
  if (!sameValue(target[key], value)) target[key] = value
}

/** One change after another, as one. */
export const joinRecorded = (first: Recorded, then: (project: Project) => Recorded): Recorded => {
  const second = then(first.project)
  return {
    project: second.project,
    forward: [...first.forward, ...second.forward],
    inverse: [...second.inverse, ...first.inverse],
  }
}
