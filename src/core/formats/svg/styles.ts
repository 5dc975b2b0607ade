import * as csstree from 'css-tree'
import type { SvgElement } from '@/core/formats/svg/xml'

/** One rule of a style sheet: a plain selector and what it declares. */
interface Rule {
  readonly matches: (element: SvgElement) => boolean
  readonly weight: number
  readonly declares: ReadonlyMap<string, string>
}

export interface StyleSheet {
  readonly rules: readonly Rule[]
}

const classesOf = ({ attributes }: SvgElement): readonly string[] => (attributes['class'] ?? '').split(/\s+/)

/** A selector of types, classes and ids without combinators; others are passed over, as are all pseudo-classes. */
const simpleSelector = (selector: csstree.CssNode): Pick<Rule, 'matches' | 'weight'> | null => {
  if (selector.type !== 'Selector') return null
  const tests: ((element: SvgElement) => boolean)[] = []
  let weight = 0
  for (const part of selector.children.toArray()) {
    if (part.type === 'TypeSelector') {
      weight += 1
      if (part.name !== '*') tests.push((element) => element.name === part.name)
    } else if (part.type === 'ClassSelector') {
      weight += 100
      tests.push((element) => classesOf(element).includes(part.name))
    } else if (part.type === 'IdSelector') {
      weight += 10_000
      tests.push((element) => element.attributes['id'] === part.name)
    } else return null
  }
  return { weight, matches: (element) => tests.every((test) => test(element)) }
}

const declarationsOf = (block: csstree.CssNode): ReadonlyMap<string, string> => {
  const found = new Map<string, string>()
  csstree.walk(block, (node) => {
    if (node.type === 'Declaration') found.set(node.property.toLowerCase(), csstree.generate(node.value).trim())
  })
  return found
}

const rulesOf = (css: string): readonly Rule[] => {
  const rules: Rule[] = []
  const tree = csstree.parse(css, { onParseError: () => undefined })
  csstree.walk(tree, {
    visit: 'Rule',
    enter: (rule) => {
      if (rule.prelude.type !== 'SelectorList') return
      const declares = declarationsOf(rule.block)
      for (const selector of rule.prelude.children.toArray()) {
        const simple = simpleSelector(selector)
        if (simple) rules.push({ ...simple, declares })
      }
    },
  })
  return rules
}

/** Every rule of the drawing's style elements, the weightiest last (CSS Cascade 4, 6.4). */
export const styleSheetOf = (root: SvgElement): StyleSheet => {
  const rules: Rule[] = []
  const visit = (element: SvgElement): void => {
    if (element.name === 'style') rules.push(...rulesOf(element.text))
    element.children.forEach(visit)
  }
  visit(root)
  return {
    rules: rules
      .map((rule, i) => ({ rule, i }))
      .sort((p, q) => p.rule.weight - q.rule.weight || p.i - q.i)
      .map(({ rule }) => rule),
  }
}

/** The declarations of a style attribute. */
export const inlineStyle = (text: string): ReadonlyMap<string, string> =>
  declarationsOf(csstree.parse(text, { context: 'declarationList', onParseError: () => undefined }))

/** A property as an element itself has it: style attribute, then style sheet, then attribute. */
export const ownProperty = (sheet: StyleSheet, element: SvgElement, name: string): string | undefined => {
  const inline = element.attributes['style']
  const declared = inline ? inlineStyle(inline).get(name) : undefined
  if (declared !== undefined) return declared
  const rule = sheet.rules.findLast((one) => one.declares.has(name) && one.matches(element))
  return rule?.declares.get(name) ?? element.attributes[name]
}

const isLocal = (url: string): boolean => /^\s*['"]?#/.test(url)

/** Rules that bring something in from elsewhere. */
const OUTSIDE_RULES = new Set('import font-face namespace'.split(' '))

/** A style sheet without imports, fonts and addresses that lead outside. */
export const harmlessCss = (css: string): string => {
  const tree = csstree.parse(css, { onParseError: () => undefined })
  csstree.walk(tree, (node, item, list) => {
    const isOutside = node.type === 'Atrule' && OUTSIDE_RULES.has(node.name.toLowerCase())
    if (isOutside) list?.remove(item)
    if (node.type === 'Declaration' && !isHarmlessValue(csstree.generate(node.value))) list?.remove(item)
  })
  return csstree.generate(tree)
}

/** What follows each `url(` of a value, up to its bracket: every part of the text is looked at once. */
const addressesIn = (value: string): readonly string[] => {
  const found: string[] = []
  const text = value.toLowerCase()
  for (let at = text.indexOf('url('); at >= 0;) {
    const next = text.indexOf('url(', at + 4)
    const end = text.indexOf(')', at + 4)
    // One that is not closed, or holds another, leads nowhere that is known: nothing more need be read.
    if (end < 0 || (next >= 0 && next < end)) return ['unknown']
    found.push(value.slice(at + 4, end))
    at = next
  }
  return found
}

const RUNS = ['javascript:', '-moz-binding'] as const

/** Is there a `word`, perhaps some space, and then `sign`? */
const holdsBefore = (text: string, word: string, sign: string): boolean =>
  text.split(word).some((part, i) => i > 0 && part.trimStart().startsWith(sign))

/** No address but one within the drawing, and nothing that runs. */
export const isHarmlessValue = (value: string): boolean => {
  const text = value.toLowerCase()
  return (
    addressesIn(value).every(isLocal) &&
    !RUNS.some((word) => text.includes(word)) &&
    !holdsBefore(text, 'expression', '(') &&
    !holdsBefore(text, 'behavior', ':')
  )
}

/** The declarations of a style attribute that lead nowhere. */
export const harmlessStyle = (text: string): string =>
  [...inlineStyle(text)]
    .filter(([, value]) => isHarmlessValue(value))
    .map(([name, value]) => `${name}:${value}`)
    .join(';')
