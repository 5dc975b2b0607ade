import { afterAll } from '@jest/globals'
import type { Bench } from '@/client/store/bench'
import { createBench } from '@/client/store/benchStore'
import type { Project } from '@/core/document/types'
import { sampleProject } from '@tests/helpers/project'

const keeper = { keep: () => Promise.resolve(), forget: () => Promise.resolve() }

const benches: Bench[] = []
// What waits to send its steps again would keep the tests from ending.
afterAll(() => {
  for (const bench of benches.splice(0)) bench.close()
})

/** The bench of a project without a page or a server, stopped when the tests of its file have ended. */
export const testBench = (project: Project = sampleProject()): Bench => {
  const bench = createBench({ project, revision: 0, history: { undo: [], redo: [] } }, { keeper })
  benches.push(bench)
  return bench
}
