import type { Point } from '@/core/geometry/vector'
import { ellipsePath, polygonPath, type Path, type Segment } from '@/core/path/path'
import { parseSvgPath } from '@/core/path/svgPath'
import { transformPath } from '@/core/path/transform'
import { translation } from '@/core/geometry/matrix'
import type { SvgElement } from '@/core/formats/svg/xml'
import { parseLength, type Viewport } from '@/core/formats/svg/transform'

const diagonal = ({ w, h }: Viewport): number => Math.hypot(w, h) / Math.SQRT2

/** A rectangle, its corners round where it says so (SVG 2, 10.2). */
const rectPath = ({ attributes: a }: SvgElement, port: Viewport): Path => {
  const x = parseLength(a['x'], port.w, 0)
  const y = parseLength(a['y'], port.h, 0)
  const w = parseLength(a['width'], port.w, 0)
  const h = parseLength(a['height'], port.h, 0)
  if (!(w > 0) || !(h > 0)) return []
  const [askedX, askedY] = [parseLength(a['rx'], port.w, NaN), parseLength(a['ry'], port.h, NaN)]
  const rx = Math.min(w / 2, Math.max(0, Number.isNaN(askedX) ? (Number.isNaN(askedY) ? 0 : askedY) : askedX))
  const ry = Math.min(h / 2, Math.max(0, Number.isNaN(askedY) ? (Number.isNaN(askedX) ? 0 : askedX) : askedY))
  if (!(rx > 0) || !(ry > 0))
    return polygonPath([
      { x, y },
      { x: x + w, y },
      { x: x + w, y: y + h },
      { x, y: y + h },
    ])
  const corner = (cx: number, cy: number, start: number): Segment => ({
    kind: 'arc',
    centre: { x: cx, y: cy },
    rx,
    ry,
    turn: 0,
    start,
    sweep: 90,
  })
  return [
    { kind: 'move', to: { x: x + rx, y } },
    { kind: 'line', to: { x: x + w - rx, y } },
    corner(x + w - rx, y + ry, -90),
    { kind: 'line', to: { x: x + w, y: y + h - ry } },
    corner(x + w - rx, y + h - ry, 0),
    { kind: 'line', to: { x: x + rx, y: y + h } },
    corner(x + rx, y + h - ry, 90),
    { kind: 'line', to: { x, y: y + ry } },
    corner(x + rx, y + ry, 180),
    { kind: 'close' },
  ]
}

const ovalPath = ({ name, attributes: a }: SvgElement, port: Viewport): Path => {
  const cx = parseLength(a['cx'], port.w, 0)
  const cy = parseLength(a['cy'], port.h, 0)
  const r = parseLength(a['r'], diagonal(port), 0)
  const [rx, ry] = name === 'circle' ? [r, r] : [parseLength(a['rx'], port.w, NaN), parseLength(a['ry'], port.h, NaN)]
  const [w, h] = [Number.isNaN(rx) ? ry : rx, Number.isNaN(ry) ? rx : ry]
  return w > 0 && h > 0 ? transformPath(translation(cx, cy), ellipsePath(w, h)) : []
}

const MOST_POINTS = 200_000

const pointsOf = (text: string | undefined): readonly Point[] => {
  const numbers = ((text ?? '').match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/g) ?? [])
    .slice(0, MOST_POINTS)
    .map(Number)
  return Array.from({ length: Math.floor(numbers.length / 2) }, (_, i) => ({
    x: numbers[2 * i] ?? 0,
    y: numbers[2 * i + 1] ?? 0,
  }))
}

/** Elements that draw an outline. */
export const isShape = ({ name }: SvgElement): boolean =>
  ['path', 'rect', 'circle', 'ellipse', 'polygon', 'polyline', 'line'].includes(name)

/** The outline of a basic shape or path, in its own user units. */
export const shapePath = (element: SvgElement, port: Viewport): Path => {
  switch (element.name) {
    case 'path':
      return parseSvgPath(element.attributes['d'] ?? '')
    case 'rect':
      return rectPath(element, port)
    case 'circle':
    case 'ellipse':
      return ovalPath(element, port)
    case 'polygon':
    case 'polyline': {
      const points = pointsOf(element.attributes['points'])
      const path = points.length > 1 ? polygonPath(points) : []
      return element.name === 'polyline' ? path.slice(0, -1) : path
    }
    default:
      return linePath(element, port)
  }
}

const linePath = ({ attributes: a }: SvgElement, port: Viewport): Path => [
  { kind: 'move', to: { x: parseLength(a['x1'], port.w, 0), y: parseLength(a['y1'], port.h, 0) } },
  { kind: 'line', to: { x: parseLength(a['x2'], port.w, 0), y: parseLength(a['y2'], port.h, 0) } },
]

/** A single line has no inside, whatever its fill. */
export const hasInside = ({ name }: SvgElement): boolean => name !== 'line'
