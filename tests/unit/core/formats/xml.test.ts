/** Text as it stands in XML: read back by an independent parser, whatever it holds. */
import { describe, expect, it } from '@jest/globals'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { fc, holdsFor } from '@tests/helpers/property'
import { escapeXml } from '@/core/formats/xml'

const parser = new XMLParser({ trimValues: false, parseTagValue: false, processEntities: true })

/** Char of XML 1.0 (fifth edition), 2.2, a code point at a time. */
const isAllowed = (sign: string): boolean => {
  const code = sign.codePointAt(0) ?? 0
  return (
    code === 0x9 ||
    code === 0xa ||
    code === 0xd ||
    (code >= 0x20 && code <= 0xd7ff) ||
    (code >= 0xe000 && code <= 0xfffd) ||
    code >= 0x10000
  )
}

describe('text in XML', () => {
  it('comes back as it was, without what no XML may hold', () => {
    const unit = fc.oneof(
      fc.string({ unit: 'binary', minLength: 1, maxLength: 1 }),
      fc.constantFrom('&', '<', '"', ']]>', '\ud83d', '\ude00', '\u0000', '\ufffe'),
    )
    holdsFor(fc.array(unit), (units) => {
      const text = units.join('')
      const xml = `<a>x${escapeXml(text)}</a>`
      expect(XMLValidator.validate(xml)).toBe(true)
      // Ends of lines are read as line feeds (XML 1.0, 2.11).
      const wanted = [...text].filter(isAllowed).join('').replace(/\r\n?/g, '\n')
      expect((parser.parse(xml) as { readonly a: string }).a).toBe(`x${wanted}`)
    })
  })
  it('keeps pairs of surrogates and leaves out their halves', () => {
    expect(escapeXml('\ud83d\ude00 \ud83d- \ude00\u0008')).toBe('\ud83d\ude00 - ')
  })
})
