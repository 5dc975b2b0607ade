import type { Fault, FailureCode } from '@/core/failure'
import type { WorkName, WorkInput, WorkOutput } from '@/server/work/kinds'

/** What the server asks of a process of work. */
export interface WorkRequest<N extends WorkName = WorkName> {
  readonly name: N
  readonly input: WorkInput<N>
}

/** How far it has come. */
export interface WorkProgress {
  readonly done: number
  readonly of: number
  readonly phase: 'painting' | 'writing' | 'reading'
}

/** What the process says. */
export type WorkMessage<N extends WorkName = WorkName> =
  | ({ readonly kind: 'progress' } & WorkProgress)
  | { readonly kind: 'result'; readonly output: WorkOutput<N> }
  | {
      readonly kind: 'refused'
      readonly code: FailureCode
      readonly message: string
      readonly faults: readonly Fault[]
    }
