/**
 * The server is killed at random moments of saves, uploads and exports, thirty times over one data folder:
 * every acknowledged step and picture must be there afterwards, nothing half-written may be served.
 */
import { expect, test } from '@playwright/test'
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdirSync, readdirSync } from 'node:fs'
import sharp from 'sharp'
import { moveItems } from '@/core/document/edits/items'
import type { Project } from '@/core/document/types'
import type { OpenedProject, PictureAnswer } from '@/contract/api'
import { seeded } from '../../demo/paint/random'
import { sampleProject, SHEET as SAMPLE_SHEET } from '../helpers/project'

const PORT = 3272
const BASE = `http://127.0.0.1:${PORT}`
const ROUNDS = 30

const call = async <T>(path: string, method = 'GET', body?: BodyInit): Promise<T> => {
  const response = await fetch(`${BASE}/api${path}`, { method, ...(body === undefined ? {} : { body }) })
  if (!response.ok) throw new TypeError(`${path}: ${response.status} ${await response.text()}`)
  return (await response.json()) as T
}

const start = async (data: string): Promise<ChildProcess> => {
  const server = spawn(
    'node',
    ['node_modules/next/dist/bin/next', 'start', '--hostname', '127.0.0.1', '--port', String(PORT)],
    {
      env: { ...process.env, EAGER_STENCIL_DATA: data, NEXT_TELEMETRY_DISABLED: '1' },
      stdio: 'ignore',
      detached: true,
    },
  )
  for (let i = 0; i < 1200; i += 1) {
    const isUp = await call('/projects').then(
      () => true,
      () => false,
    )
    if (isUp) return server
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  throw new TypeError('the server did not start')
}

const kill = async (server: ChildProcess): Promise<void> => {
  const gone = new Promise((resolve) => server.once('exit', resolve))
  if (server.pid) process.kill(-server.pid, 'SIGKILL')
  await gone
}

/** What the server has acknowledged so far. */
interface Acknowledged {
  project: Project
  revision: number
  readonly pictures: PictureAnswer[]
}

/** Saves one step after another until the server is gone. */
const keepSaving = async (held: Acknowledged, round: number): Promise<void> => {
  for (let i = 0; ; i += 1) {
    const recorded = moveItems.record(held.project, {
      sheetId: SAMPLE_SHEET,
      ids: ['f-1'],
      delta: { x: 1, y: round },
    })
    const step = {
      id: `s-${round}-${i}`,
      kind: 'do',
      name: 'Move frame',
      forward: recorded.forward,
      inverse: recorded.inverse,
    }
    const saved = await call<{ revision: number }>(
      `/projects/${held.project.id}/steps`,
      'POST',
      JSON.stringify({ base: held.revision, steps: [step] }),
    ).catch(() => null)
    if (!saved) return
    held.project = recorded.project
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

const keepExporting = async (held: Acknowledged): Promise<void> => {
  for (;;) {
    const body = JSON.stringify({
      sheetIds: [SAMPLE_SHEET],
      pattern: '{sheet}',
      format: 'png',
      ppi: 200,
      quality: 90,
      bleed: false,
    })
    const job = await call<{ id: string }>(`/projects/${held.project.id}/exports`, 'POST', body).catch(() => null)
    if (!job) return
    await new Promise((resolve) => setTimeout(resolve, 700))
  }
}

/** The step in flight when the server died may have been stored or not; either is right. */
const settle = async (held: Acknowledged): Promise<void> => {
  const opened = await call<OpenedProject>(`/projects/${held.project.id}`)
  expect([held.revision, held.revision + 1]).toContain(opened.revision)
  if (opened.revision === held.revision) expect(opened.project).toEqual(held.project)
  expect(opened.history.undo.length).toBe(Math.min(opened.revision, 400))
  held.project = opened.project
  held.revision = opened.revision
}

test('killed thirty times, it has every acknowledged step and picture, and starts again', async () => {
  test.setTimeout(1_800_000)
  const seed = Number(process.env['TEST_SEED'] ?? Date.now() % 1e9)
  console.log(`seed ${seed}`)
  const random = seeded(seed)
  const data = test.info().outputPath('data')
  mkdirSync(data, { recursive: true })
  let server = await start(data)
  const { id } = await call<{ id: string }>('/projects', 'POST', JSON.stringify({ document: sampleProject() }))
  const held: Acknowledged = {
    project: (await call<OpenedProject>(`/projects/${id}`)).project,
    revision: 0,
    pictures: [],
  }
  for (let round = 0; round < ROUNDS; round += 1) {
    const work = [keepSaving(held, round), keepSending(held, round), keepExporting(held)]
    // From the first acknowledged save on, so that a slow machine is not always killed before it began.
    const before = held.revision
    while (held.revision === before) await new Promise((resolve) => setTimeout(resolve, 10))
    await new Promise((resolve) => setTimeout(resolve, random() * 500))
    await kill(server)
    await Promise.all(work)
    server = await start(data)
    await settle(held)
  }
  console.log(`${held.revision} steps and ${held.pictures.length} pictures acknowledged over ${ROUNDS} kills`)
  expect(held.revision).toBeGreaterThan(ROUNDS)
  const listed = await call<readonly PictureAnswer[]>('/pictures')
  for (const { hash, width, height } of held.pictures)
    expect(listed.find((p) => p.hash === hash)).toMatchObject({ width, height })
  // Whatever is listed is whole, level by level.
  for (const { hash, levels, width } of listed)
    for (let level = 0; level < levels; level += 1) {
      const bytes = Buffer.from(await (await fetch(`${BASE}/api/pictures/${hash}/levels/${level}`)).arrayBuffer())
      const { info } = await sharp(bytes, { failOn: 'truncated' }).raw().toBuffer({ resolveWithObject: true })
      expect(info.width).toBe(Math.round(width / 2 ** level))
    }
  // An export either has its whole file or none under its name.
  const files = readdirSync(`${data}/exports`, { withFileTypes: true }).filter(
    (entry) => entry.isFile() && !entry.name.endsWith('.part'),
  )
  for (const { name } of files) await sharp(`${data}/exports/${name}`, { failOn: 'truncated' }).raw().toBuffer()
  await kill(server)
})
