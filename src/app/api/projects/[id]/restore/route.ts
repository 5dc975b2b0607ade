import { answer, route } from '@/server/http/route'
import { restoreProject } from '@/server/useCases/projects'

export const POST = route<{ readonly id: string }>(async (_request, { id }) => {
  await restoreProject(id)
  return answer({ id })
})
