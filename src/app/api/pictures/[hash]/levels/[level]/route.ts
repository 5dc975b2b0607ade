import { fileAnswer, route } from '@/server/http/route'
import { storedLevel } from '@/server/pictures/catalogue'

export const GET = route<{ readonly hash: string; readonly level: string }>(async (_request, { hash, level }) => {
  const { file, type } = await storedLevel(hash, Number(level))
  return fileAnswer(file, type, { keep: true })
})
