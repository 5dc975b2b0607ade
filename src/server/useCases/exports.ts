import type { ExportRequest } from '@/contract/exports'
import { faceFileOf } from '@/server/faces/catalogue'
import { originalFile } from '@/server/pictures/catalogue'
import { openProject } from '@/server/projects/store'
import { startJob } from '@/server/work/jobs'
import { work } from '@/server/work/work'

/** The typeface on tiles of empty frames. */
const WORDS_FACE = 'archivo-black'

/** Queues an export of sheets as they are now. Refuses what would be too large before anything starts. */
export const startExport = async (projectId: string, request: ExportRequest, signal?: AbortSignal): Promise<string> => {
  const { project } = await openProject(projectId)
  const plan = await work('plan', { project, request }, { signal })
  const files: Record<string, string> = {}
  for (const hash of plan.hashes) files[hash] = await originalFile(hash)
  const isWorded = request.placeholders === true || request.pdf?.marks.includes('slug') === true
  const words = isWorded ? { wordsFile: await faceFileOf(WORDS_FACE) } : {}
  const what = plan.only ? { parts: plan.only } : { set: plan.set }
  return startJob({
    kind: 'export',
    projectId,
    fileName: plan.fileName,
    run: (out, watch) => work('export', { project, options: request, files, out, ...words, ...what }, watch),
  })
}
