import { fileAnswer, route } from '@/server/http/route'
import { faceFileOf } from '@/server/faces/catalogue'

export const GET = route<{ readonly id: string }>(async (_request, { id }) =>
  fileAnswer(await faceFileOf(id), 'application/octet-stream', { keep: true }),
)
