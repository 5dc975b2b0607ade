/** Saving a step: how long the server does nothing else meanwhile, in projects of ten to two thousand frames. */
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { addFrame } from '@/core/document/edits/frames'
import { moveItems } from '@/core/document/edits/items'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import { closeDatabase } from '@/server/db/open'
import { snapshotsWritten } from '@/server/projects/snapshots'
import { appendSteps, createProject, openProject } from '@/server/projects/store'
import { median } from './numbers'

/** Four snapshots are written among them. */
const STEPS = 200

const framed = (count: number): Project => {
  const sheet = newSheet('s', 'Sheet', { unit: 'pt', size: { w: 2000, h: 2000 }, ppi: 72, bleed: 0 })
  let project = newProject(`frames-${count}`, 'Frames', sheet)
  for (let n = 0; n < count; n += 1) {
    const box = { cx: 20 + 40 * (n % 50), cy: 20 + 40 * Math.floor(n / 50), w: 36, h: 36 }
    project = addFrame(project, { sheetId: 's', frame: newFrame(`f-${n}`, { kind: 'ellipse' }, box) })
  }
  return project
}

/** The loop's own turn takes so long when nothing is to be done, in milliseconds. */
const TURN = 1

/** How long a turn of the event loop took, in milliseconds. */
interface Delay {
  readonly most: number
  /** 99 of 100 were shorter. */
  readonly usual: number
}

interface SavingFigures {
  readonly opened: number
  readonly saved: number
  readonly delay: Delay
  /** While nothing is saved, for as long. */
  readonly idle: Delay
}

const delayDuring = async (work: () => Promise<void>): Promise<Delay> => {
  const delay = monitorEventLoopDelay({ resolution: TURN })
  delay.enable()
  await work()
  delay.disable()
  return { most: delay.max / 1e6, usual: delay.percentile(99) / 1e6 }
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

const savingFigures = async (count: number): Promise<SavingFigures> => {
  let { project } = await createProject(framed(count))
  const { id } = project
  await closeDatabase()
  ;(globalThis as { eagerStencilProjects?: Map<string, unknown> }).eagerStencilProjects?.clear()
  const opening = performance.now()
  await openProject(id)
  const opened = performance.now() - opening
  const times: number[] = []
  const delay = await delayDuring(async () => {
    for (let i = 0; i < STEPS; i += 1) {
      const recorded = moveItems.record(project, { sheetId: 's', ids: [`f-${i % count}`], delta: { x: 1, y: 0 } })
      project = recorded.project
      const { forward, inverse } = recorded
      await pause(5)
      const started = performance.now()
      await appendSteps(id, i, [{ id: `step-${i}`, kind: 'do', name: 'Move', forward, inverse }])
      times.push(performance.now() - started)
    }
    await snapshotsWritten()
  })
  const idle = await delayDuring(async () => {
    for (let i = 0; i < STEPS; i += 1) await pause(5 + median(times))
  })
  return { opened, saved: median(times), delay, idle }
}

/** Opening and saving at several sizes: what grows with what. */
export const measureSaving = async (): Promise<readonly string[]> => {
  const folder = await mkdtemp(path.join(tmpdir(), 'stencil-saving-'))
  process.env['EAGER_STENCIL_DATA'] = folder
  const rows: string[] = []
  try {
    for (const count of [10, 100, 1000, 2000]) {
      const { opened, saved, delay, idle } = await savingFigures(count)
      rows.push(
        `saving ${STEPS} steps of ${count} frames, four snapshots among them | a step ${saved.toFixed(1)} ms (median), the event loop held for ${delay.most.toFixed(1)} ms at most (99%: ${delay.usual.toFixed(1)}; aim 10 ms), with nothing to do ${idle.most.toFixed(1)} (${idle.usual.toFixed(1)}) | opened in ${opened.toFixed(0)} ms`,
      )
    }
  } finally {
    await snapshotsWritten()
    await closeDatabase()
    await rm(folder, { recursive: true, force: true })
  }
  return rows
}
