import { fileAnswer, route } from '@/server/http/route'
import { thumbnailFile } from '@/server/useCases/exports'

export const GET = route<{ readonly id: string }>(async (_request, { id }) =>
  fileAnswer(await thumbnailFile(id), 'image/webp'),
)
