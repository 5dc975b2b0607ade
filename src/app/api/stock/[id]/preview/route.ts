import { bytesAnswer } from '@/server/http/files'
import { route } from '@/server/http/route'
import { stockPreview } from '@/server/useCases/stock'

export const GET = route<{ readonly id: string }>(async (_request, { id }) =>
  bytesAnswer(await stockPreview(id), 'image/jpeg'),
)
