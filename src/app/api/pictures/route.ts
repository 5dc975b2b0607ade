import { answer, bodyOf, declaredLength, route } from '@/server/http/route'
import { listPictures } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { clipOfQuery, takeStill } from '@/server/useCases/stills'

export const GET = route(async () => answer(await listPictures()))

/** The body is the file; its name comes in the query, and of which clip it is a still. */
export const POST = route(async (request) => {
  const query = new URL(request.url).searchParams
  const name = query.get('name') ?? ''
  const length = declaredLength(request)
  const options = { signal: request.signal, ...(length === undefined ? {} : { declared: length }) }
  const clip = await clipOfQuery(query)
  const isListed = query.get('listed') === '1'
  const taken = clip
    ? takeStill(bodyOf(request), name, clip, { ...options, isListed })
    : takePicture(bodyOf(request), name, options)
  return answer(await taken, 201)
})
