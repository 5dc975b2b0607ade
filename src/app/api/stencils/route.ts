import { answer, readJson, route } from '@/server/http/route'
import { keepStencilsSchema } from '@/contract/api'
import { keepStencils, listStencils } from '@/server/stencils/catalogue'

export const GET = route(async () => answer(await listStencils()))

export const POST = route(async (request) => {
  const { stencils } = await readJson(request, keepStencilsSchema)
  return answer(await keepStencils(stencils), 201)
})
