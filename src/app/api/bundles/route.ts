import { answer, bodyOf, declaredLength, route } from '@/server/http/route'
import { bringBundleIn } from '@/server/useCases/bundles'

/** The body is the zip. */
export const POST = route(async (request) =>
  answer(await bringBundleIn(bodyOf(request), declaredLength(request), request.signal), 201),
)
