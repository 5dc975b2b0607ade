/** Typefaces that are damaged or made to harm: each is refused in words, or drawn without its broken parts. */
import { describe, expect, it } from '@jest/globals'
import { isFailure } from '@/core/failure'
import { probeFace } from '@/faces/probe'
import { canTravel } from '@/server/faces/catalogue'
import { bytesOfFace } from '@tests/helpers/lettering'
import { fc, holdsFor } from '@tests/helpers/property'
import { cyclicFont, embeddingFont, tableOf } from '@tests/helpers/fontFiles'

const wordsFor = (bytes: Uint8Array): string => {
  try {
    probeFace(bytes)
    return 'taken'
  } catch (error) {
    if (isFailure(error)) return error.message
    throw error
  }
}

describe('a typeface', () => {
  it('that is sound is read with its name and kind', () => {
    expect(probeFace(bytesOfFace('anton'))).toMatchObject({ family: 'Anton', ending: 'ttf', embedding: 0 })
  })
  it('cut short anywhere is refused or still draws, and never throws anything else', () => {
    const whole = bytesOfFace('bungee')
    expect(wordsFor(whole.subarray(0, 0))).toMatch(/no typeface/)
    expect(wordsFor(whole.subarray(0, 3))).toMatch(/no typeface/)
    for (const share of [0.001, 0.01, 0.1, 0.3, 0.5])
      expect(wordsFor(whole.slice(0, Math.round(whole.length * share)))).toMatch(/cannot be (read|used).*Choose/s)
  })
  it('that is no typeface is refused by what it is', () => {
    for (const text of ['GIF89a', '<svg xmlns="http://www.w3.org/2000/svg"/>', 'ttcf\u0000\u0002\u0000\u0000'])
      expect(wordsFor(new TextEncoder().encode(text))).toMatch(/no typeface.*Choose/s)
  })
  it('whose tables tell lies is refused or drawn without them', () => {
    const bytes = bytesOfFace('anton').slice()
    for (const tag of ['glyf', 'loca', 'cmap', 'head', 'hmtx', 'maxp', 'hhea']) {
      const harmed = bytes.slice()
      const entry = tableOf(harmed, tag)
      new DataView(harmed.buffer).setUint32(entry + 8, 0xfffffff0)
      expect(wordsFor(harmed)).toMatch(/cannot be (read|used)/)
    }
  })
  it('whose WOFF2 is garbage behind its head is refused', () => {
    const bytes = new Uint8Array(4000)
    bytes.set(new TextEncoder().encode('wOF2'))
    bytes.fill(0x5a, 4)
    expect(wordsFor(bytes)).toMatch(/cannot be read/)
  })
  it('whose glyphs are made of one another in a circle is refused', () =>
    expect(wordsFor(cyclicFont(bytesOfFace('anton')))).toMatch(/damaged/))
  it('with bytes changed at random never ends otherwise than taken or refused in words', () => {
    const whole = bytesOfFace('league-gothic')
    holdsFor(
      fc.array(fc.tuple(fc.nat({ max: whole.length - 1 }), fc.nat({ max: 255 })), { minLength: 1, maxLength: 60 }),
      (changes) => {
        const bytes = whole.slice()
        for (const [at, value] of changes) bytes[at] = value
        expect(typeof wordsFor(bytes)).toBe('string')
      },
      40,
    )
  })
})

describe('embedding bits', () => {
  // OpenType 1.9, OS/2, fsType: 0 installable, 2 restricted, 4 preview and print, 8 editable, 0x200 bitmaps only.
  it('let a typeface travel only where it may be installed or edited with', () => {
    expect([0, 8, 0x108, 2, 4, 6, 0x200, 0x208].map(canTravel)).toEqual([
      true,
      true,
      true,
      false,
      false,
      false,
      false,
      false,
    ])
  })
  it('are read from the file', () => {
    for (const bits of [0, 2, 4, 8, 0x208])
      expect(probeFace(embeddingFont(bytesOfFace('anton'), bits)).embedding).toBe(bits)
  })
})
