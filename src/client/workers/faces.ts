import { WorkerClient } from '@/client/workers/workerClient'
import type { FaceReply, FaceAnswerOf, FaceJob } from '@/client/workers/faces.worker'
import { owned } from '@/client/store/owned'
import { type Bench } from '@/client/store/bench'

const newClient = (): WorkerClient<FaceJob, FaceReply> =>
  new WorkerClient(() => new Worker(new URL('./faces.worker.ts', import.meta.url), { type: 'module' }), {
    code: 'face-unreadable',
    broken: 'The typeface could not be read. Try again, or choose another one.',
    // No text takes this long; a typeface that does is made to harm.
    slow: { ms: 15_000, words: 'This typeface takes too long to set the text. Choose another one.' },
  })

const TEXTS = owned(newClient, (client) => client.end())
const SAMPLES = owned(newClient, (client) => client.end())

/** Asks the worker of typefaces. Rejects with a failure in words. */
export const askFaces = <J extends FaceJob>(bench: Bench, job: J): Promise<FaceAnswerOf<J['job']>> =>
  bench.own(TEXTS).ask(job) as Promise<FaceAnswerOf<J['job']>> // the worker answers each kind of job with its kind

/** Asks for what is only looked at: in a worker of its own, so that many samples never hold up a text being typed. */
export const askSamples = <J extends FaceJob>(bench: Bench, job: J): Promise<FaceAnswerOf<J['job']>> =>
  bench.own(SAMPLES).ask(job) as Promise<FaceAnswerOf<J['job']>> // as above
