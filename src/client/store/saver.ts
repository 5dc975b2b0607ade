import type { LoggedStep } from '@/core/document/history'
import type { SavedSteps, SaveRequest } from '@/contract/api'
import { ApiError } from '@/client/http/api'
import type { Saving } from '@/client/store/state'

/** Characters of steps sent in one request, unless one step alone has more; and steps at most. */
const MOST_CHARACTERS = 2_000_000
const MOST_STEPS = 200
const RETRY_MS = [500, 1000, 2000, 4000] as const

/** Where steps are kept until the server has them. Each promise rejects where the browser keeps no more. */
export interface Keeper {
  keep(on: number, step: LoggedStep): Promise<void>
  forget(before?: number): Promise<void>
}

interface Queued {
  readonly step: LoggedStep
  readonly characters: number
}

const queued = (step: LoggedStep): Queued => ({ step, characters: JSON.stringify(step).length })

/** How many of the first steps go into one request: by their size, at least one. */
const countThatFits = (queue: readonly Queued[], most: number): number => {
  let characters = 0
  let count = 0
  for (const next of queue.slice(0, most)) {
    characters += next.characters
    if (count > 0 && characters > MOST_CHARACTERS) break
    count += 1
  }
  return count
}

/** What a fault of saving asks for: another try, smaller requests, or the person. */
const remedyFor = (error: unknown): 'again' | 'smaller' | 'conflict' | 'refused' => {
  if (!(error instanceof ApiError) || error.status < 400 || error.status >= 500) return 'again'
  // Timeouts and too many requests pass.
  if ([408, 425, 429].includes(error.status)) return 'again'
  if (error.status === 413) return 'smaller'
  return error.status === 409 ? 'conflict' : 'refused'
}

export interface SaverOptions {
  /** The revision that the first step will be made on. */
  readonly revision: number
  readonly send: (request: SaveRequest) => Promise<SavedSteps>
  readonly keeper: Keeper
  readonly onState: (saving: Saving) => void
  readonly onSaved: (revision: number) => void
  /** The browser keeps no more steps, or keeps them again. */
  readonly onKept: (isKept: boolean) => void
}

/** Sends steps in order, again and again until they are acknowledged. */
export class Saver {
  private queue: Queued[] = []
  private revision: number
  private sending = false
  private isStuck = false
  private isStopped = false
  private failures = 0
  private most = MOST_STEPS
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(private readonly options: SaverOptions) {
    this.revision = options.revision
  }

  get hasUnsent(): boolean {
    return this.queue.length > 0
  }

  /** Goes on from another revision, after the project was read anew; what was not sent is let go of. */
  restart(revision: number): void {
    clearTimeout(this.timer)
    this.queue = []
    this.revision = revision
    this.isStuck = false
    this.failures = 0
    this.follow(this.options.keeper.forget())
  }

  push(step: LoggedStep): void {
    this.follow(this.options.keeper.keep(this.revision + this.queue.length, step))
    this.queue.push(queued(step))
    void this.send()
  }

  /** Resolves when all is acknowledged; false when it could not be. */
  async flush(): Promise<boolean> {
    for (let turn = 0; turn < 100 && this.hasUnsent; turn += 1) {
      await this.send()
      if (this.failures > 0 || this.isStuck) return false
      if (this.hasUnsent) await new Promise((resolve) => setTimeout(resolve, 30))
    }
    return !this.hasUnsent
  }

  /** Tries no more; what was not sent stays with the keeper. */
  stop(): void {
    this.isStopped = true
    clearTimeout(this.timer)
  }

  private follow(keeping: Promise<void>): void {
    keeping.then(
      () => this.options.onKept(true),
      () => this.options.onKept(false),
    )
  }

  private async send(): Promise<void> {
    if (this.sending || this.isStuck || !this.queue.length) return
    this.sending = true
    clearTimeout(this.timer)
    if (this.failures === 0) this.options.onState({ state: 'saving' })
    const count = countThatFits(this.queue, this.most)
    const steps = this.queue.slice(0, count).map(({ step }) => step)
    try {
      const { revision } = await this.options.send({ base: this.revision, steps })
      this.sending = false
      this.acknowledged(count, revision)
    } catch (error) {
      this.sending = false
      this.failed(error, count)
    }
    if (this.queue.length && this.failures === 0) await this.send()
  }

  private acknowledged(count: number, revision: number): void {
    this.queue = this.queue.slice(count)
    this.revision = revision
    this.failures = 0
    this.follow(this.options.keeper.forget(revision))
    this.options.onSaved(revision)
    if (!this.queue.length) this.options.onState({ state: 'saved' })
  }

  private failed(error: unknown, count: number): void {
    const remedy = remedyFor(error)
    if (remedy === 'smaller' && count > 1) {
      this.most = Math.max(1, Math.floor(count / 2))
      return
    }
    if (remedy !== 'again') {
      this.isStuck = true
      const message = error instanceof ApiError ? error.message : ''
      this.options.onState({ state: remedy === 'conflict' ? 'conflict' : 'refused', message })
      return
    }
    this.failures += 1
    this.options.onState({ state: 'waiting' })
    if (this.isStopped) return
    this.timer = setTimeout(() => void this.send(), RETRY_MS[Math.min(this.failures - 1, RETRY_MS.length - 1)])
  }
}

/** Steps in the requests that a saver would send them in. */
export const inRequests = (steps: readonly LoggedStep[]): readonly (readonly LoggedStep[])[] => {
  const requests: LoggedStep[][] = []
  for (let rest = steps.map(queued); rest.length;) {
    const count = countThatFits(rest, MOST_STEPS)
    requests.push(rest.slice(0, count).map(({ step }) => step))
    rest = rest.slice(count)
  }
  return requests
}
