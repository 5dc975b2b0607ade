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

interface SavingFigures {
  readonly opened: number
  readonly saved: number
  readonly most: number
}

const savingFigures = async (count: number): Promise<SavingFigures> => {
  let { project } = await createProject(framed(count))
  const { id } = project
  await closeDatabase()
  ;(globalThis as { eagerStencilProjects?: Map<string, unknown> }).eagerStencilProjects?.clear()
  const opening = performance.now()
  await openProject(id)
  const opened = performance.now() - opening
  const delay = monitorEventLoopDelay({ resolution: TURN })
  const times: number[] = []
  delay.enable()
  for (let i = 0; i < STEPS; i += 1) {
    const recorded = moveItems.record(project, { sheetId: 's', ids: [`f-${i % count}`], delta: { x: 1, y: 0 } })
    project = recorded.project
    const { forward, inverse } = recorded
    await new Promise((resolve) => setTimeout(resolve, 5))
    const started = performance.now()
    await appendSteps(id, i, [{ id: `step-${i}`, kind: 'do', name: 'Move', forward, inverse }])
    times.push(performance.now() - started)
  }
  await snapshotsWritten()
  delay.disable()
  return { opened, saved: median(times), most: delay.max / 1e6 }
}

/** Opening and saving at several sizes: what grows with what. */
export const measureSaving = async (): Promise<readonly string[]> => {
  const folder = await mkdtemp(path.join(tmpdir(), 'stencil-saving-'))
  process.env['EAGER_STENCIL_DATA'] = folder
  const rows: string[] = []
  try {
    for (const count of [10, 100, 1000, 2000]) {
      const { opened, saved, most } = await savingFigures(count)
      rows.push(
        `saving ${STEPS} steps of ${count} frames, four snapshots among them | a step ${saved.toFixed(1)} ms (median), the event loop held for ${most.toFixed(1)} ms at most (aim 10 ms) | opened in ${opened.toFixed(0)} ms`,
      )
    }
  } finally {
    await snapshotsWritten()
    await closeDatabase()
    await rm(folder, { recursive: true, force: true })
  }
  return rows
}
