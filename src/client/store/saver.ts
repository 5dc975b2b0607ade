import type { LoggedStep } from '@/core/document/history'
import { readProject } from '@/core/document/validate'
import type { Project } from '@/core/document/types'
import { api, ApiError } from '@/client/http/api'
import type { Saving } from '@/client/store/state'

/** Steps sent in one request. */
export const MOST_STEPS_AT_ONCE = 200
const RETRY_MS = [500, 1000, 2000, 4000] as const

/** Steps that the server has not acknowledged, kept in the browser over a reload. */
export interface Unsent {
  readonly base: number
  readonly steps: readonly LoggedStep[]
  readonly project: Project
}

const keyOf = (id: string): string => `eager-stencil.unsent.${id}`

export const readUnsent = (id: string): Unsent | null => {
  try {
    const text = localStorage.getItem(keyOf(id))
    if (!text) return null
    const held = JSON.parse(text) as Unsent // written by keep() below
    return { ...held, project: readProject(held.project) }
  } catch {
    // What cannot be read cannot be sent; the saved project is what counts.
    localStorage.removeItem(keyOf(id))
    return null
  }
}

export const forgetUnsent = (id: string): void => localStorage.removeItem(keyOf(id))

/** Sends steps in order, again and again until they are acknowledged. */
export class Saver {
  private queue: LoggedStep[] = []
  private sending = false
  private failures = 0
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(
    private readonly id: string,
    private revision: number,
    private readonly current: () => Project,
    private readonly onState: (saving: Saving) => void,
    private readonly onSaved: (revision: number) => void,
  ) {}

  get hasUnsent(): boolean {
    return this.queue.length > 0
  }

  get base(): number {
    return this.revision
  }

  /** Goes on from another revision, after the project was read anew. */
  restart(revision: number): void {
    this.queue = []
    this.revision = revision
    forgetUnsent(this.id)
  }

  push(step: LoggedStep): void {
    this.queue.push(step)
    this.keep()
    void this.send()
  }

  /** Resolves when all is acknowledged; false when it could not be. */
  async flush(): Promise<boolean> {
    for (let turn = 0; turn < 100 && this.hasUnsent; turn += 1) {
      await this.send()
      if (this.failures > 0) return false
      if (this.hasUnsent) await new Promise((resolve) => setTimeout(resolve, 30))
    }
    return !this.hasUnsent
  }

  stop(): void {
    clearTimeout(this.timer)
  }

  private keep(): void {
    try {
      const unsent: Unsent = { base: this.revision, steps: this.queue, project: this.current() }
      localStorage.setItem(keyOf(this.id), JSON.stringify(unsent))
    } catch {
      // The browser's store is full: the steps still wait in memory and are sent from there.
      this.onState({ state: 'saving' })
    }
  }

  private async send(): Promise<void> {
    if (this.sending || !this.queue.length) return
    this.sending = true
    clearTimeout(this.timer)
    if (this.failures === 0) this.onState({ state: 'saving' })
    const steps = this.queue.slice(0, MOST_STEPS_AT_ONCE)
    try {
      const { revision } = await api.saveSteps(this.id, { base: this.revision, steps })
      this.queue = this.queue.slice(steps.length)
      this.revision = revision
      this.failures = 0
      if (this.queue.length) this.keep()
      else forgetUnsent(this.id)
      this.onSaved(revision)
      this.sending = false
      if (this.queue.length) await this.send()
      else this.onState({ state: 'saved' })
    } catch (error) {
      this.sending = false
      this.failed(error)
    }
  }

  private failed(error: unknown): void {
    this.failures += 1
    if (error instanceof ApiError && error.status >= 400 && error.status < 500 && error.status !== 429) {
      this.onState({ state: 'conflict', message: error.message })
      return
    }
    this.onState({ state: 'waiting' })
    this.timer = setTimeout(() => void this.send(), RETRY_MS[Math.min(this.failures - 1, RETRY_MS.length - 1)])
  }
}
