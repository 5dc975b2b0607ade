import { SaxesParser } from 'saxes'
import type { Failure } from '@/core/failure'

/** An element: its name, its attributes, and what it holds. */
export interface XmlElement {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly XmlElement[]
  /** Its own text, joined. */
  readonly text: string
}

interface Growing {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: Growing[]
  text: string
}

/** How a kind of XML is read: what it may hold at most, and how it is refused. */
export interface XmlReading {
  readonly elements: number
  readonly depth: number
  readonly unreadable: (why: string) => Failure
  readonly tooMany: () => Failure
  /** How an element is kept: by which name and attributes, and whether at all. */
  readonly kept: (
    name: string,
    attributes: Readonly<Record<string, string>>,
  ) => { readonly name: string; readonly attributes: Readonly<Record<string, string>>; readonly isKept: boolean }
}

/**
 * Reads XML into its elements. Nothing is fetched and no entity but XML's own five is known. Throws what the reading
 * says where it is not well formed, too deep or too large; null where there is nothing.
 */
export const readXml = (
  text: string,
  { elements, depth, unreadable, tooMany, kept }: XmlReading,
): XmlElement | null => {
  const parser = new SaxesParser({ xmlns: false })
  const stack: Growing[] = []
  let root: Growing | null = null
  let count = 0
  parser.on('error', (error) => {
    throw unreadable(error.message.replace(/^[^:]*:\d+:\d+: /, '').replace(/\.$/, ''))
  })
  parser.on('opentag', ({ name, attributes }) => {
    count += 1
    if (count > elements) throw tooMany()
    if (stack.length >= depth) throw unreadable(`its elements are nested more than ${depth} deep`)
    const { isKept, ...own } = kept(name, attributes)
    const element: Growing = { ...own, children: [], text: '' }
    if (isKept) stack.at(-1)?.children.push(element)
    if (!stack.length) root ??= element
    stack.push(element)
  })
  const addText = (more: string): void => {
    const top = stack.at(-1)
    if (top) top.text += more
  }
  parser.on('text', addText)
  parser.on('cdata', addText)
  parser.on('closetag', () => void stack.pop())
  parser.write(text.replace(/^\uFEFF/, '')).close()
  return root
}

/** What no XML may hold, however it is written (XML 1.0, 2.2): most controls, and halves of pairs. */
const FORBIDDEN =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g

/** Text as it stands in XML, without what can't stand there. */
export const escapeXml = (text: string): string =>
  text
    .replace(FORBIDDEN, '')
    .replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign)
