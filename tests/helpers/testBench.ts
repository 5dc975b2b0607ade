import type { Bench } from '@/client/store/bench'
import { createBench } from '@/client/store/benchStore'
import type { Project } from '@/core/document/types'
import { sampleProject } from '@tests/helpers/project'

const keeper = { keep: () => Promise.resolve(), forget: () => Promise.resolve() }

/** The bench of a project without a page or a server. */
export const testBench = (project: Project = sampleProject()): Bench =>
  createBench({ project, revision: 0, history: { undo: [], redo: [] } }, { keeper })
