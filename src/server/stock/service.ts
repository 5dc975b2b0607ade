import type { Readable } from 'node:stream'
import type { StockItem, StockPage } from '@/contract/api'

/**
 * A service that offers pictures to bring in. The program ships with a stand-in (`localCatalogue.ts`); a real service
 * takes its place by answering the same questions.
 */
export interface StockService {
  /** Name shown in the panel. */
  readonly name: string
  /** Items that match all words of the query, a page at a time, pages counted from 1. An empty query lists everything. */
  search(query: string, page: number): Promise<StockPage>
  /** One item, or null for an id that is not offered. */
  item(id: string): Promise<StockItem | null>
  /** A small JPEG of an item. Throws `not-found`. */
  preview(id: string): Promise<Buffer>
  /** The picture's file to bring in, with the name to keep it under. Throws `not-found`. */
  original(id: string): Promise<{ readonly body: Readable; readonly fileName: string }>
}
