import { Failure, type FailureCode } from '@/core/failure'

/** What a worker answers: to the request with this id, or why not, in words. */
export type Reply<Answer> =
  { readonly id: number; readonly answer: Answer } | { readonly id: number; readonly failed: string }

export interface Request<Job> {
  readonly id: number
  readonly job: Job
}

interface ClientWords {
  readonly code: FailureCode
  /** The worker itself broke. */
  readonly broken: string
  /** It does not answer in time; it waits for ever without it. */
  readonly slow?: { readonly ms: number; readonly words: string }
}

interface Waiting<Answer> {
  readonly done: (answer: Answer) => void
  readonly failed: (error: Failure) => void
  readonly timer: ReturnType<typeof setTimeout> | undefined
}

/** Asks a worker, which is started when it is first needed; one that breaks or hangs is stopped and started anew. */
export class WorkerClient<Job, Answer> {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, Waiting<Answer>>()
  private last = 0

  constructor(
    private readonly open: () => Worker,
    private readonly words: ClientWords,
  ) {}

  /** Starts the worker before it is asked, where it will be soon. */
  warm(): void {
    this.worker ??= this.start()
  }

  /** Rejects with a failure in words. */
  ask(job: Job): Promise<Answer> {
    const worker = (this.worker ??= this.start())
    this.last += 1
    const request: Request<Job> = { id: this.last, job }
    const { slow } = this.words
    return new Promise((done, failed) => {
      const timer = slow && setTimeout(() => this.restart(slow.words), slow.ms)
      this.waiting.set(request.id, { done, failed, timer })
      worker.postMessage(request)
    })
  }

  private start(): Worker {
    const worker = this.open()
    worker.onmessage = ({ data }: MessageEvent<Reply<Answer>>) => {
      const one = this.waiting.get(data.id)
      this.waiting.delete(data.id)
      clearTimeout(one?.timer)
      if ('failed' in data) one?.failed(new Failure(this.words.code, data.failed))
      else one?.done(data.answer)
    }
    worker.onerror = () => this.restart(this.words.broken)
    return worker
  }

  /** Stops the worker; what was asked is refused. */
  end(): void {
    this.restart('The page was left.')
  }

  private restart(words: string): void {
    this.worker?.terminate()
    this.worker = null
    for (const { failed, timer } of this.waiting.values()) {
      clearTimeout(timer)
      failed(new Failure(this.words.code, words))
    }
    this.waiting.clear()
  }
}
