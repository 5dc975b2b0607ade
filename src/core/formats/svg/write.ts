import type { Size } from '@/core/geometry/vector'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import { translation } from '@/core/geometry/matrix'
import { escapeXml } from '@/core/formats/xml'
import { outlineOf, type Stencil } from '@/core/stencil/stencil'
import { aspectSize } from '@/core/stencil/presets'

/** Side of the square that an outline's area is as large as, in user units. */
const SIDE = 400

/** A stencil as an SVG drawing of one path (SVG 1.1), `aspect` times as wide as high. */
export const stencilSvg = (stencil: Stencil, aspect: number, name: string): string => {
  const size: Size = aspectSize(aspect, SIDE)
  const { path, fillRule } = outlineOf(stencil, size)
  const d = svgTextOf(transformPath(translation(size.w / 2, size.h / 2), path), 3)
  const [w, h] = [size.w.toFixed(3), size.h.toFixed(3)]
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><title>${escapeXml(name)}</title><path d="${d}" fill-rule="${fillRule}"/></svg>
`
}
