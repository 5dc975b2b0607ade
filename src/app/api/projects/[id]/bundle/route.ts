import { streamAnswer } from '@/server/http/files'
import { answer, route } from '@/server/http/route'
import { bundleName, writeBundle } from '@/server/useCases/bundles'

/** With `check` in the query only says whether the bundle can be made, and its name. */
export const GET = route<{ readonly id: string }>(async (request, { id }) => {
  if (new URL(request.url).searchParams.has('check')) return answer({ fileName: await bundleName(id) })
  const { open, fileName } = await writeBundle(id)
  return streamAnswer(open, 'application/zip', fileName)
})
