import { randomUUID } from 'node:crypto'
import { mkdir, readdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { Failure, isFailure } from '@/core/failure'
import type { ExportState } from '@/contract/exports'
import { database } from '@/server/db/open'
import { JobRow } from '@/server/db/models'
import { LANES, LIMITS } from '@/server/limits'
import { exists, exportsDirectory } from '@/server/storage/files'
import type { WorkOptions } from '@/server/work/work'

/** What a job has made. */
export interface Made {
  readonly bytes: number
  readonly width: number
  readonly height: number
}

/** Work that leaves a file to be fetched: what it is called, and how it is done. */
export interface NewJob {
  readonly kind: string
  readonly projectId: string
  readonly fileName: string
  /** Writes the file; told how to be cancelled, and to tell its progress. */
  readonly run: (file: string, options: WorkOptions) => Promise<Made>
}

interface UnderWay {
  state: ExportState
  readonly stop: AbortController
}

// One a process, also across hot reloads. What is over stands in the table.
const held = globalThis as typeof globalThis & { eagerStencilJobs?: Map<string, UnderWay> }
const underWay = (): Map<string, UnderWay> => (held.eagerStencilJobs ??= new Map())

const fileOf = (id: string): string => path.join(exportsDirectory(), id)

const tooMany = (): Failure =>
  new Failure('busy', `${LANES.output.waiting} exports wait already. Wait until some are done, or cancel some.`)

/** Keeps the newest finished jobs; older ones go with their files. */
const forgetOldest = async (): Promise<void> => {
  const db = await database()
  const ended = await JobRow.findAll({
    where: { state: ['done', 'failed', 'cancelled'] },
    order: [
      ['queuedAt', 'DESC'],
      ['id', 'ASC'],
    ],
    attributes: ['id'],
    offset: LIMITS.exportsKept,
    limit: 1000,
  })
  if (!ended.length) return
  const ids = ended.map(({ id }) => id)
  await db.write((transaction) => JobRow.destroy({ where: { id: ids }, transaction }))
  await Promise.all(ids.map((id) => rm(fileOf(id), { force: true })))
}

/** Removes what a job that did not end well has half-written. */
const dropUnfinished = async (id: string): Promise<void> => {
  const names = await readdir(exportsDirectory())
  const parts = names.filter((name) => name === id || name.startsWith(`${id}.`))
  await Promise.all(parts.map((name) => rm(path.join(exportsDirectory(), name), { force: true })))
}

const stateAfter = (error: unknown): ExportState => {
  if (!isFailure(error)) console.error(error)
  const message = isFailure(error) ? error.message : 'The export stopped unexpectedly. Try it again.'
  return { state: 'failed', message }
}

const close = async (id: string, state: ExportState): Promise<void> => {
  const db = await database()
  const made = state.state === 'done' ? { bytes: state.bytes, width: state.width, height: state.height } : {}
  const message = state.state === 'failed' ? state.message : null
  await db.write((transaction) =>
    JobRow.update({ state: state.state, message, endedAt: new Date(), ...made }, { where: { id }, transaction }),
  )
}

const follow = async (id: string, { fileName, run }: NewJob, job: UnderWay): Promise<void> => {
  const tell = (state: ExportState): void => {
    if (!job.stop.signal.aborted) job.state = state
  }
  const options: WorkOptions = {
    signal: job.stop.signal,
    onStart: () => tell({ state: 'running', done: 0, of: 1, phase: 'painting' }),
    onProgress: ({ done, of, phase }) =>
      tell({ state: 'running', done, of, phase: phase === 'writing' ? 'writing' : 'painting' }),
  }
  const ended = await endOf(run(fileOf(id), options), fileName)
  await settle(id, job, ended)
}

const endOf = async (made: Promise<Made>, fileName: string): Promise<ExportState> => {
  try {
    return { state: 'done', ...(await made), fileName }
  } catch (error) {
    return stateAfter(error)
  }
}

/** Ends a job. It is told to be done only when that stands in the table: what was acknowledged outlives the server. */
const settle = async (id: string, job: UnderWay, ended: ExportState): Promise<void> => {
  const state = job.stop.signal.aborted ? job.state : ended
  if (state.state !== 'done') await dropUnfinished(id)
  try {
    await close(id, state)
    // Cancelled while it was written down.
    if (job.stop.signal.aborted && state !== job.state) return await settle(id, job, job.state)
    job.state = state
    underWay().delete(id)
  } catch (error) {
    // The file is there; as long as the server runs it can be fetched.
    job.state = state
    console.error(error)
  }
}

/** Queues a job and returns its id at once. Throws `busy` where too many wait. */
export const startJob = async (job: NewJob): Promise<string> => {
  const waiting = [...underWay().values()].filter(({ state }) => state.state === 'waiting')
  if (waiting.length >= LANES.output.waiting) throw tooMany()
  const id = randomUUID()
  const entry: UnderWay = { state: { state: 'waiting' }, stop: new AbortController() }
  underWay().set(id, entry)
  try {
    const db = await database()
    await mkdir(exportsDirectory(), { recursive: true })
    await forgetOldest()
    const { kind, projectId, fileName } = job
    await db.write((transaction) =>
      JobRow.create(
        {
          id,
          kind,
          projectId,
          fileName,
          state: 'waiting',
          bytes: null,
          width: null,
          height: null,
          message: null,
          queuedAt: new Date(),
          endedAt: null,
        },
        { transaction },
      ),
    )
  } catch (error) {
    underWay().delete(id)
    throw error
  }
  void follow(id, job, entry)
  return id
}

const notThere = (): Failure => new Failure('not-found', 'This export is no longer here. Export the sheet again.')

const told = (row: JobRow): ExportState => {
  if (row.state === 'done')
    return {
      state: 'done',
      bytes: row.bytes ?? 0,
      width: row.width ?? 0,
      height: row.height ?? 0,
      fileName: row.fileName,
    }
  return row.state === 'cancelled' ? { state: 'cancelled' } : { state: 'failed', message: row.message ?? '' }
}

const doneOf = (kind: string, projectId: string) => ({ kind, projectId, state: 'done' })

/** The jobs of a project that are done and whose files are there, the newest first. */
export const doneJobs = async (kind: string, projectId: string): Promise<readonly JobRow[]> => {
  await database()
  const rows = await JobRow.findAll({
    where: doneOf(kind, projectId),
    order: [
      ['queuedAt', 'DESC'],
      ['id', 'ASC'],
    ],
    limit: LIMITS.exportsKept,
  })
  const there = await Promise.all(rows.map(({ id }) => exists(fileOf(id))))
  return rows.filter((_row, i) => there[i])
}

/** Removes the jobs of a project that are done, with their files. Tells how many. */
export const clearDoneJobs = async (kind: string, projectId: string): Promise<number> => {
  const db = await database()
  const rows = await JobRow.findAll({ where: doneOf(kind, projectId), attributes: ['id'] })
  const ids = rows.map(({ id }) => id)
  await db.write((transaction) => JobRow.destroy({ where: { id: ids }, transaction }))
  await Promise.all(ids.map((id) => rm(fileOf(id), { force: true })))
  return ids.length
}

/** How a job stands, also of one that an earlier run of the server finished. Throws `not-found`. */
export const jobState = async (id: string): Promise<ExportState> => {
  const job = underWay().get(id)
  if (job) return job.state
  await database()
  const row = await JobRow.findByPk(id)
  if (!row) throw notThere()
  return told(row)
}

/** Stops a job at once, whatever it is doing. One that is done stays. */
export const cancelJob = async (id: string): Promise<void> => {
  const job = underWay().get(id)
  if (!job) return void (await jobState(id))
  if (job.state.state !== 'waiting' && job.state.state !== 'running') return
  job.state = { state: 'cancelled' }
  job.stop.abort()
}

/** The finished file and the name to save it under. Throws `not-found`. */
export const jobFile = async (id: string): Promise<{ readonly file: string; readonly fileName: string }> => {
  const state = await jobState(id)
  if (state.state !== 'done')
    throw new Failure('not-found', 'This export is not finished. Wait for it or export again.')
  if (!(await exists(fileOf(id)))) throw notThere()
  return { file: fileOf(id), fileName: state.fileName }
}
