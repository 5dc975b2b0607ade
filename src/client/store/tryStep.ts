import { isFailure } from '@/core/failure'
import type { Recorded } from '@/core/document/edit'
import type { Project } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'

/** Makes one named step, or says why it is refused. Was the project changed? */
export const tryStep = (bench: Bench, name: string, change: (project: Project) => Recorded): boolean => {
  bench.endBurst()
  const { project } = bench.get()
  try {
    const recorded = change(project)
    bench.commit(name, () => recorded)
  } catch (error) {
    if (!isFailure(error)) throw error
    say(bench, error.message)
  }
  return bench.get().project !== project
}
