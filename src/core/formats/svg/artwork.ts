import { Failure } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { compose, determinant, translation, type Matrix } from '@/core/geometry/matrix'
import type { Size } from '@/core/geometry/vector'
import { cornersOf } from '@/core/geometry/rect'
import { combineOutlines } from '@/core/path/combine'
import { polygonPath, type FillRule, type Outline, type Path } from '@/core/path/path'
import { isTooFine } from '@/core/path/stroke'
import { transformPath } from '@/core/path/transform'
import { clipped, closedContours, type Clip } from '@/core/formats/svg/clips'
import { ownProperty, styleSheetOf, type StyleSheet } from '@/core/formats/svg/styles'
import { drawingSize, viewPort } from '@/core/formats/svg/viewport'
import { hasInside, isShape, shapePath } from '@/core/formats/svg/shapes'
import { isDrawn, lineOutline, lineStyle, NO_LINE, type LineStyle } from '@/core/formats/svg/strokes'
import { parseLength, parseTransform, viewBoxMatrix, type Viewport } from '@/core/formats/svg/transform'
import { parseSvg, SVG_LIMITS, type SvgElement } from '@/core/formats/svg/xml'

/** What the drawing fills; what a line of it covers; what a line without fill goes around. */
export type ArtKind = 'fill' | 'line' | 'inside'

/** Outlines read from a drawing, in its user units of 1/96 inch, from the bottom up. */
export interface Artwork {
  readonly outlines: readonly Outline[]
  /** What each is called in the drawing, or its kind. */
  readonly names: readonly string[]
  readonly kinds: readonly ArtKind[]
  readonly size: Size
  /** What was left out, in words. */
  readonly notes: readonly string[]
}

/** What is inherited on the way down, and where the walk is. */
interface Situation {
  readonly matrix: Matrix
  readonly port: Viewport
  readonly fill: string
  readonly line: LineStyle
  readonly fillRule: FillRule
  readonly isVisible: boolean
  readonly clips: readonly Clip[]
  /** Ids of what is being used, so that nothing uses itself. */
  readonly using: readonly string[]
}

const HOLDERS = new Set(['g', 'a', 'switch', 'svg', 'symbol'])
const LEFT_OUT: Readonly<Record<string, string>> = {
  text: 'text',
  image: 'images',
  foreignObject: 'foreign content',
  script: 'scripts',
  mask: 'masks',
}

const ruleOf = (value: string | undefined, before: FillRule): FillRule =>
  value === 'evenodd' || value === 'nonzero' ? value : before

const isZero = (value: string | undefined): boolean => value !== undefined && parseFloat(value) === 0

/** The id that a reference names: `#id`, or `url(#id)` with or without quotes. */
const idOf = (reference: string | undefined): string | null => {
  const text = (reference ?? '').trim()
  const address = text.startsWith('url(') && text.endsWith(')') ? text.slice(4, -1).trim() : text
  const plain = /^['"]/.test(address) ? address.slice(1, -1) : address
  return /^#[^'")]+$/.test(plain) ? plain.slice(1) : null
}

/** Walks a drawing and gathers what it fills. */
class ArtworkReader {
  readonly outlines: Outline[] = []
  readonly names: string[] = []
  readonly kinds: ArtKind[] = []
  readonly notes = new Map<string, number>()
  private readonly byId = new Map<string, SvgElement>()
  private uses = 0
  private pieces = 0
  private lineWork = 0

  constructor(
    private readonly sheet: StyleSheet,
    root: SvgElement,
  ) {
    const index = (element: SvgElement): void => {
      const { id } = element.attributes
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element)
      element.children.forEach(index)
    }
    index(root)
  }

  private property(element: SvgElement, name: string): string | undefined {
    return ownProperty(this.sheet, element, name)
  }

  private note(what: string): void {
    this.notes.set(what, (this.notes.get(what) ?? 0) + 1)
  }

  /** What holds for an element and all below it. */
  private within(element: SvgElement, at: Situation): Situation {
    const read = (name: string): string | undefined => this.property(element, name)
    const matrix = compose(at.matrix, parseTransform(read('transform')))
    const clip = idOf(read('clip-path'))
    const visibility = read('visibility')
    const inherited = (value: string | undefined, before: string): string =>
      value === undefined || value === 'inherit' ? before : value
    const next: Situation = {
      ...at,
      matrix,
      fill: inherited(read('fill'), at.fill),
      line: lineStyle(read, at.port, at.line),
      fillRule: ruleOf(read('fill-rule'), at.fillRule),
      isVisible: visibility === undefined ? at.isVisible : visibility === 'visible',
    }
    if (read('mask') !== undefined && read('mask') !== 'none') this.note('masks')
    if (clip === null) return next
    return { ...next, clips: [...at.clips, { outline: this.clipOutline(clip, next), isViewport: false }] }
  }

  /** All that a clip path lets through, as one outline. */
  private clipOutline(id: string, at: Situation): Outline {
    const element = this.byId.get(id)
    const nothing: Outline = { path: [], fillRule: 'nonzero' }
    if (element?.name !== 'clipPath' || at.using.includes(id)) return nothing
    if (this.property(element, 'clipPathUnits') === 'objectBoundingBox') {
      this.note('clip paths measured by what they clip')
      return nothing
    }
    const base = { ...at, matrix: compose(at.matrix, parseTransform(this.property(element, 'transform'))) }
    const parts = element.children.flatMap((child) => this.clipParts(child, { ...base, using: [...at.using, id] }))
    return parts.reduce(
      (sofar, part) => (sofar.path.length ? combineOutlines(sofar, part, 'unite').outline : part),
      nothing,
    )
  }

  private clipParts(element: SvgElement, at: Situation): readonly Outline[] {
    const matrix = compose(at.matrix, parseTransform(this.property(element, 'transform')))
    if (element.name === 'use') {
      const id = idOf(element.attributes['href'])
      const target = id === null ? undefined : this.byId.get(id)
      if (!target || id === null || at.using.includes(id)) return []
      return this.clipParts(target, { ...at, matrix, using: [...at.using, id] })
    }
    if (!isShape(element)) return []
    const fillRule = ruleOf(this.property(element, 'clip-rule'), 'nonzero')
    return [{ path: transformPath(matrix, shapePath(element, at.port)), fillRule }]
  }

  visit(element: SvgElement, at: Situation): void {
    if (this.property(element, 'display') === 'none') return
    if (LEFT_OUT[element.name]) return this.note(LEFT_OUT[element.name] ?? '')
    if (isZero(this.property(element, 'opacity'))) return
    if (element.name === 'use') return this.visitUse(element, at)
    if (isShape(element)) return this.take(element, this.within(element, at))
    if (!HOLDERS.has(element.name)) return
    const inner = this.within(element, at)
    const here = element.name === 'svg' ? this.nested(element, inner) : inner
    for (const child of element.children) if (child.name !== 'symbol') this.visit(child, here)
  }

  /** An svg within a drawing has a viewport of its own. */
  private nested(element: SvgElement, at: Situation): Situation {
    const a = element.attributes
    const port = { w: parseLength(a['width'], at.port.w, at.port.w), h: parseLength(a['height'], at.port.h, at.port.h) }
    const place = translation(parseLength(a['x'], at.port.w, 0), parseLength(a['y'], at.port.h, 0))
    return this.through(element, { ...at, matrix: compose(at.matrix, place) }, port)
  }

  /** What an element with a viewport shows of what it holds: nothing beyond it, unless it says so (SVG 2, 8.5 and 5.5). */
  private through(element: SvgElement, at: Situation, port: Viewport): Situation {
    const { viewBox, preserveAspectRatio } = element.attributes
    const box = viewBoxMatrix(viewBox, preserveAspectRatio, port)
    const inner = { ...at, matrix: compose(at.matrix, box), port: viewPort(viewBox, port) }
    if (/^(visible|auto)$/.test(this.property(element, 'overflow') ?? '')) return inner
    const view = polygonPath(cornersOf({ x0: 0, y0: 0, x1: port.w, y1: port.h }))
    const outline: Outline = { path: transformPath(at.matrix, view), fillRule: 'nonzero' }
    return { ...inner, clips: [...at.clips, { outline, isViewport: true }] }
  }

  private visitUse(element: SvgElement, at: Situation): void {
    this.uses += 1
    if (this.uses > SVG_LIMITS.uses)
      throw new Failure(
        'too-large',
        `This SVG repeats its parts more than ${SVG_LIMITS.uses} times. Simplify it and try again.`,
      )
    const id = idOf(element.attributes['href'])
    const target = id === null ? undefined : this.byId.get(id)
    if (!target || id === null) return this.note('references to other files')
    if (at.using.includes(id)) return this.note('parts that use themselves')
    const a = element.attributes
    const inner = this.within(element, { ...at, using: [...at.using, id] })
    const moved = {
      ...inner,
      matrix: compose(inner.matrix, translation(parseLength(a['x'], at.port.w, 0), parseLength(a['y'], at.port.h, 0))),
    }
    if (target.name !== 'symbol') return this.visit(target, moved)
    const port = { w: parseLength(a['width'], at.port.w, at.port.w), h: parseLength(a['height'], at.port.h, at.port.h) }
    const within = this.through(target, this.within(target, moved), port)
    for (const child of target.children) this.visit(child, within)
  }

  private take(element: SvgElement, at: Situation): void {
    if (!at.isVisible || Math.abs(determinant(at.matrix)) < 1e-12) return
    const path = shapePath(element, at.port)
    const isFilled = hasInside(element) && isPainted(at.fill) && !isZero(this.property(element, 'fill-opacity'))
    if (isFilled) this.put(element, { path: transformPath(at.matrix, path), fillRule: at.fillRule }, at, 'fill')
    if (!isDrawn(at.line) || isZero(this.property(element, 'stroke-opacity'))) return
    this.draw(element, path, at)
    if (isFilled || !hasInside(element)) return
    const inside: Outline = { path: transformPath(at.matrix, closedContours(path)), fillRule: at.fillRule }
    this.put(element, inside, at, 'inside')
  }

  private draw(element: SvgElement, path: Path, at: Situation): void {
    this.lineWork += path.length
    if (this.lineWork > SVG_LIMITS.linePieces) return this.note('lines beyond the first thousands')
    const line = {
      path,
      style: at.line,
      matrix: at.matrix,
      keepsWidth: this.property(element, 'vector-effect') === 'non-scaling-stroke',
      pathLength: parseLength(element.attributes['pathLength'], 1, NaN),
    }
    if (isTooFine(path, at.line)) this.note('gaps of very fine dashes')
    this.put(element, lineOutline(line), at, 'line')
  }

  private put(element: SvgElement, whole: Outline, at: Situation, kind: ArtKind): void {
    const outline = clipped(whole, at.clips)
    if (!outline.path.some(({ kind }) => kind !== 'move' && kind !== 'close')) return
    this.pieces += outline.path.length
    if (this.pieces > RANGE.segments * 10)
      throw new Failure(
        'too-large',
        `This SVG has more than ${RANGE.segments * 10} pieces of line. Simplify it and try again.`,
      )
    this.outlines.push(outline)
    this.names.push(element.attributes['id'] ?? element.attributes['label'] ?? element.name)
    this.kinds.push(kind)
  }
}

const isPainted = (paint: string): boolean => paint !== 'none' && paint !== 'transparent'

const wordsOf = (notes: ReadonlyMap<string, number>): readonly string[] =>
  [...notes].map(([what, count]) => `Left out: ${what} (${count})`)

/**
 * Reads the outlines of an SVG 1.1 or 2 drawing: paths, basic shapes, groups, use, symbols, nested drawings, transforms,
 * viewBox, fill rules, clip paths and plain style sheets. Nothing is fetched. Throws `picture-unreadable` or `too-large`.
 */
export const readArtwork = (text: string): Artwork => {
  const root = parseSvg(text)
  const size = drawingSize(root)
  const reader = new ArtworkReader(styleSheetOf(root), root)
  const start: Situation = {
    matrix: viewBoxMatrix(root.attributes['viewBox'], root.attributes['preserveAspectRatio'], size),
    port: viewPort(root.attributes['viewBox'], size),
    fill: 'black',
    line: NO_LINE,
    fillRule: 'nonzero',
    isVisible: true,
    clips: [],
    using: [],
  }
  const top: SvgElement = { ...root, name: 'g', attributes: withoutPlace(root.attributes) }
  reader.visit(top, start)
  return {
    outlines: reader.outlines,
    names: reader.names,
    kinds: reader.kinds,
    size,
    notes: wordsOf(reader.notes),
  }
}

/** The drawing's own viewport has been dealt with. */
const PLACES = new Set(['x', 'y', 'width', 'height', 'viewBox'])

const withoutPlace = (attributes: SvgElement['attributes']): SvgElement['attributes'] =>
  Object.fromEntries(Object.entries(attributes).filter(([name]) => !PLACES.has(name)))
