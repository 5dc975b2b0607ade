/** Projects of an older format with steps that were saved after their snapshot. */
import { describe, expect, it } from '@jest/globals'
import { renameProject } from '@/core/document/edits/project'
import type { LoggedStep, Patch } from '@/core/document/history'
import { FORMAT, type Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { newLayer } from '@/core/finish/layers'
import { ProjectRow, SnapshotRow, StepRow } from '@/server/db/models'
import { appendSteps, createProject, historyOf, openProject, openProjectAt } from '@/server/projects/store'
import { startAnew, useDataFolder } from '@tests/helpers/dataFolder'
import { sampleProject, SHEET } from '@tests/helpers/project'

useDataFolder()

const EDGE = newLayer('stroke', 'edge', 8)
const OWN = ['sheets', SHEET, 'items', 'f-1', 'finish'] as const

/** A project whose snapshot is of format 12, in which a frame kept a whole layer where it differed from its finish. */
const ofFormat12 = async (id: string): Promise<Project> => {
  const project = await createProject({ ...sampleProject(), id })
  const before = JSON.parse(JSON.stringify(project.project)) as Project
  const finishes = { card: { id: 'card', name: 'Card', category: '', layers: [EDGE] } }
  Object.assign(before, { format: 12, finishes })
  const frame = before.sheets[SHEET]?.items['f-1'] ?? {}
  Object.assign(frame, { finish: { finishId: 'card', layers: [{ ...EDGE, width: 3 }] } })
  await SnapshotRow.update({ document: JSON.stringify(before) }, { where: { projectId: id } })
  await startAnew()
  return project.project
}

/** Stores steps as a program of format 12 did: on the document as it was then. */
const store = async (id: string, steps: readonly (readonly Patch[])[]): Promise<void> => {
  await openProject(id)
  for (const [i, forward] of steps.entries())
    await StepRow.create({
      projectId: id,
      revision: i + 1,
      stepId: `old-${i}`,
      kind: 'do',
      of: null,
      name: 'Change',
      forward: JSON.stringify(forward),
      inverse: '[]',
      madeAt: new Date(),
    })
  await ProjectRow.update({ revision: steps.length }, { where: { id } })
  await startAnew()
}

const finishOf = (project: Project) => project.sheets[SHEET]?.items['f-1']?.finish

const WIDER: readonly Patch[] = [{ op: 'replace', path: [...OWN, 'layers', 0, 'width'], value: 5 }]
const NAMED: readonly Patch[] = [{ op: 'replace', path: ['name'], value: 'Renamed then' }]

const rename = (project: Project, id: string): LoggedStep => {
  const { forward, inverse } = renameProject.record(project, { name: 'Renamed now' })
  return { id, kind: 'do', name: 'Rename', forward, inverse }
}

describe('steps that were saved on an older format', () => {
  it('are made on it before it is renewed: none is lost', async () => {
    await ofFormat12('r-1')
    await store('r-1', [WIDER, NAMED])
    const opened = await openProject('r-1')
    expect(opened.mended).toBeUndefined()
    expect(opened.project).toMatchObject({ format: FORMAT, name: 'Renamed then' })
    expect(finishOf(opened.project)).toEqual({ finishId: 'card', changes: [{ id: 'edge', width: 5 }] })
    expect(projectFaults(opened.project)).toEqual([])
    expect(finishOf(await openProjectAt('r-1', 0))?.changes).toEqual([{ id: 'edge', width: 3 }])
  })
  it('are no more to take back; what is done from then on stands on the renewed one and is', async () => {
    await ofFormat12('r-2')
    await store('r-2', [WIDER])
    expect((await historyOf('r-2')).undo).toEqual([])
    const { project } = await openProject('r-2')
    await appendSteps('r-2', 1, [rename(project, 'now')])
    await startAnew()
    const again = await openProject('r-2')
    expect(again.project).toEqual({ ...project, name: 'Renamed now' })
    expect((await historyOf('r-2')).undo.map((step) => step.id)).toEqual(['now'])
    const snapshot = await SnapshotRow.findOne({ where: { projectId: 'r-2', revision: 1 } })
    expect(JSON.parse(snapshot?.document ?? '{}')).toMatchObject({ format: FORMAT })
    expect(finishOf(await openProjectAt('r-2', 0))?.changes).toEqual([{ id: 'edge', width: 3 }])
  })
  it('that were made on the renewed document after the older snapshot are read as well', async () => {
    await ofFormat12('r-3')
    await store('r-3', [[{ op: 'replace', path: [...OWN, 'changes', 0, 'width'], value: 7 }]])
    const opened = await openProject('r-3')
    expect(opened.mended).toBeUndefined()
    expect(finishOf(opened.project)?.changes).toEqual([{ id: 'edge', width: 7 }])
  })
  it('that fit neither are left out alone', async () => {
    await ofFormat12('r-4')
    await store('r-4', [WIDER, [{ op: 'replace', path: [...OWN, 'layers', 4, 'width'], value: 5 }], NAMED])
    const opened = await openProject('r-4')
    expect(opened.mended).toEqual({ leftOut: 1 })
    expect(opened.project.name).toBe('Renamed then')
    expect(finishOf(opened.project)?.changes).toEqual([{ id: 'edge', width: 5 }])
  })
})
