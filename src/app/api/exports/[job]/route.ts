import { answer, route } from '@/server/http/route'
import { cancelExport, exportState } from '@/server/export/queue'

interface Params {
  readonly job: string
}
export const GET = route<Params>(async (_request, { job }) => answer(exportState(job)))

export const DELETE = route<Params>(async (_request, { job }) => {
  cancelExport(job)
  return answer(exportState(job))
})
