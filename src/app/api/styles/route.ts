import { answer, readJson, route } from '@/server/http/route'
import { newStyleSchema, type NewStyle } from '@/contract/styles'
import { keepStyle, listStyles } from '@/server/styles/catalogue'

export const GET = route(async () => answer(await listStyles()))

export const POST = route(async (request) => {
  const style = await readJson(request, newStyleSchema)
  return answer(await keepStyle(style as NewStyle), 201) // its values are checked there
})
