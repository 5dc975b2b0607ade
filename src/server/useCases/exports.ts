import type { ExportRequest, ExportTrial, MadeExport, TrialRequest } from '@/contract/exports'
import { faceFileOf } from '@/server/faces/catalogue'
import { WORDS_FACE } from '@/server/faces/shippedFile'
import { originalFile } from '@/server/pictures/catalogue'
import { openProject } from '@/server/projects/store'
import { clearDoneJobs, doneJobs, startJob } from '@/server/work/jobs'
import { work } from '@/server/work/work'

const KIND = 'export'

/** What was exported of a project and can be fetched again, the newest first. */
export const exportsMade = async (projectId: string): Promise<readonly MadeExport[]> =>
  (await doneJobs(KIND, projectId)).map(({ id, fileName, bytes, queuedAt }) => ({
    id,
    fileName,
    bytes: bytes ?? 0,
    madeAt: queuedAt.toISOString(),
  }))

/** Forgets what was exported of a project, files included. */
export const clearExports = async (projectId: string): Promise<{ readonly cleared: number }> => ({
  cleared: await clearDoneJobs(KIND, projectId),
})

/** What an export will be, and all that it needs. */
const prepared = async (projectId: string, request: ExportRequest, signal?: AbortSignal) => {
  const { project } = await openProject(projectId)
  const plan = await work('plan', { project, request }, { signal })
  const files: Record<string, string> = {}
  for (const hash of plan.hashes) files[hash] = await originalFile(hash)
  const isWorded = request.placeholders === true || request.drawn?.marks.includes('slug') === true
  const words = isWorded ? { wordsFile: await faceFileOf(WORDS_FACE) } : {}
  return { plan, more: { project, options: request, files, ...words } }
}

/** How large the file of an export will be, or the first of its files. */
export const exportTrial = async (
  projectId: string,
  { request, wish }: TrialRequest,
  signal?: AbortSignal,
): Promise<ExportTrial> => {
  const { plan, more } = await prepared(projectId, request, signal)
  const parts = plan.only ?? plan.set[0]?.parts ?? []
  return work('trial', { ...more, parts, ...(wish === undefined ? {} : { wish }) }, { signal })
}

/** Queues an export of sheets as they are now. Refuses what would be too large before anything starts. */
export const startExport = async (projectId: string, request: ExportRequest, signal?: AbortSignal): Promise<string> => {
  const { plan, more } = await prepared(projectId, request, signal)
  const what = plan.only ? { parts: plan.only } : { set: plan.set }
  return startJob({
    kind: KIND,
    projectId,
    fileName: plan.fileName,
    run: (out, watch) => work('export', { ...more, out, ...what }, watch),
  })
}
