import { answer, route } from '@/server/http/route'
import { openTemplate, removeTemplate } from '@/server/templates/catalogue'

interface Params {
  readonly id: string
}

export const GET = route<Params>(async (request, { id }) => {
  const asked = new URL(request.url).searchParams.get('version')
  return answer({ template: await openTemplate(id, asked === null ? undefined : Number(asked)) })
})

export const DELETE = route<Params>(async (_request, { id }) => {
  await removeTemplate(id)
  return answer({ id })
})
