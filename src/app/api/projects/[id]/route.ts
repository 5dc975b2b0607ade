import { object, string } from 'yup'
import { RANGE } from '@/core/tolerance'
import { answer, readJson, route } from '@/server/http/route'
import { documentAt, openWithHistory, removeProject, renameProject } from '@/server/useCases/projects'

interface Params {
  readonly id: string
}
const schema = object({
  name: string().strict().trim().min(1, 'give a name').max(RANGE.nameLength).required('give a name'),
})

/** As it is now with its history, or with `at` in the query only the document as it was at that revision. */
export const GET = route<Params>(async (request, { id }) => {
  const at = new URL(request.url).searchParams.get('at')
  return answer(at === null ? await openWithHistory(id) : await documentAt(id, at === '' ? NaN : Number(at)))
})

export const PATCH = route<Params>(async (request, { id }) => {
  const { name } = await readJson(request, schema)
  await renameProject(id, name)
  return answer({ id })
})

export const DELETE = route<Params>(async (_request, { id }) => {
  await removeProject(id)
  return answer({ id })
})
