import { describe, expect, it } from '@jest/globals'
import { moveItems } from '@/core/document/edits/items'
import { patched, undoOf, type LoggedStep } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import { isFailure } from '@/core/failure'
import { SnapshotRow } from '@/server/db/models'
import { snapshotsWritten } from '@/server/projects/snapshots'
import { appendSteps, createProject, historyOf, openProject, setRemoved } from '@/server/projects/store'
import { duplicateProject, projectSummaries, renameProject, startProject } from '@/server/useCases/projects'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { sampleProject, SHEET } from '@tests/helpers/project'

useDataFolder()
let made = 0
const fresh = async (): Promise<Project> => {
  made += 1
  return (await createProject({ ...sampleProject(), id: `p-${made}` })).project
}
const step = (project: Project, id: string, x = 1): { entry: LoggedStep; project: Project } => {
  const recorded = moveItems.record(project, { sheetId: SHEET, ids: ['f-1'], delta: { x, y: 0 } })
  return {
    entry: { id, kind: 'do', name: 'Move frame', forward: recorded.forward, inverse: recorded.inverse },
    project: recorded.project,
  }
}

describe('saved steps', () => {
  it('are there when the project is opened again, with their history', async () => {
    const project = await fresh()
    const one = step(project, 's-1')
    const two = step(one.project, 's-2', 5)
    await appendSteps(project.id, 0, [one.entry, two.entry])
    const undo = undoOf({ ...two.entry }, 's-3')
    await appendSteps(project.id, 2, [undo])
    const opened = await openProject(project.id)
    expect(opened).toMatchObject({ project: one.project, revision: 3 })
    const history = await historyOf(project.id)
    expect(history.undo.map((s) => s.id)).toEqual(['s-1'])
    expect(history.redo.map((s) => s.id)).toEqual(['s-2'])
    const [again] = history.redo
    expect(patched(opened.project, again?.forward ?? [])).toEqual(two.project)
  })

  it('on an older revision are refused, and nothing is overwritten', async () => {
    const project = await fresh()
    const mine = step(project, 's-mine')
    const theirs = step(project, 's-theirs', 9)
    await appendSteps(project.id, 0, [theirs.entry])
    const refused = await appendSteps(project.id, 0, [mine.entry]).catch((error: unknown) => error)
    expect(isFailure(refused) && refused.code).toBe('conflict')
    expect(isFailure(refused) && refused.facts['revision']).toBe(1)
    expect((await openProject(project.id)).project).toEqual(theirs.project)
  })

  it('sent twice are stored once', async () => {
    const project = await fresh()
    const one = step(project, 's-1')
    const two = step(one.project, 's-2')
    await appendSteps(project.id, 0, [one.entry])
    expect((await appendSteps(project.id, 0, [one.entry, two.entry])).revision).toBe(2)
    expect((await appendSteps(project.id, 0, [one.entry, two.entry])).revision).toBe(2)
    expect((await openProject(project.id)).project).toEqual(two.project)
  })

  it('that would break the document are refused whole', async () => {
    const project = await fresh()
    const good = step(project, 's-good')
    const bad: LoggedStep = {
      id: 's-bad',
      kind: 'do',
      name: 'Bad',
      forward: [{ op: 'replace', path: ['sheets', SHEET, 'ppi'], value: 0 }],
      inverse: [],
    }
    await expect(appendSteps(project.id, 0, [good.entry, bad])).rejects.toThrow(/ppi must be at least/)
    expect((await openProject(project.id)).revision).toBe(0)
    const stray: LoggedStep = { ...bad, forward: [{ op: 'replace', path: ['id'], value: 'p-other' }] }
    await expect(appendSteps(project.id, 0, [stray])).rejects.toThrow(/id of a project/)
    const proto: LoggedStep = { ...bad, forward: [{ op: 'add', path: ['sheets', SHEET, '__proto__', 'x'], value: 1 }] }
    await expect(appendSteps(project.id, 0, [proto])).rejects.toThrow()
  })

  it('many at once from many sides are all kept, in order', async () => {
    const projects = await Promise.all(Array.from({ length: 8 }, fresh))
    await Promise.all(
      projects.map(async (project) => {
        let current = project
        for (let i = 0; i < 12; i += 1) {
          const next = step(current, `s-${i}`, i + 1)
          await appendSteps(project.id, i, [next.entry])
          current = next.project
        }
        expect((await openProject(project.id)).project).toEqual(current)
      }),
    )
  })

  it('leave a snapshot now and then', async () => {
    let current = await fresh()
    const { id } = current
    const entries = Array.from({ length: 120 }, (_, i) => {
      const next = step(current, `s-${i}`)
      current = next.project
      return next.entry
    })
    for (let i = 0; i < 120; i += 30) await appendSteps(id, i, entries.slice(i, i + 30))
    await snapshotsWritten()
    expect(await SnapshotRow.count({ where: { projectId: id } })).toBe(3)
    expect((await openProject(id)).project).toEqual(current)
  })
})

describe('projects', () => {
  it('are started, renamed as a step, duplicated, deleted and brought back', async () => {
    const id = await startProject('Kite day', { unit: 'mm', size: { w: 400, h: 300 }, ppi: 300, bleed: 9 })
    await renameProject(id, 'Kite week')
    expect((await historyOf(id)).undo.map((s) => s.name)).toEqual(['Rename project'])
    const copy = await duplicateProject(id)
    expect((await openProject(copy)).project).toMatchObject({ name: 'Kite week copy', id: copy })
    await setRemoved(id, true)
    await expect(openProject(id)).rejects.toThrow(/no such project/)
    expect((await projectSummaries()).find((p) => p.id === id)?.removed).toBe(true)
    await setRemoved(id, false)
    expect((await openProject(id)).project.name).toBe('Kite week')
  })
  it('of impossible sizes are refused', async () => {
    await expect(startProject('Nothing', { unit: 'mm', size: { w: 0, h: 300 }, ppi: 300, bleed: 0 })).rejects.toThrow(
      /size.w/,
    )
    await expect(startProject('Vast', { unit: 'mm', size: { w: 28346, h: 300 }, ppi: 300, bleed: 0 })).rejects.toThrow(
      /at most 14400/,
    )
  })
  it('that are not there cannot be opened, deleted or saved', async () => {
    await expect(openProject('p-none')).rejects.toThrow(/no such project/)
    await expect(setRemoved('p-none', true)).rejects.toThrow(/no such project/)
    await expect(appendSteps('p-none', 0, [])).rejects.toThrow(/no such project/)
  })
})
