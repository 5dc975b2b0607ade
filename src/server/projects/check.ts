import path from 'node:path'
import { Worker } from 'node:worker_threads'
import { Failure, type Fault, type FailureCode } from '@/core/failure'
import { migrate } from '@/core/document/migrate'
import type { Project } from '@/core/document/types'
import { readProject } from '@/core/document/validate'
import { rootDirectory } from '@/server/config'
import { TaskQueue } from '@/server/db/queue'
import { LIMITS } from '@/server/limits'

export type CheckAnswer =
  | { readonly isSound: true }
  | { readonly isSound: false; readonly code: FailureCode; readonly message: string; readonly faults: readonly Fault[] }

/** Documents of fewer characters are checked at once: handing them over would take longer. */
const SMALL = 40_000
const IDLE_MS = 20_000

const tooLong = (): Failure =>
  new Failure(
    'document-invalid',
    'The project takes too long to check, so it was not taken. Take out what it holds most of and try again.',
  )

/** One thread that checks documents one after another, and ends when it has had nothing to do for a while. */
class Checker {
  private worker: Worker | null = null
  private idle: ReturnType<typeof setTimeout> | undefined
  private readonly queue = new TaskQueue()

  check(text: string): Promise<CheckAnswer> {
    return this.queue.run(() => this.ask(text))
  }

  private ask(text: string): Promise<CheckAnswer> {
    clearTimeout(this.idle)
    const worker = (this.worker ??= this.start())
    worker.ref()
    return new Promise((resolve, reject) => {
      const settle = (act: () => void): void => {
        clearTimeout(timer)
        worker.off('message', onMessage)
        worker.off('error', stop)
        worker.off('exit', stop)
        worker.unref()
        this.idle = setTimeout(() => this.end(), IDLE_MS)
        this.idle.unref()
        act()
      }
      const stop = (): void => {
        this.end()
        settle(() => reject(tooLong()))
      }
      const timer = setTimeout(stop, LIMITS.checkMs)
      const onMessage = (answer: CheckAnswer): void => settle(() => resolve(answer))
      worker.once('message', onMessage)
      worker.once('error', stop)
      worker.once('exit', stop)
      worker.postMessage(text)
    })
  }

  private start(): Worker {
    const script = path.join(/*turbopackIgnore: true*/ rootDirectory(), 'dist', 'check-document.mjs')
    return new Worker(/*turbopackIgnore: true*/ script, { resourceLimits: { maxOldGenerationSizeMb: 1536 } })
  }

  private end(): void {
    const { worker } = this
    this.worker = null
    void worker?.terminate()
  }
}

const held = globalThis as typeof globalThis & { eagerStencilChecker?: Checker }

/**
 * Reads the text of a document; a large one is checked in a thread of its own. Throws `document-invalid` with its faults, or
 * `format-unknown`.
 */
export const checkedDocument = async (text: string, how: Apart = {}): Promise<Project> =>
  (await checkedWriting(text, how)).project

interface Apart {
  /** In a thread of its own; default: where the document is large. */
  readonly apart?: boolean
}

/** As `checkedDocument`, with the document as it was written: perhaps of an older format. */
export const checkedWriting = async (
  text: string,
  { apart = text.length > SMALL }: Apart = {},
): Promise<{ readonly project: Project; readonly written: object }> => {
  if (!apart) {
    const written = parsed(text)
    return { project: readProject(written), written: written as object } // a document is an object
  }
  held.eagerStencilChecker ??= new Checker()
  const answer = await held.eagerStencilChecker.check(text)
  if (!answer.isSound) throw new Failure(answer.code, answer.message, answer.faults)
  const written = parsed(text)
  return { project: migrate(written) as Project, written: written as object } // just found to be one
}

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text)
  } catch {
    throw new Failure('document-invalid', 'The project is not JSON. Correct it and try again.')
  }
}
