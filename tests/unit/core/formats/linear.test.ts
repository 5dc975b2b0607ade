/** Texts from outside that are made to be slow to read: none takes longer than its length allows. */
import { describe, expect, it } from '@jest/globals'
import { cleanSvg } from '@/core/formats/svg/sanitise'
import { isHarmlessValue } from '@/core/formats/svg/styles'
import { parseLength, parseTransform } from '@/core/formats/svg/transform'
import { readArtwork } from '@/core/formats/svg/artwork'
import { looksLikeSvg } from '@/core/formats/svg/xml'

const svg = (inner: string): string => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${inner}</svg>`

/** Eight times the text may take eight times the time, and some; 64 times the time would be the square of it. */
const growth = (make: (n: number) => string, read: (text: string) => unknown, n: number): number => {
  const time = (text: string): number => {
    const start = performance.now()
    read(text)
    return performance.now() - start
  }
  const [small, large] = [make(n), make(8 * n)]
  read(small)
  // In turns, so that what else the machine does meets both alike.
  const times = Array.from({ length: 8 }, () => [time(small), time(large)] as const)
  return Math.min(...times.map(([, most]) => most)) / Math.max(0.4, Math.min(...times.map(([least]) => least)))
}

describe('a text from outside', () => {
  it.each([
    ['comments before nothing', (n: number) => `${'<!---->'.repeat(n)}x`, looksLikeSvg, 3000],
    ['a document type without end', (n: number) => `<!DOCTYPE ${'[]'.repeat(n)}`, looksLikeSvg, 3000],
    ['white space before nothing', (n: number) => `${' '.repeat(n)}x`, looksLikeSvg, 30_000],
    ['addresses that do not end', (n: number) => 'url('.repeat(n), isHarmlessValue, 5000],
    ['addresses that end late', (n: number) => `${'url('.repeat(n)})`, isHarmlessValue, 5000],
    ['addresses one after another', (n: number) => 'url(#a)'.repeat(n), isHarmlessValue, 5000],
    ['words that might run', (n: number) => `${'expression '.repeat(n)}`, isHarmlessValue, 5000],
    ['addresses in a style', (n: number) => svg(`<rect style="fill:${'url('.repeat(n)}"/>`), cleanSvg, 3000],
    ['a length of digits', (n: number) => `${'1'.repeat(n)}!`, (text: string) => parseLength(text, 1, 1), 20_000],
    ['a length of spaces', (n: number) => `1${' '.repeat(n)}!`, (text: string) => parseLength(text, 1, 1), 20_000],
    ['a transform of spaces', (n: number) => `${' '.repeat(n)}x`, parseTransform, 20_000],
    ['a reference of spaces', (n: number) => svg(`<use href="#${' '.repeat(n)}x)"/>`), readArtwork, 20_000],
  ] as const)('of %s takes no square of its length', (_what, make, read, n) => {
    expect(growth(make, read, n)).toBeLessThan(40)
  })
})

describe('the beginning of a drawing', () => {
  it.each([
    ['<svg>', true],
    ['\uFEFF  <?xml version="1.0"?>\n<!-- a --><!DOCTYPE svg PUBLIC "x" "y">\n<svg:svg xmlns="x">', true],
    ['<!DOCTYPE svg [<!ENTITY a "b">]><SVG width="1">', true],
    ['<!-- <svg> -->x', false],
    ['<svgx>', false],
    ['<html><svg>', false],
    ['<!-- no end <svg>', false],
    ['', false],
  ])('%j is one: %p', (text, wanted) => expect(looksLikeSvg(text)).toBe(wanted))
  it.each([
    ['url(#a)', true],
    ["url( '#a' )", true],
    ['url(http://x/y)', false],
    ['URL(//x)', false],
    ['url(#a) url(x)', false],
    ['url(#a', false],
    ['url(url(#a))', false],
    ['expression (1)', false],
    ['expressions', true],
    ['behavior : x', false],
    ['JavaScript:x', false],
    ['red', true],
  ])('the value %j is harmless: %p', (value, wanted) => expect(isHarmlessValue(value)).toBe(wanted))
})
