/**
 * The server is killed at random moments of saves, uploads, exports and replacements, over one data folder (ten times;
 * KILLS=100 for more): every acknowledged step, picture and export must be there afterwards, nothing half-written may be
 * served or left behind, and the database is sound.
 */
import { expect, test } from './fixture'
import type { ChildProcess } from 'node:child_process'
import { mkdirSync, readdirSync } from 'node:fs'
import path from 'node:path'
import sharp from 'sharp'
import sqlite3 from 'sqlite3'
import { placePicture } from '@/core/document/edits/fills'
import { moveItems } from '@/core/document/edits/items'
import { addPicture } from '@/core/document/edits/project'
import type { Project } from '@/core/document/types'
import type { OpenedProject, PictureAnswer, PictureUse } from '@/contract/api'
import type { ExportState } from '@/contract/exports'
import { seeded } from '../../demo/paint/random'
import { killServer, killServers, startServer } from './installation'
import { sampleProject, SHEET as SAMPLE_SHEET } from '../helpers/project'

const PORT = 3279
const BASE = `http://127.0.0.1:${PORT}`
const ROUNDS = Number(process.env['KILLS'] ?? 10)

const call = async <T>(path: string, method = 'GET', body?: BodyInit): Promise<T> => {
  const response = await fetch(`${BASE}/api${path}`, { method, ...(body === undefined ? {} : { body }) })
  if (!response.ok) throw new TypeError(`${path}: ${response.status} ${await response.text()}`)
  return (await response.json()) as T
}

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

test.afterEach(killServers)

const start = (data: string): Promise<ChildProcess> => startServer(data, PORT)

/** What the server has acknowledged so far. */
interface Acknowledged {
  project: Project
  revision: number
  /** The step that is under way, as the project would be with it. */
  inFlight: Project | null
  readonly pictures: PictureAnswer[]
  /** Finished exports with their bytes. */
  readonly exports: { readonly id: string; readonly bytes: number }[]
  /** Kills that came while an export was being painted, and while a picture was being replaced. */
  lateExports: number
  replacements: number
  /** An export has begun and is not over. */
  isExporting: boolean
}

/** Saves one step after another until the server is gone. */
const keepSaving = async (held: Acknowledged, round: number): Promise<void> => {
  for (let i = 0; ; i += 1) {
    const { project, forward, inverse } = moveItems.record(held.project, {
      sheetId: SAMPLE_SHEET,
      ids: ['f-1'],
      delta: { x: 1, y: round },
    })
    const step = { id: `s-${round}-${i}`, kind: 'do', name: 'Move frame', forward, inverse }
    held.inFlight = project
    const saved = await call<{ revision: number }>(
      `/projects/${held.project.id}/steps`,
      'POST',
      JSON.stringify({ base: held.revision, steps: [step] }),
    ).catch(() => null)
    if (!saved) return
    held.project = project
    held.revision = saved.revision
  }
}

const keepSending = async (held: Acknowledged, round: number): Promise<void> => {
  for (let i = 0; ; i += 1) {
    const noise = { type: 'gaussian', mean: 90 + round, sigma: 20 } as const
    const create = { width: 500 + round * 7 + i, height: 400, channels: 3, background: '#777', noise } as const
    const data = await sharp({ create }).jpeg().toBuffer()
    const stored = await call<PictureAnswer>(`/pictures?name=k-${round}-${i}.jpg`, 'POST', new Uint8Array(data)).catch(
      () => null,
    )
    if (!stored) return
    held.pictures.push(stored)
  }
}

const EXPORT = { sheetIds: [SAMPLE_SHEET], pattern: '{sheet}', format: 'png', quality: 90, bleed: false } as const

const keepExporting = async (held: Acknowledged): Promise<void> => {
  for (let i = 0; ; i += 1) {
    // Some are large enough to be killed while they are painted or written.
    const body = JSON.stringify({ ...EXPORT, sizing: { by: 'ppi', ppi: i % 2 ? 900 : 200 } })
    const job = await call<{ id: string }>(`/projects/${held.project.id}/exports`, 'POST', body).catch(() => null)
    if (!job) return
    held.isExporting = true
    for (let isOver = false; !isOver;) {
      const state = await call<ExportState>(`/exports/${job.id}`).catch(() => null)
      if (!state) {
        held.lateExports += 1
        return
      }
      isOver = state.state !== 'waiting' && state.state !== 'running'
      held.isExporting = !isOver
      if (state.state === 'done') held.exports.push({ id: job.id, bytes: state.bytes })
      await wait(20)
    }
  }
}

const exported = async (projectId: string): Promise<{ id: string; bytes: number }> => {
  const { id } = await call<{ id: string }>(
    `/projects/${projectId}/exports`,
    'POST',
    JSON.stringify({ ...EXPORT, sizing: { by: 'ppi', ppi: 72 } }),
  )
  for (;;) {
    const state = await call<ExportState>(`/exports/${id}`)
    if (state.state === 'done') return { id, bytes: state.bytes }
    if (state.state === 'failed') throw new TypeError(state.message)
    await wait(30)
  }
}

/** Puts one picture in the place of another in a second project, to and fro. */
const keepReplacing = async (held: Acknowledged, [a, b]: readonly [PictureAnswer, PictureAnswer]): Promise<void> => {
  for (;;) {
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      const done = await call(`/pictures/${from.hash}/replace`, 'POST', JSON.stringify({ by: to.hash })).catch(
        () => null,
      )
      if (!done) return
      held.replacements += 1
    }
  }
}

/** The step in flight when the server died may have been stored or not; either is right, and nothing else. */
const settle = async (held: Acknowledged): Promise<void> => {
  const opened = await call<OpenedProject>(`/projects/${held.project.id}`)
  const isStored = opened.revision === held.revision + 1
  if (!isStored) expect(opened.revision).toBe(held.revision)
  expect(opened.project).toEqual(isStored ? held.inFlight : held.project)
  expect(opened.history.undo.length).toBe(Math.min(opened.revision, 400))
  held.project = opened.project
  held.revision = opened.revision
}

/** A project of its own that shows a picture. */
const showing = async (picture: PictureAnswer): Promise<string> => {
  const ref = { name: picture.name, pixels: { w: picture.width, h: picture.height }, hash: picture.hash, tags: [] }
  const known = addPicture({ ...sampleProject(), name: 'Replaced' }, { pictureId: 'mine', picture: ref })
  const project = placePicture(known, { sheetId: SAMPLE_SHEET, frameId: 'f-1', pictureId: 'mine' })
  return (await call<{ id: string }>('/projects', 'POST', JSON.stringify({ document: project }))).id
}

const send = async (width: number): Promise<PictureAnswer> => {
  const data = await sharp({ create: { width, height: 90, channels: 3, background: '#a63' } })
    .png()
    .toBuffer()
  return call<PictureAnswer>(`/pictures?name=r-${width}.png`, 'POST', new Uint8Array(data))
}

const integrityOf = (file: string): Promise<unknown> =>
  new Promise((resolve, reject) => {
    const database = new sqlite3.Database(file, sqlite3.OPEN_READONLY, (error) => {
      if (error) return reject(error)
      database.get('PRAGMA integrity_check', (fault, row) => (fault ? reject(fault) : resolve(row)))
    })
  })

test('killed again and again, it has all that it acknowledged, leaves nothing behind, and starts again', async () => {
  test.setTimeout(1_800_000)
  const seed = Number(process.env['TEST_SEED'] ?? Date.now() % 1e9)
  console.log(`seed ${seed}, ${ROUNDS} kills`)
  const random = seeded(seed)
  const data = test.info().outputPath('data')
  mkdirSync(data, { recursive: true })
  let server = await start(data)
  const { id } = await call<{ id: string }>('/projects', 'POST', JSON.stringify({ document: sampleProject() }))
  const pair = [await send(120), await send(130)] as const
  const replaced = await showing(pair[0])
  const held: Acknowledged = {
    project: (await call<OpenedProject>(`/projects/${id}`)).project,
    revision: 0,
    inFlight: null,
    pictures: [],
    exports: [],
    lateExports: 0,
    replacements: 0,
    isExporting: false,
  }
  // One export to its end, so that there is one to be fetched after all the kills.
  held.exports.push(await exported(id))
  for (let round = 0; round < ROUNDS; round += 1) {
    const work = [keepSaving(held, round), keepSending(held, round), keepExporting(held), keepReplacing(held, pair)]
    // From the first acknowledged save on, so that a slow machine is not always killed before it began.
    const before = held.revision
    while (held.revision === before) await wait(10)
    await wait(random() * 900)
    // Every third kill comes while an export is under way, however slow the machine.
    if (round % 3 === 2) for (let i = 0; i < 400 && !held.isExporting; i += 1) await wait(20)
    await killServer(server)
    await Promise.all(work)
    held.isExporting = false
    server = await start(data)
    await settle(held)
    expect(readdirSync(path.join(data, 'tmp'))).toEqual([])
  }
  const { pictures, exports, lateExports, replacements } = held
  console.log(
    `${held.revision} steps, ${pictures.length} pictures, ${exports.length} exports, ${replacements} replacements acknowledged; ${lateExports} exports killed under way`,
  )
  expect(held.revision).toBeGreaterThan(ROUNDS)
  expect(lateExports).toBeGreaterThan(0)
  const listed = await call<readonly PictureAnswer[]>('/pictures')
  for (const { hash, width, height } of pictures)
    expect(listed.find((p) => p.hash === hash)).toMatchObject({ width, height })
  // Whatever is listed is whole, level by level.
  for (const { hash, levels, width } of listed)
    for (let level = 0; level < levels; level += 1) {
      const bytes = Buffer.from(await (await fetch(`${BASE}/api/pictures/${hash}/levels/${level}`)).arrayBuffer())
      const { info } = await sharp(bytes, { failOn: 'truncated' }).raw().toBuffer({ resolveWithObject: true })
      expect(info.width).toBe(Math.round(width / 2 ** level))
    }
  // One of the two is shown, once, whichever replacement was the last.
  const uses = await Promise.all(pair.map(({ hash }) => call<readonly PictureUse[]>(`/pictures/${hash}/uses`)))
  expect(uses.flat().map(({ projectId, count }) => [projectId, count])).toEqual([[replaced, 1]])
  // The newest exports can still be fetched, whole; there is nothing else in their folder.
  expect(exports.length).toBeGreaterThan(0)
  for (const { id: job, bytes } of exports.slice(-3)) {
    const file = Buffer.from(await (await fetch(`${BASE}/api/exports/${job}/file`)).arrayBuffer())
    expect(file.length).toBe(bytes)
    await sharp(file, { failOn: 'truncated' }).raw().toBuffer()
  }
  const known = new Set(exports.map((one) => one.id))
  await killServer(server)
  server = await start(data)
  await call('/projects')
  // One that was done when the server died, before it could say so, is kept and given as well.
  for (const name of readdirSync(path.join(data, 'exports')).filter((one) => !known.has(one)))
    expect({ name, state: (await call<ExportState>(`/exports/${name}`)).state }).toEqual({ name, state: 'done' })
  const folders = readdirSync(path.join(data, 'pictures')).flatMap((part) =>
    readdirSync(path.join(data, 'pictures', part)),
  )
  expect(folders.sort()).toEqual(listed.map(({ hash }) => hash).sort())
  await killServer(server)
  expect(await integrityOf(path.join(data, 'stencil.db'))).toEqual({ integrity_check: 'ok' })
})
