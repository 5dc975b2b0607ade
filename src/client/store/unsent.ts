import { createStore, promisifyRequest, type UseStore } from 'idb-keyval'
import type { LoggedStep } from '@/core/document/history'

/**
 * Steps that the server has not acknowledged, kept in the browser over a reload: one entry a step, under the project, the
 * tab that made it and the revision it was made on. No tab touches what is another's.
 */
interface Entry {
  readonly id: string
  readonly tab: string
  /** The revision that the step was made on. */
  readonly on: number
  /** In milliseconds since 1970. */
  readonly at: number
  readonly step: LoggedStep
}

/** What one tab could not send of a project, in order. */
export interface Unsent {
  readonly tab: string
  /** The revision that the first was made on. */
  readonly base: number
  /** When the last was made, in milliseconds since 1970. */
  readonly at: number
  readonly steps: readonly LoggedStep[]
}

const NAME = 'eager-stencil'
let opened: UseStore | null = null
const store = (): UseStore => (opened ??= createStore(NAME, 'unsent'))

const LAST = Number.MAX_SAFE_INTEGER

/** Ends the transaction at once: one that waits for the page to turn would be lost with it. */
const write = (change: (held: IDBObjectStore) => void): Promise<void> =>
  store()('readwrite', (held) => {
    change(held)
    const done = promisifyRequest(held.transaction)
    held.transaction.commit()
    return done
  })

/** Keeps a step. Rejects where the browser keeps no more. */
export const keepStep = (id: string, tab: string, on: number, step: LoggedStep): Promise<void> => {
  const entry: Entry = { id, tab, on, at: Date.now(), step }
  return write((held) => held.put(entry, [id, tab, on]))
}

/** Lets go of a tab's steps that were made before a revision; of all without one. */
export const forgetSteps = (id: string, tab: string, before: number = LAST): Promise<void> =>
  write((held) => held.delete(IDBKeyRange.bound([id, tab, 0], [id, tab, before], false, true)))

const isEntry = (value: unknown): value is Entry =>
  typeof value === 'object' && value !== null && 'step' in value && 'on' in value && 'tab' in value

/** What every tab could not send of a project, the latest first. Steps that do not follow one another are parted. */
export const keptSteps = async (id: string): Promise<readonly Unsent[]> => {
  const all: unknown[] = await store()('readonly', (held) =>
    promisifyRequest(held.getAll(IDBKeyRange.bound([id, '', 0], [id, '\uffff', LAST]))),
  )
  const runs: { tab: string; base: number; at: number; steps: LoggedStep[] }[] = []
  for (const { tab, on, at, step } of all.filter(isEntry)) {
    const run = runs.at(-1)
    if (run?.tab === tab && run.base + run.steps.length === on) {
      run.steps.push(step)
      run.at = at
    } else runs.push({ tab, base: on, at, steps: [step] })
  }
  return runs.sort((a, b) => b.at - a.at)
}
