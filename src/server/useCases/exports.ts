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
  const asked = wish === undefined ? {} : { wish }
  if (plan.only) return work('trial', { ...more, parts: plan.only, ...asked }, { signal })
  const files = plan.set.length
  const trials: ExportTrial[] = []
  // A quality that is looked for is that of the first; else some of the files speak for all.
  for (const { parts } of spread(plan.set, wish === undefined ? MOST_TRIED : 1))
    trials.push(await work('trial', { ...more, parts, ...asked }, { signal }))
  const mean = trials.reduce((sum, { bytes }) => sum + bytes, 0) / Math.max(1, trials.length)
  const quality = trials[0]?.quality
  return {
    bytes: Math.round((mean + ZIP_ENTRY) * files),
    isExact: false,
    files,
    ...(quality === undefined ? {} : { quality }),
  }
}

/** Files of a set that are tried at most. */
const MOST_TRIED = 3
/** What a zip holds of each file beside its bytes: two headers with its name (APPNOTE 4.3). */
const ZIP_ENTRY = 140

/** Some of a list, the first and the last among them, evenly apart. */
const spread = <T>(list: readonly T[], most: number): readonly T[] =>
  list.length <= most
    ? list
    : Array.from({ length: most }, (_, i) => list[Math.round((i * (list.length - 1)) / Math.max(1, most - 1))]).flatMap(
        (one) => (one === undefined ? [] : [one]),
      )

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
