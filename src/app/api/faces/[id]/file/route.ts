import { fileAnswer } from '@/server/http/files'
import { route } from '@/server/http/route'
import { faceFileOf } from '@/server/faces/catalogue'

export const GET = route<{ readonly id: string }>(async (request, { id }) =>
  fileAnswer(request, await faceFileOf(id), 'application/octet-stream', { tag: id }),
)
