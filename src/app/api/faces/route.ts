import { answer, bodyOf, declaredLength, route } from '@/server/http/route'
import { listFaces, takeFace } from '@/server/faces/catalogue'

export const GET = route(async () => answer(await listFaces()))

/** The body is the file. */
export const POST = route(async (request) =>
  answer(await takeFace(bodyOf(request), declaredLength(request), request.signal), 201),
)
