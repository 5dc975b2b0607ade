import { streamAnswer } from '@/server/http/files'
import { answer, route } from '@/server/http/route'
import { bundleName, writeBundle } from '@/server/useCases/bundles'

/** A template as a bundle, to be sent; with `check` in the query only whether it can be made, and its name. */
export const GET = route<{ readonly id: string }>(async (request, { id }) => {
  if (new URL(request.url).searchParams.has('check')) return answer({ fileName: await bundleName(id, 'template') })
  const { open, fileName } = await writeBundle(id, 'template')
  return streamAnswer(open, 'application/zip', fileName)
})
