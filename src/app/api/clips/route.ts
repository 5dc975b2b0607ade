import { takeClip } from '@/server/clips/catalogue'
import { answer, bodyOf, declaredLength, route } from '@/server/http/route'

/** The body is the file; its name comes in the query. */
export const POST = route(async (request) => {
  const name = new URL(request.url).searchParams.get('name') ?? ''
  return answer(await takeClip(bodyOf(request), name, declaredLength(request)), 201)
})
