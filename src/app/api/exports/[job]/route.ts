import { answer, route } from '@/server/http/route'
import { cancelJob, jobState } from '@/server/work/jobs'

interface Params {
  readonly job: string
}
export const GET = route<Params>(async (_request, { job }) => answer(await jobState(job)))

export const DELETE = route<Params>(async (_request, { job }) => {
  await cancelJob(job)
  return answer(await jobState(job))
})
