import { fileAnswer } from '@/server/http/files'
import { route } from '@/server/http/route'
import { storedLevel } from '@/server/pictures/catalogue'

export const GET = route<{ readonly hash: string; readonly level: string }>(async (request, { hash, level }) => {
  const { file, type } = await storedLevel(hash, Number(level))
  return fileAnswer(request, file, type, { tag: `${hash}-${level}` })
})
