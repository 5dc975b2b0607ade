import { object, string } from 'yup'
import { RANGE } from '@/core/tolerance'
import { answer, readJson, route } from '@/server/http/route'
import { openWithHistory, removeProject, renameProject } from '@/server/useCases/projects'

interface Params {
  readonly id: string
}
const schema = object({
  name: string().strict().trim().min(1, 'give a name').max(RANGE.nameLength).required('give a name'),
})

export const GET = route<Params>(async (_request, { id }) => answer(await openWithHistory(id)))

export const PATCH = route<Params>(async (request, { id }) => {
  const { name } = await readJson(request, schema)
  await renameProject(id, name)
  return answer({ id })
})

export const DELETE = route<Params>(async (_request, { id }) => {
  await removeProject(id)
  return answer({ id })
})
