import { Failure } from '@/core/failure'
import type { OutlineAnswer, OutlineJob, OutlineRequest } from '@/client/workers/outlines.worker'

type Made = Exclude<OutlineAnswer, { readonly failed: string }>

interface Waiting {
  readonly done: (answer: Made) => void
  readonly failed: (error: Failure) => void
}

/** The worker of outlines, started when it is first asked. */
class OutlineDesk {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, Waiting>()
  private last = 0

  ask(job: OutlineJob): Promise<Made> {
    this.worker ??= this.start()
    const worker = this.worker
    this.last += 1
    const request: OutlineRequest = { id: this.last, job }
    return new Promise((done, failed) => {
      this.waiting.set(request.id, { done, failed })
      worker.postMessage(request)
    })
  }

  private start(): Worker {
    const worker = new Worker(new URL('./outlines.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<OutlineAnswer>) => {
      const one = this.waiting.get(data.id)
      this.waiting.delete(data.id)
      if ('failed' in data) one?.failed(new Failure('refused', data.failed))
      else one?.done(data)
    }
    worker.onerror = () => {
      const failure = new Failure('job-failed', 'The outline could not be worked out. Try again.')
      for (const { failed } of this.waiting.values()) failed(failure)
      this.waiting.clear()
      this.worker?.terminate()
      this.worker = null
    }
    return worker
  }
}

const desk = new OutlineDesk()

/** Asks the worker for outlines. Rejects with a failure in words. */
export const askOutlines = (job: OutlineJob): Promise<Made> => desk.ask(job)
