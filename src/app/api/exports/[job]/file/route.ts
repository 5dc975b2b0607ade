import { exportFile } from '@/server/export/queue'
import { fileAnswer, route } from '@/server/http/route'

const TYPES: Readonly<Record<string, string>> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  webp: 'image/webp',
  zip: 'application/zip',
}

export const GET = route<{ readonly job: string }>(async (_request, { job }) => {
  const { file, fileName } = exportFile(job)
  const type = TYPES[fileName.split('.').at(-1) ?? ''] ?? 'application/octet-stream'
  return fileAnswer(file, type, { download: fileName })
})
