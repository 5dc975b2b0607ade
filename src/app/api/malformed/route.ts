import { Failure } from '@/core/failure'
import { route } from '@/server/http/route'

const answerMalformed = route(() =>
  Promise.reject(
    new Failure(
      'refused',
      'The address is malformed: a % in it is followed by no two digits. Go back to the projects page.',
    ),
  ),
)

/** Where addresses that cannot be read are sent by `server/http/addresses.ts`. */
export {
  answerMalformed as GET,
  answerMalformed as POST,
  answerMalformed as PATCH,
  answerMalformed as PUT,
  answerMalformed as DELETE,
}
