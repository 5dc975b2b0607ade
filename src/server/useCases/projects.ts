import { randomUUID } from 'node:crypto'
import type { LoggedStep } from '@/core/document/history'
import { renameProject as renameEdit } from '@/core/document/edits/project'
import { newProject, newSheet, type NewSheet } from '@/core/document/create'
import type { OpenedProject, ProjectAt, ProjectSummary, SavedSteps } from '@/contract/api'
import {
  appendSteps,
  createProject,
  editProject,
  listProjects,
  openProject,
  openProjectAt,
  openWhole,
  setRemoved,
} from '@/server/projects/store'

const newId = (): string => `p-${randomUUID()}`

/** Projects for the projects page, the last changed first. */
export const projectSummaries = async (): Promise<readonly ProjectSummary[]> =>
  (await listProjects()).map((row) => ({
    id: row.id,
    name: row.name,
    revision: row.revision,
    sheetCount: row.sheetCount,
    width: row.width,
    height: row.height,
    changedAt: row.changedAt.toISOString(),
    removed: row.removedAt !== null,
  }))

export const startProject = async (name: string, sheet: NewSheet): Promise<string> => {
  const made = newProject(newId(), name, newSheet('sheet-1', 'Sheet 1', sheet))
  return (await createProject(made)).project.id
}

/** Stores a document as a new project of its own id. */
export const adoptProject = async (document: object, name?: string): Promise<string> => {
  const copy = { ...document, id: newId(), ...(name === undefined ? {} : { name }) }
  return (await createProject(copy)).project.id
}

export const duplicateProject = async (id: string): Promise<string> => {
  const { project } = await openProject(id)
  return adoptProject(project, `${project.name.slice(0, 190)} copy`)
}

export const openWithHistory = async (id: string): Promise<OpenedProject> => {
  const { held, history } = await openWhole(id)
  const { project, revision, mended } = held
  return { project, revision, history, ...(mended ? { mended } : {}) }
}

/** The document as it was at a revision: what steps that could not be sent were made on. */
export const documentAt = async (id: string, revision: number): Promise<ProjectAt> => ({
  project: await openProjectAt(id, revision),
})

export const saveSteps = async (id: string, base: number, steps: readonly LoggedStep[]): Promise<SavedSteps> => ({
  revision: (await appendSteps(id, base, steps)).revision,
})

/** Renames as an ordinary step, so that it can be taken back on the bench. */
export const renameProject = async (id: string, name: string): Promise<void> => {
  await editProject(id, {
    stepId: `s-${randomUUID()}`,
    name: 'Rename project',
    edit: (project) => renameEdit.record(project, { name }),
  })
}

export const removeProject = (id: string): Promise<void> => setRemoved(id, true)
export const restoreProject = (id: string): Promise<void> => setRemoved(id, false)
