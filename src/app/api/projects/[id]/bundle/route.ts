import { route, streamAnswer } from '@/server/http/route'
import { writeBundle } from '@/server/useCases/bundles'

export const GET = route<{ readonly id: string }>(async (_request, { id }) => {
  const { body, fileName } = await writeBundle(id)
  return streamAnswer(body, 'application/zip', fileName)
})
