import { createCanvas } from '@napi-rs/canvas'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { Failure } from '@/core/failure'
import type { StockItem } from '@/contract/api'
import { LIMITS } from '@/server/limits'
import { drawMotif, type MotifName } from '@/server/stock/motifs'
import type { StockService } from '@/server/stock/service'

interface Entry extends StockItem {
  readonly motif: MotifName
  readonly colours: readonly string[]
  readonly seed: number
}

const MOTIF_WORDS: Readonly<Record<MotifName, readonly [string, readonly string[]]>> = {
  dunes: ['Dunes', ['sand', 'hills', 'headland', 'landscape']],
  waves: ['Waves', ['sea', 'water', 'shore']],
  lights: ['Lights', ['night', 'festival', 'glow', 'backdrop']],
  cloth: ['Ripstop cloth', ['fabric', 'kite', 'texture']],
  pebbles: ['Pebbles', ['beach', 'stones', 'texture']],
  boards: ['Hut boards', ['wood', 'stripes', 'texture', 'backdrop']],
  clouds: ['Clouds', ['sky', 'air', 'wind']],
  bunting: ['Bunting', ['flags', 'festival', 'pennants']],
}

const PALETTES: readonly (readonly [string, readonly string[]])[] = [
  ['at dusk', ['#2b1f4a', '#8e2a5b', '#f2a65a', '#f7d9a0']],
  ['at noon', ['#4d9fd6', '#bfe3f2', '#f4e3b5', '#d9b36a']],
  ['in mist', ['#cfd6d4', '#aebbb8', '#8a9a98', '#e9e4d8']],
  ['in green', ['#1f4d3a', '#3f8a5a', '#9cc97a', '#e6efc2']],
  ['in primary colours', ['#d93a2b', '#f0b429', '#2a6db0', '#f7f3ea']],
  ['at night', ['#0c1526', '#1b2c4d', '#3f6aa8', '#f0d48a']],
]

const SHAPES = [
  { width: 3000, height: 2000, word: 'landscape' },
  { width: 2000, height: 2800, word: 'portrait' },
  { width: 2400, height: 2400, word: 'square' },
] as const

const ENTRIES: readonly Entry[] = Object.entries(MOTIF_WORDS).flatMap(([motif, [title, words]], m) =>
  PALETTES.map(([palette, colours], p): Entry => {
    const shape = SHAPES[(m + p) % SHAPES.length] ?? SHAPES[0]
    return {
      id: `${motif}-${p + 1}`,
      title: `${title} ${palette}`,
      words: [...words, shape.word],
      width: shape.width,
      height: shape.height,
      credit: 'Skyline Loft, painted by the program',
      motif: motif as MotifName, // a key of MOTIF_WORDS
      colours,
      seed: 1000 * m + p + 1,
    }
  }),
)

const textOf = ({ title, words }: Entry): string => `${title} ${words.join(' ')}`.toLowerCase()

const told = ({ id, title, words, width, height, credit }: Entry): StockItem => ({
  id,
  title,
  words,
  width,
  height,
  credit,
})

const entryOf = (id: string): Entry => {
  const entry = ENTRIES.find((one) => one.id === id)
  if (!entry) throw new Failure('not-found', 'The catalogue has no such picture. Search again.')
  return entry
}

const painted = (entry: Entry, side: number): Promise<Buffer> => {
  const k = Math.min(1, side / Math.max(entry.width, entry.height))
  const [width, height] = [Math.round(entry.width * k), Math.round(entry.height * k)]
  const canvas = createCanvas(width, height)
  drawMotif(canvas.getContext('2d'), width, height, entry)
  return sharp(canvas.data(), { raw: { width, height, channels: 4, premultiplied: true } })
    .removeAlpha()
    .jpeg({ quality: 90, chromaSubsampling: '4:4:4' })
    .toBuffer()
}

/** The stand-in for a stock service: a small catalogue that the program paints itself when it is asked. */
export const localCatalogue: StockService = {
  name: 'Sample catalogue',
  search: async (query, page) => {
    const words = query.toLowerCase().split(/\s+/).filter(Boolean)
    const found = ENTRIES.filter((entry) => words.every((word) => textOf(entry).includes(word)))
    const pages = Math.max(1, Math.ceil(found.length / LIMITS.stockPage))
    const at = Math.min(Math.max(1, page), pages)
    const items = found.slice((at - 1) * LIMITS.stockPage, at * LIMITS.stockPage).map(told)
    return Promise.resolve({ service: localCatalogue.name, total: found.length, page: at, pages, items })
  },
  item: (id) => {
    const entry = ENTRIES.find((one) => one.id === id)
    return Promise.resolve(entry ? told(entry) : null)
  },
  preview: async (id) => painted(entryOf(id), LIMITS.stockPreviewSide),
  original: async (id) => {
    const entry = entryOf(id)
    return { body: Readable.from(await painted(entry, Infinity)), fileName: `${entry.title}.jpg` }
  },
}
