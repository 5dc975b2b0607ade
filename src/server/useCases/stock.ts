import { Failure } from '@/core/failure'
import type { PictureAnswer, StockPage } from '@/contract/api'
import { LIMITS } from '@/server/limits'
import { changePicture } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { localCatalogue } from '@/server/stock/localCatalogue'
import type { StockService } from '@/server/stock/service'

/** The service that is asked. A real one takes the stand-in's place here. */
const service: StockService = localCatalogue

export const searchStock = (query: string, page: number): Promise<StockPage> =>
  service.search(query.slice(0, LIMITS.searchLength), Number.isSafeInteger(page) ? page : 1)

export const stockPreview = (id: string): Promise<Buffer> => service.preview(id)

/** Brings a picture of the service into the library, with its words as tags; one that is there already is told. */
export const bringStockIn = async (id: string): Promise<PictureAnswer> => {
  const item = await service.item(id)
  if (!item) throw new Failure('not-found', 'The catalogue has no such picture. Search again.')
  const { body, fileName } = await service.original(id)
  const picture = await takePicture(body, fileName)
  return picture.tags.length ? picture : changePicture(picture.hash, { tags: item.words.slice(0, LIMITS.pictureTags) })
}
