import type { Project } from '@/core/document/types'
import { sheetOf } from '@/core/document/read'
import { renderSheet } from '@/core/render/drawList'
import type { PixelSource } from '@/server/export/pixels'
import { paintList } from '@/server/export/renderSheet'
import { SHEET } from '@tests/helpers/project'

const noPixels: PixelSource = () => Promise.reject(new TypeError('nothing to read'))

/** Pixels of a painted sheet, at 72 ppi unless said: one pixel a point. */
export interface PaintedSheet {
  readonly width: number
  readonly height: number
  readonly data: Uint8ClampedArray
  at(x: number, y: number): readonly [number, number, number, number]
}

export const paintedSheet = async (
  project: Project,
  pixels: PixelSource = noPixels,
  ppi = 72,
): Promise<PaintedSheet> => {
  const canvas = await paintList(renderSheet(project, sheetOf(project, SHEET)), ppi, pixels)
  const { width, height } = canvas
  const { data } = canvas.getContext('2d').getImageData(0, 0, width, height)
  const at = (x: number, y: number): readonly [number, number, number, number] => {
    const i = (y * width + x) * 4
    return [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0, data[i + 3] ?? 0]
  }
  return { width, height, data, at }
}
