import { BLENDS, type Blend } from '@/core/colour/blend'
import { Failure } from '@/core/failure'
import type { Size } from '@/core/geometry/vector'
import { escapeXml, readXml, type XmlElement, type XmlReading } from '@/core/formats/xml'

/**
 * OpenRaster (freedesktop.org, baseline 0.0.5): a zip whose first file, `mimetype`, is not compressed; `stack.xml`, whose
 * first entry is the topmost; a PNG for each layer, and the whole picture as `mergedimage.png`. Names and defaults of the
 * attributes are given from memory of the specification.
 */
export const OPEN_RASTER = {
  mimetype: 'image/openraster',
  version: '0.0.5',
  stack: 'stack.xml',
  merged: 'mergedimage.png',
  thumbnail: 'Thumbnails/thumbnail.png',
} as const

export const STACK_LIMITS = { characters: 4_000_000, elements: 4000, depth: 60, layers: 60, side: 65_000 } as const

/** A layer of a stack: which file of the zip it is, where it lies in the whole picture, and how it is painted. */
export interface StackLayer {
  readonly name: string
  readonly src: string
  /** Of its top left corner, in pixels of the whole picture. */
  readonly x: number
  readonly y: number
  /** In [0, 1]. */
  readonly opacity: number
  readonly blend: Blend
  readonly isVisible: boolean
}

export interface LayerStack {
  readonly size: Size
  /** From the bottom up. */
  readonly layers: readonly StackLayer[]
  /** What could not be taken as it is, in words. */
  readonly notes: readonly string[]
}

const unreadable = (why: string): Failure =>
  new Failure(
    'picture-unreadable',
    `This OpenRaster file cannot be read: ${why}. Save it again, or save its layers as PNG, and try once more.`,
  )

const tooMany = (): Failure =>
  new Failure(
    'too-large',
    `This OpenRaster file has more than ${STACK_LIMITS.layers} layers. Join some of them and save it again.`,
  )

const READING: XmlReading = {
  elements: STACK_LIMITS.elements,
  depth: STACK_LIMITS.depth,
  unreadable: (why) => unreadable(`in its ${OPEN_RASTER.stack}, ${why}`),
  tooMany,
  kept: (name, attributes) => ({
    name,
    attributes: Object.assign(Object.create(null) as Record<string, string>, attributes),
    isKept: name === 'stack' || name === 'layer',
  }),
}

const numberOf = (value: string | undefined, otherwise: number): number => {
  const number = value === undefined || value.trim() === '' ? otherwise : Number(value)
  return Number.isFinite(number) ? number : otherwise
}

const shareOf = (value: string | undefined): number => Math.min(1, Math.max(0, numberOf(value, 1)))

/** `svg:src-over` and the names of W3C's blend modes with `svg:` before them; null for what is not known. */
const blendOf = (operator: string | undefined): Blend | null => {
  const name = (operator ?? 'svg:src-over').replace(/^svg:/, '')
  return name === 'src-over' ? 'normal' : (BLENDS.find((blend) => blend === name) ?? null)
}

/** What holds for all that a stack holds. */
interface Above {
  readonly opacity: number
  readonly isVisible: boolean
}

class StackReader {
  readonly layers: StackLayer[] = []
  readonly notes = new Set<string>()

  walk(element: XmlElement, above: Above): void {
    const { attributes } = element
    const own: Above = {
      opacity: above.opacity * shareOf(attributes['opacity']),
      isVisible: above.isVisible && attributes['visibility'] !== 'hidden',
    }
    if (element.name === 'layer') return this.add(element, own)
    if (blendOf(attributes['composite-op']) !== 'normal' || shareOf(attributes['opacity']) < 1)
      this.notes.add(
        'Groups of layers are painted layer by layer: their own opacity falls to each, their mixing is left out.',
      )
    // The first is the topmost.
    for (const child of [...element.children].reverse()) this.walk(child, own)
  }

  private add({ attributes }: XmlElement, { opacity, isVisible }: Above): void {
    if (this.layers.length >= STACK_LIMITS.layers) throw tooMany()
    const name = (attributes['name'] ?? '').trim() || `Layer ${this.layers.length + 1}`
    const blend = blendOf(attributes['composite-op'])
    if (blend === null)
      this.notes.add(`“${name}” mixes with what lies beneath in a way that is not known here; it lies over it.`)
    const { src } = attributes
    if (src === undefined || src === '') throw unreadable(`its layer “${name}” names no file`)
    const [x, y] = [numberOf(attributes['x'], 0), numberOf(attributes['y'], 0)]
    this.layers.push({ name, src, x: Math.round(x), y: Math.round(y), opacity, blend: blend ?? 'normal', isVisible })
  }
}

/** Reads `stack.xml`. Throws `picture-unreadable` or `too-large` with what to do. */
export const readStack = (text: string): LayerStack => {
  if (text.length > STACK_LIMITS.characters) throw tooMany()
  const root = readXml(text, READING)
  if (root?.name !== 'image') throw unreadable(`its ${OPEN_RASTER.stack} describes no picture`)
  const [w, h] = [numberOf(root.attributes['w'], 0), numberOf(root.attributes['h'], 0)]
  const isSize = [w, h].every((side) => Number.isInteger(side) && side >= 1 && side <= STACK_LIMITS.side)
  if (!isSize) throw unreadable('it does not say how large it is')
  const reader = new StackReader()
  for (const child of [...root.children].reverse()) reader.walk(child, { opacity: 1, isVisible: true })
  if (!reader.layers.length) throw unreadable('it holds no layers')
  return { size: { w, h }, layers: reader.layers, notes: [...reader.notes] }
}

/** Layers composed by themselves before they meet what lies beneath. */
export interface StackGroup extends Pick<StackLayer, 'name' | 'opacity' | 'blend'> {
  /** From the bottom up. */
  readonly children: readonly StackEntry[]
}

export type StackEntry = StackLayer | StackGroup

const operatorOf = (blend: Blend): string => `svg:${blend === 'normal' ? 'src-over' : blend}`

const entryLines = (entry: StackEntry, indent: string): readonly string[] => {
  const { name, opacity, blend } = entry
  const how = `opacity="${opacity}" composite-op="${operatorOf(blend)}"`
  if ('children' in entry)
    return [
      `${indent}<stack name="${escapeXml(name)}" ${how} isolation="isolate">`,
      ...entriesLines(entry.children, `${indent}  `),
      `${indent}</stack>`,
    ]
  const visibility = entry.isVisible ? 'visible' : 'hidden'
  return [
    `${indent}<layer name="${escapeXml(name)}" src="${escapeXml(entry.src)}" x="${entry.x}" y="${entry.y}" visibility="${visibility}" ${how}/>`,
  ]
}

const entriesLines = (entries: readonly StackEntry[], indent: string): readonly string[] =>
  [...entries].reverse().flatMap((entry) => entryLines(entry, indent))

/** A picture of layers, from the bottom up, some of them in stacks of their own. */
export interface StackToWrite {
  readonly size: Size
  readonly layers: readonly StackEntry[]
  /** Pixels an inch. */
  readonly ppi?: number
}

/** Writes `stack.xml`. */
export const writeStack = ({ size, layers, ppi }: StackToWrite): string =>
  [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<image version="${OPEN_RASTER.version}" w="${size.w}" h="${size.h}"${ppi === undefined ? '' : ` xres="${Math.round(ppi)}" yres="${Math.round(ppi)}"`}>`,
    '  <stack>',
    ...entriesLines(layers, '    '),
    '  </stack>',
    '</image>',
    '',
  ].join('\n')
