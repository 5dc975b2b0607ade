import { Desk } from '@/client/workers/desk'
import type { OutlineAnswer, OutlineJob } from '@/client/workers/outlines.worker'

const desk = new Desk<OutlineJob, OutlineAnswer>(
  () => new Worker(new URL('./outlines.worker.ts', import.meta.url), { type: 'module' }),
  { code: 'refused', broken: 'The outline could not be worked out. Try again.' },
)

/** Asks the worker for outlines. Rejects with a failure in words. */
export const askOutlines = (job: OutlineJob): Promise<OutlineAnswer> => desk.ask(job)
