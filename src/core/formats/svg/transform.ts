import { compose, IDENTITY, rotation, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { toRadians } from '@/core/geometry/angle'

const ONE = /\s*(?:,\s*)?(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^)]*)\)/gy

const numbersOf = (text: string): readonly number[] =>
  (text.match(/[-+]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][-+]?\d+)?/g) ?? []).map(Number)

const stepOf = (name: string, n: readonly number[]): Matrix => {
  const [a = 0, b, c] = n
  switch (name) {
    case 'matrix':
      return { a, b: b ?? 0, c: c ?? 0, d: n[3] ?? 0, e: n[4] ?? 0, f: n[5] ?? 0 }
    case 'translate':
      return translation(a, b ?? 0)
    case 'scale':
      return scaling(a, b ?? a)
    case 'rotate':
      return b === undefined || c === undefined
        ? rotation(a)
        : compose(translation(b, c), rotation(a), translation(-b, -c))
    case 'skewX':
      return { ...IDENTITY, c: Math.tan(toRadians(a)) }
    default:
      return { ...IDENTITY, b: Math.tan(toRadians(a)) }
  }
}

/** A list of transforms as one matrix (CSS Transforms 1, section 8); an unreadable list is none. */
export const parseTransform = (text: string | undefined): Matrix => {
  if (!text) return IDENTITY
  const steps: Matrix[] = []
  ONE.lastIndex = 0
  let end = 0
  for (let match = ONE.exec(text); match; match = ONE.exec(text)) {
    steps.push(stepOf(match[1] ?? '', numbersOf(match[2] ?? '')))
    end = ONE.lastIndex
  }
  return text.slice(end).trim() ? IDENTITY : compose(...steps)
}

/** Sides of a viewport in user units. */
export interface Viewport {
  readonly w: number
  readonly h: number
}

const UNITS: Readonly<Record<string, number>> = {
  '': 1,
  px: 1,
  pt: 4 / 3,
  pc: 16,
  in: 96,
  mm: 96 / (10 * 2.54),
  cm: 96 / 2.54,
  em: 16,
  ex: 8,
  rem: 16,
}

/** A length in user units (CSS Values 4, 6.2); per cent of `whole`; `fallback` where there is none or it is unreadable. */
export const parseLength = (text: string | undefined, whole: number, fallback: number): number => {
  const match = /^([-+]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[-+]?\d+)?)\s*(%|[a-z]*)$/i.exec((text ?? '').trim())
  if (!match) return fallback
  const value = Number(match[1])
  const unit = (match[2] ?? '').toLowerCase()
  if (unit === '%') return (value / 100) * whole
  const factor = Object.hasOwn(UNITS, unit) ? UNITS[unit] : undefined
  return factor === undefined || !Number.isFinite(value) ? fallback : value * factor
}

/** The map from a viewBox to a viewport (SVG 2, 8.2 and 8.6). */
export const viewBoxMatrix = (viewBox: string | undefined, aspect: string | undefined, port: Viewport): Matrix => {
  const [x, y, w, h] = numbersOf(viewBox ?? '')
  if (x === undefined || y === undefined || !(w && w > 0) || !(h && h > 0)) return IDENTITY
  const [sx, sy] = [port.w / w, port.h / h]
  const [align = 'xMidYMid', meet = 'meet'] = (aspect ?? '').trim().split(/\s+/).filter(Boolean)
  if (align === 'none') return compose(scaling(sx, sy), translation(-x, -y))
  const s = meet === 'slice' ? Math.max(sx, sy) : Math.min(sx, sy)
  const share = (word: string): number => (word.startsWith('Min') ? 0 : word.startsWith('Max') ? 1 : 0.5)
  const dx = (port.w - w * s) * share(align.slice(1))
  const dy = (port.h - h * s) * share(align.slice(align.indexOf('Y') + 1))
  return compose(translation(dx, dy), scaling(s), translation(-x, -y))
}
