import { applyPatches, enablePatches, type Objectish, type Patch } from 'immer'
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

/** Applies patches made on this very document. Refuses patches that do not fit it. */
export const patched = (project: Project, patches: readonly Patch[]): Project => {
  try {
    return applyPatches(project as Objectish, [...patches]) as Project
  } catch (error) {
    throw new Failure(
      'document-invalid',
      `The change does not fit the project (${error instanceof Error ? error.message.slice(0, 120) : 'unknown'}). Reload the page and make it again.`,
    )
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

export const redoOf = (step: Step, id: string): LoggedStep => ({ ...step, id, kind: 'redo', of: step.id })
