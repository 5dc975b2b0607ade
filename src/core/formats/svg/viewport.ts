import type { Size } from '@/core/geometry/vector'
import { parseLength, type Viewport } from '@/core/formats/svg/transform'
import type { SvgElement } from '@/core/formats/svg/xml'

const DEFAULT_PORT: Viewport = { w: 300, h: 150 }

/** The units within an element with this viewBox; those of the viewport where it has none. */
export const viewPort = (viewBox: string | undefined, port: Viewport): Viewport => {
  const [, , w, h] = (viewBox ?? '').match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/g)?.map(Number) ?? []
  return w && h && w > 0 && h > 0 ? { w, h } : port
}

/** The size of a drawing in user units: as it says, else that of its viewBox, else 300 × 150 (CSS 2.2, 10.3.2). */
export const drawingSize = ({ attributes: a }: SvgElement): Size => {
  const box = viewPort(a['viewBox'], DEFAULT_PORT)
  const isRelative = (text: string | undefined): boolean => text === undefined || text.trim().endsWith('%')
  const [w, h] = [isRelative(a['width']), isRelative(a['height'])]
  const width = w ? null : parseLength(a['width'], box.w, box.w)
  const height = h ? null : parseLength(a['height'], box.h, box.h)
  if (width !== null && height !== null) return { w: width, h: height }
  if (width !== null) return { w: width, h: (width * box.h) / box.w }
  if (height !== null) return { w: (height * box.w) / box.h, h: height }
  return box
}
