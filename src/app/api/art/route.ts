import { answer, bodyOf, declaredLength, route } from '@/server/http/route'
import { bringArtIn } from '@/server/useCases/art'

/** The body is an OpenRaster file; its name comes in the query. */
export const POST = route(async (request) => {
  const name = new URL(request.url).searchParams.get('name') ?? ''
  return answer(
    await bringArtIn(bodyOf(request), name, { declared: declaredLength(request), signal: request.signal }),
    201,
  )
})
