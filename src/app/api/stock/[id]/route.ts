import { answer, route } from '@/server/http/route'
import { bringStockIn } from '@/server/useCases/stock'

/** Brings a picture into the library. */
export const POST = route<{ readonly id: string }>(async (_request, { id }) => answer(await bringStockIn(id), 201))
