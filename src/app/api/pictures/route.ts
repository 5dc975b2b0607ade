import { answer, bodyOf, declaredLength, route } from '@/server/http/route'
import { listPictures } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'

export const GET = route(async () => answer(await listPictures()))

/** The body is the file; its name comes in the query. */
export const POST = route(async (request) => {
  const name = new URL(request.url).searchParams.get('name') ?? ''
  const declared = declaredLength(request)
  return answer(
    await takePicture(bodyOf(request), name, {
      signal: request.signal,
      ...(declared === undefined ? {} : { declared }),
    }),
    201,
  )
})
