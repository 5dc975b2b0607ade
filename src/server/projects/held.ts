import type { Project } from '@/core/document/types'
import { dataDirectory } from '@/server/config'
import { LIMITS } from '@/server/limits'

/** What was left out when a project could not be read as it was saved. */
export interface Mended {
  /** Steps that were left out. */
  readonly leftOut: number
}

/** The newest state of a project. */
export interface Held {
  readonly project: Project
  readonly revision: number
  /** Characters of its document, not fewer than there are. */
  readonly characters: number
  readonly mended?: Mended
  /** Read from an older format: its steps say how documents of that format change, so they are of no more use. */
  readonly isRenewed?: boolean
}

// By data folder and id, the one used last at the end; one a process, also across copies of this module.
const kept = globalThis as typeof globalThis & { eagerStencilProjects?: Map<string, Held> }
const states = (kept.eagerStencilProjects ??= new Map<string, Held>())
const keyOf = (id: string): string => `${dataDirectory()}\n${id}`

/** The state of a project at a revision, if it is in memory. */
export const heldAt = (id: string, revision: number): Held | null => {
  const key = keyOf(id)
  const state = states.get(key)
  if (state?.revision !== revision) return null
  states.delete(key)
  states.set(key, state)
  return state
}

/** Keeps a state in memory in place of those used longest ago. */
export const hold = (id: string, state: Held): Held => {
  const key = keyOf(id)
  states.delete(key)
  states.set(key, state)
  let characters = [...states.values()].reduce((sum, one) => sum + one.characters, 0)
  for (const [oldest, one] of states) {
    if (oldest === key || (states.size <= LIMITS.heldProjects && characters <= LIMITS.heldCharacters)) break
    states.delete(oldest)
    characters -= one.characters
  }
  return state
}

/** Is what is saved of it no longer what it is: mended, or of an older format? */
export const beginsAnew = ({ mended, isRenewed }: Held): boolean => mended !== undefined || isRenewed === true
