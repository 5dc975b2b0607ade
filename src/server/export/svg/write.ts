import { open } from 'node:fs/promises'
import { escapeXml } from '@/core/formats/xml'
import { rectSize } from '@/core/geometry/rect'
import { isGroup, type DrawList } from '@/core/render/ops'
import { walkList } from '@/core/render/walk'
import { formatNumber, fromPoints, type Unit } from '@/core/units'
import { Definitions } from '@/painters/svg/drawing'
import { SVG_NEEDS, SvgSink } from '@/painters/svg/sink'
import { numberText } from '@/painters/svg/words'
import { MadeReady } from '@/server/export/drawn/assets'
import { StoredPictures, type PictureTreatment } from '@/server/export/drawn/pictures'
import { Rasters } from '@/server/export/drawn/rasters'
import type { PixelSource } from '@/server/export/pixels'
import { SvgStore, type KeepImage } from '@/server/export/svg/store'

export interface SvgWork {
  readonly title: string
  readonly list: DrawList
  /** How large it says it is. */
  readonly unit: Unit
  readonly ppi: number
  readonly pictures: PictureTreatment
  readonly fileOf: (hash: string) => string | undefined
  readonly pixelsFor: PixelSource
  /** Where images go. */
  readonly keep: KeepImage
}

/** Units as SVG writes them. */
const UNIT_WORDS: Readonly<Record<Unit, string>> = { px: 'px', mm: 'mm', cm: 'cm', in: 'in', pt: 'pt', pica: 'pc' }

const headOf = ({ title, list, unit, ppi }: SvgWork): string => {
  const { x0, y0 } = list.area
  const { w, h } = rectSize(list.area)
  const length = (points: number): string => `${formatNumber(fromPoints(points, unit, ppi), 4)}${UNIT_WORDS[unit]}`
  const viewBox = [x0, y0, w, h].map((value) => numberText(value)).join(' ')
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" version="1.1" width="${length(w)}" height="${length(h)}" viewBox="${viewBox}">`,
    `<title>${escapeXml(title)}</title>`,
    '<defs>',
    '',
  ].join('\n')
}

/** Writes a list as SVG 1.1, its images as they come. `tell` is called before each item with how many are done. */
export const writeSvg = async (work: SvgWork, file: string, tell: (done: number) => void): Promise<void> => {
  const { list, pixelsFor, fileOf } = work
  const handle = await open(file, 'w')
  try {
    await handle.write(headOf(work))
    const store = new SvgStore(work.keep, async (text) => void (await handle.write(`${text}\n`)))
    const pictures = new StoredPictures(store, [list], fileOf, work.pictures)
    const ready = new MadeReady(store, pictures, new Rasters(pixelsFor, list.area), SVG_NEEDS)
    const definitions = new Definitions()
    const sink = new SvgSink(definitions, ready, list.area)
    let done = 0
    for (const node of walkList(list, sink)) {
      await ready.ready(node)
      sink.turnTo(node)
      if (isGroup(node)) continue
      tell(done)
      done += 1
    }
    await handle.write(`</defs>\n${definitions.text}\n${sink.whole.text}\n</svg>\n`)
  } finally {
    await handle.close()
  }
}
