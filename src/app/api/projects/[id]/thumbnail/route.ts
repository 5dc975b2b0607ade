import { fileAnswer } from '@/server/http/files'
import { route } from '@/server/http/route'
import { thumbnailFile } from '@/server/useCases/thumbnails'

export const GET = route<{ readonly id: string }>(async (request, { id }) =>
  fileAnswer(request, await thumbnailFile(id, request.signal), 'image/webp'),
)
