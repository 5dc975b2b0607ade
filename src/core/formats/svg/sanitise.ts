import { drawingSize } from '@/core/formats/svg/viewport'
import { harmlessCss, harmlessStyle, isHarmlessValue } from '@/core/formats/svg/styles'
import { escapeXml } from '@/core/formats/xml'
import { parseSvg, type SvgElement } from '@/core/formats/svg/xml'
import type { Size } from '@/core/geometry/vector'

/** Elements of a drawing that only draw. All others are taken out with what they hold. */
const DRAWS = new Set(
  `svg g defs symbol use switch a path rect circle ellipse line polyline polygon text tspan textPath image linearGradient
  radialGradient stop pattern clipPath mask marker style filter feBlend feColorMatrix feComponentTransfer feComposite
  feConvolveMatrix feDiffuseLighting feDisplacementMap feDistantLight feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR
  feGaussianBlur feMerge feMergeNode feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile
  feTurbulence`.split(/\s+/),
)

const EMBEDDED = /^data:image\/(png|jpeg|gif|webp);base64,[A-Za-z0-9+/=\s]+$/

const isKept = (element: SvgElement, name: string, value: string): boolean => {
  if (/^on/i.test(name) || !/^[A-Za-z][\w.-]*$/.test(name)) return false
  if (name === 'href') return value.trim().startsWith('#') || (element.name === 'image' && EMBEDDED.test(value.trim()))
  if (name === 'base' || name === 'src') return false
  // Of a style attribute only what is harmful goes.
  return name === 'style' || isHarmlessValue(value)
}

/** What was taken out of a drawing, by name. */
type Removed = Map<string, number>

const written = (element: SvgElement, removed: Removed): string => {
  if (!DRAWS.has(element.name)) {
    removed.set(element.name, (removed.get(element.name) ?? 0) + 1)
    return ''
  }
  const attributes = Object.entries(element.attributes).flatMap(([name, value]) => {
    if (!isKept(element, name, value)) {
      removed.set(name, (removed.get(name) ?? 0) + 1)
      return []
    }
    return [` ${name}="${escapeXml(name === 'style' ? harmlessStyle(value) : value)}"`]
  })
  const text = element.name === 'style' ? harmlessCss(element.text) : element.text
  const own = element.name === 'style' || /^t(ext|span)/.test(element.name) ? escapeXml(text) : ''
  const inner = element.children.map((child) => written(child, removed)).join('')
  return `<${element.name}${attributes.join('')}>${own}${inner}</${element.name}>`
}

export interface CleanSvg {
  readonly text: string
  /** In units of 1/96 inch. */
  readonly size: Size
  /** Names of elements and attributes that were taken out. */
  readonly removed: readonly string[]
}

/**
 * A drawing with nothing in it that runs, is fetched or leads outside: scripts, foreign content, event attributes, outer
 * addresses, imports. Its size is written into it. Throws as `parseSvg` does.
 */
export const cleanSvg = (source: string): CleanSvg => {
  const root = parseSvg(source)
  const size = drawingSize(root)
  const removed: Removed = new Map()
  const attributes = Object.fromEntries(
    Object.entries(root.attributes).filter(([name]) => name !== 'width' && name !== 'height'),
  )
  const sized: SvgElement = {
    ...root,
    attributes: {
      viewBox: `0 0 ${size.w} ${size.h}`,
      ...attributes,
      width: String(size.w),
      height: String(size.h),
    },
  }
  const body = written(sized, removed).replace(/^<svg/, '<svg xmlns="http://www.w3.org/2000/svg"')
  return { text: `<?xml version="1.0" encoding="UTF-8"?>${body}`, size, removed: [...removed.keys()] }
}
