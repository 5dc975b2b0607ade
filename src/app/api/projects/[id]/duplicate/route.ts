import { answer, route } from '@/server/http/route'
import { duplicateProject } from '@/server/useCases/projects'

export const POST = route<{ readonly id: string }>(async (_request, { id }) =>
  answer({ id: await duplicateProject(id) }, 201),
)
