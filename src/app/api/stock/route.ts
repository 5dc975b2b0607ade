import { answer, route } from '@/server/http/route'
import { searchStock } from '@/server/useCases/stock'

/** Searches by words, a page at a time: ?q=dunes&page=2 */
export const GET = route(async (request) => {
  const { searchParams } = new URL(request.url)
  return answer(await searchStock(searchParams.get('q') ?? '', Number(searchParams.get('page') ?? 1)))
})
