import type { TonesAnswer, TonesRequest } from '@/client/workers/tones.worker'

let worker: Worker | null = null
let next = 0
const waiting = new Map<number, (answer: TonesAnswer) => void>()

const started = (): Worker => {
  if (worker) return worker
  worker = new Worker(new URL('./tones.worker.ts', import.meta.url), { type: 'module' })
  worker.onmessage = ({ data }: MessageEvent<TonesAnswer>) => {
    waiting.get(data.id)?.(data)
    waiting.delete(data.id)
  }
  return worker
}

/** Asks the worker of tones; its answers come in the order asked. */
export const askTones = (request: Omit<TonesRequest, 'id'>): Promise<TonesAnswer> =>
  new Promise((resolve) => {
    next += 1
    waiting.set(next, resolve)
    started().postMessage({ ...request, id: next } satisfies TonesRequest)
  })
