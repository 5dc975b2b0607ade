import { Failure } from '@/core/failure'
import type { FaceAnswerOf, FaceJob, FaceReply, FaceRequest } from '@/client/workers/faces.worker'

interface Waiting {
  readonly done: (answer: never) => void
  readonly failed: (error: Failure) => void
  readonly timer: ReturnType<typeof setTimeout>
}

/** No text takes this long; a typeface that does is made to harm. */
const MOST_MS = 15_000

/** The worker of typefaces, started when it is first asked; one that hangs is stopped and started anew. */
class FaceDesk {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, Waiting>()
  private last = 0

  ask<J extends FaceJob>(job: J): Promise<FaceAnswerOf<J['job']>> {
    this.worker ??= this.start()
    const worker = this.worker
    this.last += 1
    const request: FaceRequest = { id: this.last, job }
    return new Promise((done, failed) => {
      const timer = setTimeout(
        () => this.restart('This typeface takes too long to set the text. Choose another one.'),
        MOST_MS,
      )
      this.waiting.set(request.id, { done: done as Waiting['done'], failed, timer })
      worker.postMessage(request)
    })
  }

  private start(): Worker {
    const worker = new Worker(new URL('./faces.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<FaceReply>) => {
      const one = this.waiting.get(data.id)
      this.waiting.delete(data.id)
      clearTimeout(one?.timer)
      if ('failed' in data) one?.failed(new Failure('face-unreadable', data.failed))
      else one?.done(data.answer as never) // the answer to this kind of request
    }
    worker.onerror = () => this.restart('The typeface could not be read. Try again, or choose another one.')
    return worker
  }

  private restart(words: string): void {
    this.worker?.terminate()
    this.worker = null
    for (const { failed, timer } of this.waiting.values()) {
      clearTimeout(timer)
      failed(new Failure('face-unreadable', words))
    }
    this.waiting.clear()
  }
}

const desk = new FaceDesk()
const sampleDesk = new FaceDesk()

/** Asks the worker of typefaces. Rejects with a failure in words. */
export const askFaces = <J extends FaceJob>(job: J): Promise<FaceAnswerOf<J['job']>> => desk.ask(job)

/** Asks for what is only looked at: in a worker of its own, so that many samples never hold up a text being typed. */
export const askSamples = <J extends FaceJob>(job: J): Promise<FaceAnswerOf<J['job']>> => sampleDesk.ask(job)
