import { WorkerClient } from '@/client/workers/workerClient'
import type { OutlineAnswer, OutlineJob } from '@/client/workers/outlines.worker'

const client = new WorkerClient<OutlineJob, OutlineAnswer>(
  () => new Worker(new URL('./outlines.worker.ts', import.meta.url), { type: 'module' }),
  { code: 'refused', broken: 'The outline could not be worked out. Try again.' },
)

/** Asks the worker for outlines. Rejects with a failure in words. */
export const askOutlines = (job: OutlineJob): Promise<OutlineAnswer> => client.ask(job)
