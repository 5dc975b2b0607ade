import { route, streamAnswer } from '@/server/http/route'
import { categoryZip } from '@/server/useCases/stencils'

export const GET = route(async (request) => {
  const { body, fileName } = await categoryZip(new URL(request.url).searchParams.get('category') ?? '')
  return streamAnswer(body, 'application/zip', fileName)
})
