import { applyPatches, enablePatches, produce, type Objectish, type Patch } from 'immer'
import { Failure } from '@/core/failure'
import type { Project } from '@/core/document/types'

enablePatches()

export type { Patch }

/** One named change of a project and the way back. */
export interface Step {
  readonly id: string
  readonly name: string
  readonly forward: readonly Patch[]
  readonly inverse: readonly Patch[]
}

/** A step as logged: made, taken back, or made again. `of` names the step that an undo or redo is about. */
export interface LoggedStep extends Step {
  readonly kind: 'do' | 'undo' | 'redo'
  readonly of?: string
}

/** Steps that can be taken back (newest last) and made again (next one last). */
export interface History {
  readonly undo: readonly Step[]
  readonly redo: readonly Step[]
}

export const EMPTY_HISTORY: History = { undo: [], redo: [] }

const FORBIDDEN_KEYS: ReadonlySet<unknown> = new Set(['__proto__', 'constructor', 'prototype'])

const misfit = (why: string): Failure =>
  new Failure('document-invalid', `The change does not fit the project (${why}). Reload the page and make it again.`)

const isWithin = (index: unknown, below: number): boolean =>
  typeof index === 'number' && Number.isInteger(index) && index >= 0 && index < below

/** What stands under a key of one's own, or at a place of a list. */
const stepInto = (value: unknown, key: string | number): unknown => {
  if (Array.isArray(value)) return isWithin(key, value.length) ? (value[Number(key)] as unknown) : undefined
  const isThere = typeof value === 'object' && value !== null && !FORBIDDEN_KEYS.has(key) && Object.hasOwn(value, key)
  return isThere ? (value as Readonly<Record<string, unknown>>)[key] : undefined
}

/** Keys anywhere in a value that would reach the language's own objects when the value is copied. */
const holdsForbidden = (value: unknown): boolean =>
  typeof value === 'object' &&
  value !== null &&
  Object.entries(value).some(([key, inner]) => FORBIDDEN_KEYS.has(key) || holdsForbidden(inner))

/**
 * Does a patch fit what it is to change? Lists take whole places up to their length, and lengths up to the present one:
 * a length of millions would be filled with nothing until the memory ends.
 */
const fits = (held: object, { op, path, value }: Patch): boolean => {
  const key = path.at(-1)
  if (key === undefined || FORBIDDEN_KEYS.has(key) || holdsForbidden(value)) return false
  const parent = path.slice(0, -1).reduce<unknown>(stepInto, held)
  if (typeof parent !== 'object' || parent === null) return false
  if (!Array.isArray(parent)) return true
  if (key === 'length') return op === 'replace' && isWithin(value, parent.length + 1)
  return isWithin(key, op === 'add' ? parent.length + 1 : parent.length)
}

/** Applies patches made on this very document. Refuses patches that do not fit it with `document-invalid`. */
export const patched = <T extends object = Project>(document: T, patches: readonly Patch[]): T => {
  try {
    return produce(document as Objectish, (draft) => {
      for (const patch of patches) {
        if (!fits(draft, patch)) throw misfit(`at ${patch.path.slice(0, 6).join('.').slice(0, 100)}`)
        applyPatches(draft, [patch])
      }
    }) as T
  } catch (error) {
    if (error instanceof Failure) throw error
    throw misfit(error instanceof Error ? error.message.slice(0, 120) : 'unknown')
  }
}

/** Joins steps that follow one another into one. */
export const joined = (id: string, name: string, steps: readonly Step[]): Step => ({
  id,
  name,
  forward: steps.flatMap((step) => step.forward),
  inverse: steps.toReversed().flatMap((step) => step.inverse),
})

/** The history after one more log entry. */
export const advance = <S extends { readonly id: string }>(
  history: { readonly undo: readonly S[]; readonly redo: readonly S[] },
  entry: { readonly kind: LoggedStep['kind']; readonly of?: string | undefined },
  step: S,
): { readonly undo: readonly S[]; readonly redo: readonly S[] } => {
  if (entry.kind === 'do') return { undo: [...history.undo, step], redo: [] }
  if (entry.kind === 'undo') {
    const taken = history.undo.find((s) => s.id === entry.of)
    return taken ? { undo: history.undo.filter((s) => s !== taken), redo: [...history.redo, taken] } : history
  }
  const again = history.redo.find((s) => s.id === entry.of)
  return again ? { undo: [...history.undo, again], redo: history.redo.filter((s) => s !== again) } : history
}

/** The log entry that takes a step back. */
export const undoOf = (step: Step, id: string): LoggedStep => ({
  id,
  kind: 'undo',
  of: step.id,
  name: step.name,
  forward: step.inverse,
  inverse: step.forward,
})

/** The step that makes `step` again, as it is logged under the id given. */
export const redoOf = (step: Step, id: string): LoggedStep => ({ ...step, id, kind: 'redo', of: step.id })
