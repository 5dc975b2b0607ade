import { streamAnswer } from '@/server/http/files'
import { route } from '@/server/http/route'
import { categoryZip } from '@/server/useCases/stencils'

export const GET = route(async (request) => {
  const { open, fileName } = await categoryZip(new URL(request.url).searchParams.get('category') ?? '')
  return streamAnswer(open, 'application/zip', fileName)
})
