import type { StoreApi } from 'zustand/vanilla'
import type { Recorded } from '@/core/document/edit'
import type { Project } from '@/core/document/types'
import type { OpenedProject } from '@/contract/api'
import type { BenchState } from '@/client/store/state'
import { type Owned } from '@/client/store/owned'

/** The bench: its state, and the only ways to change the project. All else of the state is changed by the slices' actions. */
export interface Bench {
  /** Set by `store/slices` and the bench itself alone. */
  readonly store: StoreApi<BenchState>
  get(): BenchState
  /** Makes a named step of a change of the current project. A change of nothing makes none. */
  commit(name: string, change: (project: Project) => Recorded): void
  /** Adds to a burst that becomes one step when it pauses. */
  burst(key: string, name: string, recorded: Recorded): void
  endBurst(): void
  /**
   * Does a small change that more will follow: those of one name become one step when they pause. Held, they wait for
   * `endBurst`, however long the hand rests; whoever holds them ends them, also when it goes away.
   */
  step(act: () => void, isHeld: boolean): void
  preview(project: Project | null): void
  undo(): void
  redo(): void
  /** Takes back (or makes again) until the step is the newest of the history. */
  goTo(stepId: string | null): void
  /** Waits until all is saved; false when the server could not be reached. */
  allSaved(): Promise<boolean>
  /** Takes over another state of the same project, as read from the server. */
  adopt(opened: OpenedProject): void
  /** What the bench keeps beside its state; it ends with the bench. */
  own<T>(what: Owned<T>): T
  hasUnsent(): boolean
  close(): void
}
