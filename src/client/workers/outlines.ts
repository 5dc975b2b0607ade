import type { Bench } from '@/client/store/bench'
import { owned } from '@/client/store/owned'
import { WorkerClient } from '@/client/workers/workerClient'
import type { OutlineAnswer, OutlineJob } from '@/client/workers/outlines.worker'

const OUTLINES = owned(
  () =>
    new WorkerClient<OutlineJob, OutlineAnswer>(
      () => new Worker(new URL('./outlines.worker.ts', import.meta.url), { type: 'module' }),
      { code: 'refused', broken: 'The outline could not be worked out. Try again.' },
    ),
  (client) => client.end(),
)

/** Asks the bench's worker for outlines. Rejects with a failure in words. */
export const askOutlines = (bench: Bench, job: OutlineJob): Promise<OutlineAnswer> => bench.own(OUTLINES).ask(job)
