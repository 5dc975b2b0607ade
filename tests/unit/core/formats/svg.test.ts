/** Hostile drawings: each is stripped or refused in words, in little time. */
import { describe, expect, it } from '@jest/globals'
import { readArtwork } from '@/core/formats/svg/artwork'
import { cleanSvg } from '@/core/formats/svg/sanitise'
import { stencilSvg } from '@/core/formats/svg/write'
import { looksLikeSvg } from '@/core/formats/svg/xml'
import { isFailure } from '@/core/failure'
import { boundsOf } from '@/core/path/extent'
import { areaOf } from '@/core/path/area'
import { outlineOf } from '@/core/stencil/stencil'
import { aspectSize } from '@/core/stencil/presets'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { stencils } from '@tests/helpers/arbitrary'
import { near } from '@tests/helpers/near'

const svg = (inner: string): string => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inner}</svg>`

/** The code and words with which a drawing is refused; null if it is read. */
const refusal = (text: string): string | null => {
  try {
    readArtwork(text)
    return null
  } catch (error) {
    if (isFailure(error)) return `${error.code}: ${error.message}`
    throw error
  }
}

describe('a hostile drawing', () => {
  it.each([
    ['an entity bomb', `<!DOCTYPE svg [<!ENTITY a "x"><!ENTITY b "&a;&a;">]>${svg('<text>&b;</text>')}`, /entit/i],
    ['an outer entity', `<!DOCTYPE svg [<!ENTITY f SYSTEM "file:///etc/passwd">]>${svg('<text>&f;</text>')}`, /entit/i],
    ['deep nesting', svg('<g>'.repeat(100_000)), /nested more than/],
    ['too many elements', svg('<g/>'.repeat(70_000)), /more than 60000 elements/],
    ['a path of more than 12 MB', svg(`<path d="M0 0${'L1 1'.repeat(3_100_000)}"/>`), /at most 12 million/],
    ['a path of 10 MB', svg(`<path d="M0 0${'L1 1'.repeat(2_500_000)}"/>`), /at most 20000 pieces/],
    ['100,000 points', svg(`<polygon points="${'1,2 '.repeat(100_000)}"/>`.repeat(3)), /more than 200000 pieces/],
    [
      'use upon use',
      svg(
        Array.from({ length: 20 }, (_, i) => `<g id="g${i}">${`<use href="#g${i + 1}"/>`.repeat(9)}</g>`).join('') +
          '<g id="g20"><rect width="1" height="1"/></g><use href="#g0"/>',
      ),
      /repeats its parts/,
    ],
    ['something else', '<html><body/></html>', /no SVG drawing/],
    ['nothing', '', /cannot be read/],
    ['half a file', '<svg xmlns="http://www.w3.org/2000/svg"><g', /cannot be read/],
  ])('%s is refused with what to do', (_what, text, words) => {
    const said = refusal(text)
    expect(said).toMatch(words)
    expect(said).toMatch(/try (again|once more)\.$/)
  })
  it.each([
    ['not-a-number sizes', svg('<rect width="NaN" height="5"/><rect x="1e999" width="5" height="5"/><circle r="-5"/>')],
    [
      'not-a-number paths and transforms',
      svg('<path d="M0 0L NaN 5"/><g transform="scale(NaN)"><rect width="5" height="5"/></g>'),
    ],
    ['parts that use themselves', svg('<g id="a"><use href="#a"/></g><use id="b" href="#b"/>')],
    [
      'clip paths that clip themselves',
      svg('<clipPath id="c"><use href="#u"/></clipPath><rect id="u" clip-path="url(#c)" width="5" height="5"/>'),
    ],
    [
      'a broken style sheet',
      svg('<style>.a{fill:;;}}{ @import "http://x"; .b{</style><rect class="a" width="5" height="5"/>'),
    ],
  ])('with %s is read without harm', (_what, text) => {
    expect(refusal(text)).toBeNull()
    for (const { path } of readArtwork(text).outlines)
      for (const value of Object.values(boundsOf(path))) expect(Number.isFinite(value)).toBe(true)
  })
  it('kept as a picture holds nothing that runs, is fetched or leads outside', () => {
    const { text, removed } = cleanSvg(
      `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" onload="run()" width="20" height="10">
       <script>run()</script><foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><script>run()</script></body></foreignObject>
       <style>@import url(http://example.invalid/a.css); .a{fill:red;background:url(http://example.invalid/b)} .c{fill:url(#g)}</style>
       <image href="http://example.invalid/c.png"/><image xlink:href="data:image/png;base64,AAAA"/><image href="data:image/svg+xml;base64,AAAA"/>
       <use href="http://example.invalid/d.svg#x"/><a href="javascript:run()"><rect class="a" width="5" height="5" onclick="run()" style="fill:url(http://example.invalid/e);stroke:blue"/></a>
       <set attributeName="href" to="javascript:run()"/><animate attributeName="x"/></svg>`,
    )
    expect(text).not.toMatch(
      /run\(|invalid|script|foreignObject|@import|on(load|click)|javascript|svg\+xml|animate|<set/i,
    )
    expect(text).toContain('data:image/png;base64,AAAA')
    expect(text).toContain('stroke:blue')
    expect(text).toContain('fill:url(#g)')
    expect(removed).toEqual(expect.arrayContaining(['script', 'foreignObject', 'onload', 'set']))
  })
  it('once cleaned stays as it is', () => {
    const once = cleanSvg(svg('<g fill="a&quot;b"><text x="1">A &amp; B</text><path d="M0 0h5"/></g>')).text
    expect(cleanSvg(once).text).toBe(once)
  })
  it('is told by its beginning', () => {
    for (const head of [
      '<svg xmlns="a">',
      '\uFEFF<?xml version="1.0"?>\n<!-- c --><svg>',
      '<!DOCTYPE svg PUBLIC "a" "b"><svg viewBox="0">',
    ])
      expect(looksLikeSvg(head)).toBe(true)
    for (const head of ['<html><svg>', 'plain <svg>', '<svgx>', '']) expect(looksLikeSvg(head)).toBe(false)
  })
})

describe('a stencil saved as SVG', () => {
  it('is read again as the same outline', () =>
    holdsFor(
      fc.tuple(stencils, real(0.2, 5)),
      ([stencil, aspect]) => {
        const [outline, ...none] = readArtwork(stencilSvg(stencil, aspect, 'A <b> & "c"')).outlines
        expect(none).toEqual([])
        const size = aspectSize(aspect, 400)
        const own = outlineOf(stencil, size)
        near(Math.abs(areaOf(outline?.path ?? [])), Math.abs(areaOf(own.path)), 1e-4 * size.w * size.h)
        expect(outline?.fillRule).toBe(own.fillRule)
      },
      80,
    ))
})
