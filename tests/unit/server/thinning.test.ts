/** Projects with a long past: what nothing can go back to is let go of, and all else stays as it was. */
import { describe, expect, it } from '@jest/globals'
import { undoOf, type LoggedStep, type Step } from '@/core/document/history'
import { moveItems } from '@/core/document/edits/items'
import type { Project } from '@/core/document/types'
import { SnapshotRow, StepRow } from '@/server/db/models'
import { LIMITS } from '@/server/limits'
import { snapshotsWritten } from '@/server/projects/snapshots'
import { appendSteps, createProject, historyOf, openProject, openProjectAt } from '@/server/projects/store'
import { startAnew, useDataFolder } from '@tests/helpers/dataFolder'
import { sampleProject, SHEET } from '@tests/helpers/project'

useDataFolder()

/** Saves so many moves of a frame by a point each, a hundred at a time. */
const withMoves = async (id: string, count: number): Promise<Project> => {
  let { project } = await createProject({ ...sampleProject(), id })
  for (let from = 0; from < count; from += 100) {
    const steps: LoggedStep[] = []
    for (let i = from; i < Math.min(count, from + 100); i += 1) {
      const recorded = moveItems.record(project, { sheetId: SHEET, ids: ['f-1'], delta: { x: 1, y: 0 } })
      project = recorded.project
      steps.push({ id: `${id}-${i}`, kind: 'do', name: 'Move', forward: recorded.forward, inverse: recorded.inverse })
    }
    await appendSteps(id, from, steps)
    await snapshotsWritten()
  }
  return project
}

const frameX = (project: Project): number => {
  const item = project.sheets[SHEET]?.items['f-1']
  return item?.kind === 'frame' ? item.box.cx : NaN
}

const takenBack = async (id: string, revision: number, steps: readonly Step[]): Promise<void> => {
  const undone = steps.toReversed().map((step, i) => undoOf(step, `${id}-u-${revision + i}`))
  await appendSteps(id, revision, undone)
}

describe('a project with a long past', () => {
  it('keeps what can be taken back, and opens as it was; its steps do not grow with its age', async () => {
    const begun = frameX(sampleProject())
    const last = await withMoves('t-long', 1600)
    await startAnew()
    const { project, revision } = await openProject('t-long')
    expect(revision).toBe(1600)
    expect(project).toEqual(last)
    const kept = await StepRow.count({ where: { projectId: 't-long' } })
    expect(kept).toBeGreaterThanOrEqual(LIMITS.historySteps)
    expect(kept).toBeLessThan(LIMITS.historySteps + LIMITS.stepsBeyondHistory + 3 * LIMITS.snapshotEvery + 100)
    const history = await historyOf('t-long')
    expect(history.undo).toHaveLength(LIMITS.historySteps)
    // All of it is taken back, and the frame is where it was 400 steps ago.
    await takenBack('t-long', 1600, history.undo)
    await startAnew()
    expect(frameX((await openProject('t-long')).project)).toBe(begun + 1200)
    const after = await historyOf('t-long')
    expect(after.redo).toHaveLength(LIMITS.historySteps)
    expect(after.redo.at(-1)?.id).toBe('t-long-1200')
  }, 120_000)
  it('says that it has gone on too far to be seen as it was before that', async () => {
    await withMoves('t-past', 1300)
    expect(frameX(await openProjectAt('t-past', 1240))).toBe(frameX(sampleProject()) + 1240)
    await expect(openProjectAt('t-past', 10)).rejects.toThrow(/has gone too far on.*Reload the page/)
  }, 120_000)
  it('is mended from an older snapshot when the newest can’t be read', async () => {
    const last = await withMoves('t-harm', 1300)
    await startAnew()
    await openProject('t-harm')
    const rows = await SnapshotRow.findAll({ where: { projectId: 't-harm' }, order: [['revision', 'DESC']] })
    expect(rows.length).toBeGreaterThanOrEqual(LIMITS.snapshotsKept)
    for (const row of rows.slice(0, LIMITS.snapshotsKept - 1)) await row.update({ document: '{"broken' })
    await startAnew()
    const held = await openProject('t-harm')
    expect(held.project).toEqual(last)
    expect(held.mended).toEqual({ leftOut: 0 })
  }, 120_000)
  it('keeps steps that were taken back long ago as long as they can be made again', async () => {
    await withMoves('t-redo', 100)
    const { undo } = await historyOf('t-redo')
    await takenBack('t-redo', 100, undo.slice(-50))
    // Going back and forth over one step for long: the others stay next to be made again.
    let revision = 150
    const step = undo[49]
    if (!step) throw new TypeError('no step')
    for (let round = 0; round < 10; round += 1) {
      const steps = Array.from({ length: 50 }, (_, i): LoggedStep[] => [
        undoOf(step, `t-redo-b-${round}-${i}`),
        { ...step, id: `t-redo-f-${round}-${i}`, kind: 'redo', of: step.id },
      ]).flat()
      await appendSteps('t-redo', revision, steps)
      revision += steps.length
      await snapshotsWritten()
    }
    await startAnew()
    const history = await historyOf('t-redo')
    expect(history.undo).toHaveLength(50)
    expect(history.redo).toHaveLength(50)
    expect(history.redo.at(-1)?.id).toBe('t-redo-50')
  }, 120_000)
})
