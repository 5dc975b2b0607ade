import { answer, readJson, route } from '@/server/http/route'
import { stencilChangeSchema } from '@/contract/api'
import { changeStencil, forgetStencil } from '@/server/stencils/catalogue'

interface Params {
  readonly id: string
}

export const PATCH = route<Params>(async (request, { id }) => {
  const { name, category } = await readJson(request, stencilChangeSchema)
  const change = { ...(name === undefined ? {} : { name }), ...(category === undefined ? {} : { category }) }
  return answer(await changeStencil(id, change))
})

export const DELETE = route<Params>(async (_request, { id }) => {
  await forgetStencil(id)
  return answer({ id })
})
