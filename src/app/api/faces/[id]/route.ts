import { answer, route } from '@/server/http/route'
import { forgetFace } from '@/server/faces/catalogue'

export const DELETE = route<{ readonly id: string }>(async (_request, { id }) => {
  await forgetFace(id)
  return answer({ id })
})
