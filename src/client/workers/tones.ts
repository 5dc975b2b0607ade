import type { Bench } from '@/client/store/bench'
import { owned } from '@/client/store/owned'
import { WorkerClient } from '@/client/workers/workerClient'
import type { TonesAnswer, TonesJob } from '@/client/workers/tones.worker'

const TONES = owned(
  () =>
    new WorkerClient<TonesJob, TonesAnswer>(
      () => new Worker(new URL('./tones.worker.ts', import.meta.url), { type: 'module' }),
      { code: 'picture-missing', broken: 'The picture could not be read. Try again.' },
    ),
  (client) => client.end(),
)

/** Asks the bench's worker of tones; its answers come in the order asked. Rejects with a failure in words. */
export const askTones = (bench: Bench, job: TonesJob): Promise<TonesAnswer> => bench.own(TONES).ask(job)
