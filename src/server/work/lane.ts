import { Failure } from '@/core/failure'

/** The one who asked has gone, or has said that it is no longer wanted. */
export const cancelled = (): Failure => new Failure('cancelled', 'This was cancelled. Start it again when you want it.')

const tooMany = (waiting: number): Failure =>
  new Failure('busy', `${waiting} others wait already. Try it again when some of them are done.`)

interface Waiting {
  readonly start: () => void
}

/** So many tasks at a time; others wait in the order they came, up to a number. */
export class LaneQueue {
  private running = 0
  private readonly waiting: Waiting[] = []

  constructor(
    private readonly atOnce: number,
    private readonly most: number,
  ) {}

  /** Throws `busy` where too many wait, `cancelled` where the signal says so before the task began. */
  async run<T>(task: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    await this.turn(signal)
    try {
      return await task()
    } finally {
      // The place goes from hand to hand: between leaving and entering nobody else may slip in.
      const next = this.waiting.shift()
      if (next) next.start()
      else this.running -= 1
    }
  }

  private turn(signal: AbortSignal | undefined): Promise<void> {
    if (signal?.aborted) return Promise.reject(cancelled())
    if (this.running < this.atOnce) {
      this.running += 1
      return Promise.resolve()
    }
    if (this.waiting.length >= this.most) return Promise.reject(tooMany(this.waiting.length))
    return new Promise((resolve, reject) => {
      const entry: Waiting = {
        start: () => {
          signal?.removeEventListener('abort', leave)
          resolve()
        },
      }
      const leave = (): void => {
        this.waiting.splice(this.waiting.indexOf(entry), 1)
        reject(cancelled())
      }
      signal?.addEventListener('abort', leave, { once: true })
      this.waiting.push(entry)
    })
  }
}
