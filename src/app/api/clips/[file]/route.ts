import { storedClip } from '@/server/clips/catalogue'
import { fileAnswer } from '@/server/http/files'
import { route } from '@/server/http/route'

export const GET = route<{ readonly file: string }>(async (request, { file: hash }) => {
  const { file, type } = await storedClip(hash)
  return fileAnswer(request, file, type, { tag: hash })
})
