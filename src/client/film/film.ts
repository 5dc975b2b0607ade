import { Failure } from '@/core/failure'
import type { FilmPlan } from '@/core/film/plan'
import type { Project } from '@/core/document/types'
import { filmFolder } from '@/client/film/folder'
import type { FilmJob, FilmSaid } from '@/client/workers/film.worker'

/** How far a film is, with its newest picture. */
export interface FilmProgress {
  readonly done: number
  readonly of: number
  readonly picture?: ImageBitmap
}

const [FILM, TRIAL] = ['film-', 'trial-']

/** Holds a film by a lock of its name: other pages leave it alone until it is let go of, or this page is closed. */
export const holdFilm = (name: string): (() => Promise<void>) => {
  let over = (): void => undefined
  const until = new Promise<void>((done) => (over = done))
  const held = navigator.locks.request(name, () => until)
  return async () => {
    over()
    await held
  }
}

/** Removes what is left of films that were made before; those of other pages that are open stay, being written or made. */
export const clearFilms = async (): Promise<void> => {
  const folder = await filmFolder()
  const kept = new Set(((await navigator.locks.query()).held ?? []).map(({ name }) => name))
  for await (const name of folder.keys()) {
    if (kept.has(name)) continue
    try {
      await folder.removeEntry(name)
    } catch (error) {
      console.warn('A film of another page stays.', error)
    }
  }
}

/** Makes a film in a worker; it is there as a file of the browser's store when it is done. Rejects in words, also when stopped. */
export const makeFilm = (
  project: Project,
  plan: FilmPlan,
  {
    onProgress,
    onFile,
    signal,
    trial,
  }: {
    /** Told the name of its file before that is there. */
    readonly onFile?: (name: string) => void
    readonly onProgress: (progress: FilmProgress) => void
    readonly signal: AbortSignal
    readonly trial?: number
  },
): Promise<File> => {
  const worker = new Worker(new URL('../workers/film.worker.ts', import.meta.url), { type: 'module' })
  const file = `${trial === undefined ? FILM : TRIAL}${crypto.randomUUID()}`
  onFile?.(file)
  const made = new Promise<File>((resolve, reject) => {
    const stop = (): void => reject(new Failure('cancelled', 'The film was stopped. Nothing of it is kept.'))
    if (signal.aborted) return stop()
    signal.addEventListener('abort', stop, { once: true })
    worker.onerror = () =>
      reject(
        new Failure(
          'job-failed',
          'The film could not be made: this browser has no memory left. Choose a smaller size.',
        ),
      )
    worker.onmessage = ({ data }: MessageEvent<FilmSaid>) => {
      if (data.kind === 'progress') onProgress(data)
      else if (data.kind === 'failed') reject(new Failure('job-failed', data.words))
      else
        filmFolder()
          .then((folder) => folder.getFileHandle(file))
          .then((handle) => handle.getFile())
          .then(resolve, reject)
    }
    const job: FilmJob = { project, plan, base: location.origin, file, ...(trial === undefined ? {} : { trial }) }
    worker.postMessage(job)
  })
  return made
    .finally(() => worker.terminate())
    .catch(async (error: unknown) => {
      await removeFilm(file)
      throw error
    })
}

/** A worker lets go of its file a little after it was ended. */
const TRIES = 20
const TRY_MS = 50

/** Removes one film of the store. */
export const removeFilm = async (name: string): Promise<void> => {
  const folder = await filmFolder()
  for (let tried = 0; tried < TRIES; tried += 1) {
    try {
      return await folder.removeEntry(name)
    } catch (error) {
      if (error instanceof DOMException && error.name === 'NotFoundError') return
      await new Promise((done) => setTimeout(done, TRY_MS))
    }
  }
}
