import { isFailure } from '@/core/failure'
import { FILM, type FilmPlan } from '@/core/film/plan'
import { safeFileName } from '@/core/formats/fileName'
import type { Project } from '@/core/document/types'
import { clearFilms, holdFilm, makeFilm } from '@/client/film/film'
import { saveAs } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import { owned } from '@/client/store/owned'
import { putFilm } from '@/client/store/slices/time'

/** A browser has it read by then. */
const REVOKE_MS = 60_000

/** Hands a finished film to the browser to be saved. */
export const saveFilm = (file: File, name: string, type: string): void => {
  const url = URL.createObjectURL(new Blob([file], { type }))
  saveAs(url, name)
  setTimeout(() => URL.revokeObjectURL(url), REVOKE_MS)
}

/** The film that is being made; it ends with its bench. */
const MAKING = owned<{ stop: AbortController | null; letGo: () => Promise<void> }>(
  () => ({ stop: null, letGo: () => Promise.resolve() }),
  ({ stop, letGo }) => {
    stop?.abort()
    void letGo()
  },
)

/** Makes a film of the project as it is now; the bench goes on being usable meanwhile. One at a time. */
export const startFilm = async (bench: Bench, project: Project, plan: FilmPlan): Promise<void> => {
  const making = bench.own(MAKING)
  making.stop?.abort()
  const control = new AbortController()
  making.stop = control
  putFilm(bench, { kind: 'running', done: 0, of: 1, picture: null })
  try {
    await making.letGo()
    await clearFilms()
    let picture: ImageBitmap | null = null
    const file = await makeFilm(project, plan, {
      signal: control.signal,
      onFile: (name) => (making.letGo = holdFilm(name)),
      onProgress: ({ done, of, picture: newest }) => {
        picture = newest ?? picture
        putFilm(bench, { kind: 'running', done, of, picture })
      },
    })
    const { ending, type } = FILM[plan.format]
    const name = `${safeFileName(project.name)}.${ending}`
    putFilm(bench, { kind: 'done', file, name, type })
    saveFilm(file, name, type)
    if (bench.get().dialog !== 'film') say(bench, `${name} is made.`)
  } catch (error) {
    const words = isFailure(error) ? error.message : 'The film could not be made. Try it again.'
    putFilm(bench, { kind: 'failed', words })
    if (bench.get().dialog !== 'film') say(bench, words, 'fault')
  }
}

/** Stops the film that is being made; nothing of it is kept. */
export const cancelFilm = (bench: Bench): void => bench.own(MAKING).stop?.abort()
