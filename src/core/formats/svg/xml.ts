import { Failure } from '@/core/failure'
import { readXml, type XmlElement, type XmlReading } from '@/core/formats/xml'

/** An element of a drawing: its local name, its attributes by local name, and what it holds. */
export type SvgElement = XmlElement

/** What a drawing may hold at most. */
export const SVG_LIMITS = {
  characters: 12_000_000,
  elements: 60_000,
  depth: 120,
  uses: 20_000,
  /** Pieces of path whose lines are outlined. */
  linePieces: 20_000,
} as const

const unreadable = (why: string): Failure =>
  new Failure('picture-unreadable', `This SVG cannot be read: ${why}. Save it again as plain SVG and try once more.`)

const SILENT = new Set(['title', 'desc', 'metadata'])

const localName = (name: string): string => name.slice(name.indexOf(':') + 1)

/** Local names; elements of other namespaces are left out. */
const kept: XmlReading['kept'] = (name, attributes) => {
  const own: Record<string, string> = Object.create(null) as Record<string, string>
  for (const [key, value] of Object.entries(attributes)) {
    if (key === 'xmlns' || key.startsWith('xmlns:')) continue
    const local = localName(key)
    // `href` counts before the older `xlink:href` (SVG 2, 16.1.2).
    if (own[local] === undefined || key === local) own[local] = value
  }
  const isForeign = name.includes(':') && !name.startsWith('svg:')
  return { name: localName(name), attributes: own, isKept: !isForeign && !SILENT.has(localName(name)) }
}

const READING: XmlReading = {
  elements: SVG_LIMITS.elements,
  depth: SVG_LIMITS.depth,
  unreadable,
  tooMany: () =>
    new Failure('too-large', `This SVG has more than ${SVG_LIMITS.elements} elements. Simplify it and try again.`),
  kept,
}

/**
 * Reads the text of an SVG file into its elements. Nothing is fetched, no entity but XML's own five is known, elements
 * of other namespaces are left out. Throws `picture-unreadable` or `too-large` with what to do.
 */
export const parseSvg = (text: string): SvgElement => {
  if (text.length > SVG_LIMITS.characters)
    throw new Failure(
      'too-large',
      `This SVG has ${Math.round(text.length / 1e6)} million characters; at most ${SVG_LIMITS.characters / 1e6} million are read. Simplify it and try again.`,
    )
  const root = readXml(text, READING)
  if (root?.name !== 'svg') throw unreadable('it is no SVG drawing')
  return root
}

const SPACE = /\s/

/** Where the text goes on after white space. */
const pastSpace = (text: string, from: number): number => {
  let at = from
  while (at < text.length && SPACE.test(text[at] ?? '')) at += 1
  return at
}

/** Where the text goes on after the next `end`, or -1. */
const past = (text: string, end: string, from: number): number => {
  const at = text.indexOf(end, from)
  return at < 0 ? -1 : at + end.length
}

/** Where the text goes on after a document type, its own declarations in brackets included, or -1. */
const pastDocumentType = (text: string, from: number): number => {
  const close = text.indexOf('>', from)
  const open = text.indexOf('[', from)
  if (open < 0 || (close >= 0 && close < open)) return close < 0 ? -1 : close + 1
  const inside = past(text, ']', open)
  return inside < 0 ? -1 : past(text, '>', inside)
}

const startsWith = (text: string, sign: string, at: number): boolean =>
  text.slice(at, at + sign.length).toLowerCase() === sign

/**
 * Begins the text like an SVG file? A declaration, comments and a document type may come first. Read once from front to
 * back, so that no text takes longer than its length.
 */
export const looksLikeSvg = (head: string): boolean => {
  let at = pastSpace(head, head.startsWith('\uFEFF') ? 1 : 0)
  if (startsWith(head, '<?xml', at)) at = pastSpace(head, past(head, '?>', at))
  while (at >= 0 && (startsWith(head, '<!--', at) || startsWith(head, '<!doctype', at))) {
    const next = startsWith(head, '<!--', at) ? past(head, '-->', at + 4) : pastDocumentType(head, at)
    if (next < 0) return false
    at = pastSpace(head, next)
  }
  return at >= 0 && /^<(?:[a-z]{1,40}:)?svg[\s>/]/i.test(head.slice(at, at + 60))
}
