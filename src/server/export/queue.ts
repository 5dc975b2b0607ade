import { fork, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdir, readdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { Failure } from '@/core/failure'
import type { ExportState } from '@/contract/api'
import { rootDirectory } from '@/server/config'
import { TaskQueue } from '@/server/db/queue'
import type { ChildMessage } from '@/server/export/messages'
import type { SetJob } from '@/server/export/set'
import type { Exported, ExportJob } from '@/server/export/write'
import { LIMITS } from '@/server/limits'
import { exportsDirectory } from '@/server/storage/files'

interface Entry {
  state: ExportState
  child: ChildProcess | null
  readonly file: string
  readonly fileName: string
}

interface Exports {
  /** What an earlier run of the server exported is removed once, before the first export of this one. */
  swept: Promise<void> | null
  readonly queue: TaskQueue
  readonly entries: Map<string, Entry>
}

// One queue a process, also across hot reloads.
const held = globalThis as typeof globalThis & { eagerStencilExports?: Exports }
const exportsHeld = (): Exports =>
  (held.eagerStencilExports ??= { queue: new TaskQueue(), entries: new Map(), swept: null })

const stopped = (): Failure =>
  new Failure('job-failed', 'The export stopped unexpectedly. Try it again, or at a lower resolution.')

/** Runs one job in a child process. Resolves with its result; throws `job-failed` with the child's words. */
const runChild = (
  job: ExportJob | SetJob,
  onStart: (child: ChildProcess) => void,
  onProgress: (state: ExportState) => void,
): Promise<Exported> =>
  new Promise((resolve, reject) => {
    const script = path.join(/*turbopackIgnore: true*/ rootDirectory(), 'dist', 'export-job.mjs')
    const child = fork(/*turbopackIgnore: true*/ script, [], { serialization: 'advanced', execArgv: ['--expose-gc'] })
    onStart(child)
    child.on('message', (message) => {
      const said = message as ChildMessage // the child is our own program
      if (said.kind === 'progress') onProgress({ state: 'running', done: said.done, of: said.of, phase: said.phase })
      else if (said.kind === 'result') resolve({ bytes: said.bytes, width: said.width, height: said.height })
      else reject(new Failure('job-failed', said.message))
    })
    child.once('error', () => reject(stopped()))
    child.once('exit', () => reject(stopped()))
    child.send(job)
  })

const forgetOldest = async ({ entries }: Exports): Promise<void> => {
  for (const [id, entry] of entries) {
    if (entries.size <= LIMITS.exportsKept) return
    if (entry.state.state === 'waiting' || entry.state.state === 'running') continue
    entries.delete(id)
    await rm(entry.file, { force: true })
  }
}

/** Queues an export and returns its id at once. */
export const queueExport = async (
  job: Omit<ExportJob, 'out'> | Omit<SetJob, 'out'>,
  fileName: string,
): Promise<string> => {
  const all = exportsHeld()
  all.swept ??= rm(exportsDirectory(), { recursive: true, force: true })
  await all.swept
  await mkdir(exportsDirectory(), { recursive: true })
  await forgetOldest(all)
  const id = randomUUID()
  const entry: Entry = { state: { state: 'waiting' }, child: null, file: path.join(exportsDirectory(), id), fileName }
  all.entries.set(id, entry)
  void all.queue.run(async () => {
    if (entry.state.state === 'cancelled') return
    try {
      entry.state = { state: 'running', done: 0, of: 1, phase: 'painting' }
      const exported = await runChild(
        { ...job, out: entry.file },
        (child) => (entry.child = child),
        (state) => {
          if (entry.state.state === 'running') entry.state = state
        },
      )
      entry.state = { state: 'done', ...exported, fileName }
    } catch (error) {
      if (!isCancelled(entry))
        entry.state = { state: 'failed', message: error instanceof Error ? error.message : stopped().message }
    } finally {
      entry.child = null
      if (entry.state.state !== 'done') await dropUnfinished(id)
    }
  })
  return id
}

/** Removes what a job that did not end has half-written. */
const dropUnfinished = async (id: string): Promise<void> => {
  const names = await readdir(exportsDirectory())
  const parts = names.filter((name) => name.startsWith(`${id}.`))
  await Promise.all(parts.map((name) => rm(path.join(exportsDirectory(), name), { force: true })))
}

const isCancelled = (entry: Entry): boolean => entry.state.state === 'cancelled'

const entryOf = (id: string): Entry => {
  const entry = exportsHeld().entries.get(id)
  if (!entry) throw new Failure('not-found', 'This export is no longer here. Export the sheet again.')
  return entry
}

export const exportState = (id: string): ExportState => entryOf(id).state

/** Stops an export at once, whatever it is doing. One that is done stays. */
export const cancelExport = (id: string): void => {
  const entry = entryOf(id)
  if (entry.state.state !== 'waiting' && entry.state.state !== 'running') return
  entry.state = { state: 'cancelled' }
  entry.child?.kill('SIGKILL')
}

/** The finished file and the name to save it under. */
export const exportFile = (id: string): { readonly file: string; readonly fileName: string } => {
  const entry = entryOf(id)
  if (entry.state.state !== 'done')
    throw new Failure('not-found', 'This export is not finished. Wait for it or export again.')
  return { file: entry.file, fileName: entry.fileName }
}

/** Runs a job apart from the list of exports, after those that wait; for thumbnails. */
export const runQuietly = (job: ExportJob): Promise<Exported> =>
  exportsHeld().queue.run(() =>
    runChild(
      job,
      () => undefined,
      () => undefined,
    ),
  )
