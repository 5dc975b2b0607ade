/** `stack.xml` of OpenRaster (freedesktop.org, baseline 0.0.5; attributes and defaults from memory). */
import { describe, expect, it } from '@jest/globals'
import { XMLParser } from 'fast-xml-parser'
import { BLENDS } from '@/core/colour/blend'
import { isOpeningName } from '@/core/formats/openingNames'
import { readStack, STACK_LIMITS, writeStack, type StackLayer } from '@/core/formats/openRaster'
import { fc, holdsFor } from '@tests/helpers/property'

const image = (inner: string, attributes = 'w="300" h="200"'): string =>
  `<?xml version='1.0' encoding='UTF-8'?>\n<image version="0.0.5" ${attributes}><stack>${inner}</stack></image>`
const layer = (attributes: string): string => `<layer src="data/a.png" ${attributes}/>`

describe('the stack of an OpenRaster file', () => {
  it('is read from the bottom up, its first entry the topmost, with the defaults of what is not said', () => {
    const { size, layers, notes } = readStack(
      image(
        '<layer name="Cord" src="data/2.png" x="-4" y="12" opacity="0.5" visibility="hidden" composite-op="svg:multiply"/>' +
          '<layer src="data/1.png"/>',
      ),
    )
    expect(size).toEqual({ w: 300, h: 200 })
    expect(layers).toEqual([
      { name: 'Layer 1', src: 'data/1.png', x: 0, y: 0, opacity: 1, blend: 'normal', isVisible: true },
      { name: 'Cord', src: 'data/2.png', x: -4, y: 12, opacity: 0.5, blend: 'multiply', isVisible: false },
    ])
    expect(notes).toEqual([])
  })
  it('takes layers out of groups: hidden with them, their opacity falling to each, which is said', () => {
    const { layers, notes } = readStack(
      image(
        `<stack visibility="hidden">${layer('name="A"')}</stack>` +
          `<stack opacity="0.5"><stack opacity="0.5">${layer('name="B" opacity="0.8"')}</stack>${layer('name="C"')}</stack>`,
      ),
    )
    expect(layers.map(({ name, opacity, isVisible }) => [name, opacity, isVisible])).toEqual([
      ['C', 0.5, true],
      ['B', 0.2, true],
      ['A', 1, false],
    ])
    expect(notes).toEqual([expect.stringContaining('Groups of layers are painted layer by layer')])
  })
  it.each([
    ['svg:src-over', 'normal'],
    ['svg:color-dodge', 'color-dodge'],
    ['svg:luminosity', 'luminosity'],
    ['svg:plus', 'normal'],
    ['of-somebody:own', 'normal'],
  ])('mixes by %s as %s', (operator, blend) => {
    const { layers, notes } = readStack(image(layer(`name="A" composite-op="${operator}"`)))
    expect(layers[0]?.blend).toBe(blend)
    expect(notes.length).toBe(operator === 'svg:plus' || operator === 'of-somebody:own' ? 1 : 0)
  })
  it.each([
    ['is no XML', 'w="3"', /cannot be read/],
    ['describes something else', '<svg/>', /describes no picture/],
    ['says no size', image(layer(''), 'w="0" h="200"'), /how large it is/],
    ['says a size that is none', image(layer(''), 'w="1e9" h="1"'), /how large it is/],
    ['holds no layers', image(''), /holds no layers/],
    ['has a layer without a file', image('<layer name="A"/>'), /“A” names no file/],
    ['is 1,000 deep', image('<stack>'.repeat(1000) + layer('') + '</stack>'.repeat(1000)), /nested more than/],
    ['declares an entity', image(layer('name="&boom;"')), /cannot be read/],
    ['has one layer beyond the most', image(layer('').repeat(STACK_LIMITS.layers + 1)), /more than 60 layers/],
  ])('that %s is refused with what to do', (_what, text, words) => {
    expect(() => readStack(text)).toThrow(words)
    expect(() => readStack(text)).toThrow(/try once more|save it again/i)
  })
  it('has as many layers as may be', () =>
    expect(readStack(image(layer('').repeat(STACK_LIMITS.layers))).layers.length).toBe(STACK_LIMITS.layers))
  it('that is written says the same to another reader, and to this one', () => {
    const layers = fc.array(
      fc.record({
        name: fc.string({ minLength: 1, maxLength: 20 }).filter((name) => /^[!-~](?:[ -~]*[!-~])?$/.test(name)),
        src: fc.constantFrom('data/0.png', 'data/a&b.png'),
        x: fc.integer({ min: -9999, max: 9999 }),
        y: fc.integer({ min: -9999, max: 9999 }),
        opacity: fc.integer({ min: 0, max: 100 }).map((percent) => percent / 100),
        blend: fc.constantFrom(...BLENDS),
        isVisible: fc.boolean(),
      }),
      { minLength: 1, maxLength: 6 },
    )
    holdsFor(layers, (given: readonly StackLayer[]) => {
      const text = writeStack({ size: { w: 64, h: 48 }, layers: given })
      expect(readStack(text)).toEqual({ size: { w: 64, h: 48 }, layers: given, notes: [] })
      const parser = new XMLParser({
        ignoreAttributes: false,
        attributeNamePrefix: '',
        isArray: (name) => name === 'layer',
      })
      const read = parser.parse(text) as {
        image: { w: string; h: string; stack: { layer: readonly Record<string, string>[] } }
      }
      expect([read.image.w, read.image.h]).toEqual(['64', '48'])
      expect(read.image.stack.layer).toEqual(
        [...given].reverse().map(({ name, src, x, y, opacity, blend, isVisible }) => ({
          name,
          src,
          x: String(x),
          y: String(y),
          opacity: String(opacity),
          visibility: isVisible ? 'visible' : 'hidden',
          'composite-op': `svg:${blend === 'normal' ? 'src-over' : blend}`,
        })),
      )
    })
  })
})

describe('names', () => {
  it.each(['Opening 1', 'photo_left', 'Your image', 'PLACEHOLDER', 'hole'])('such as %s mark an opening', (name) =>
    expect(isOpeningName(name)).toBe(true),
  )
  it.each(['Photographer’s credit', 'Whole', 'Rope', 'Layer 3', 'picturesque'])('such as %s mark none', (name) =>
    expect(isOpeningName(name)).toBe(false),
  )
})
