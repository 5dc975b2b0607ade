import { answer, route } from '@/server/http/route'
import { forgetStyle } from '@/server/styles/catalogue'

export const DELETE = route<{ readonly id: string }>(async (_request, { id }) => {
  await forgetStyle(id)
  return answer({ id })
})
