import { OUTPUT } from '@/core/formats/outputFormats'
import { fileAnswer } from '@/server/http/files'
import { route } from '@/server/http/route'
import { jobFile } from '@/server/work/jobs'

const TYPES: Readonly<Record<string, string>> = {
  ...Object.fromEntries(Object.values(OUTPUT).map(({ ending, type }) => [ending, type])),
  zip: 'application/zip',
}

export const GET = route<{ readonly job: string }>(async (request, { job }) => {
  const { file, fileName } = await jobFile(job)
  const type = TYPES[fileName.split('.').at(-1) ?? ''] ?? 'application/octet-stream'
  return fileAnswer(request, file, type, { download: fileName })
})
