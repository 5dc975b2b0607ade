import { answer, route, streamAnswer } from '@/server/http/route'
import { bundleName, writeBundle } from '@/server/useCases/bundles'

/** With `check` in the query only says whether the bundle can be made, and its name. */
export const GET = route<{ readonly id: string }>(async (request, { id }) => {
  if (new URL(request.url).searchParams.has('check')) return answer({ fileName: await bundleName(id) })
  const { body, fileName } = await writeBundle(id)
  return streamAnswer(body, 'application/zip', fileName)
})
