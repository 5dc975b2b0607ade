import { Resvg } from '@resvg/resvg-js'
import * as hb from 'harfbuzzjs'
import { bytesOfFace, faceNamed } from '@tests/helpers/lettering'

const fonts = new Map<string, hb.Font>()
/** A shipped face as HarfBuzz reads it. */
export const fontOf = (id: string): hb.Font => {
  const bytes = bytesOfFace(id)
  const font = fonts.get(id) ?? new hb.Font(new hb.Face(new hb.Blob(bytes.buffer as ArrayBuffer), 0))
  fonts.set(id, font)
  return font
}

export interface Theirs {
  readonly advance: number
  readonly x: number
  readonly y: number
  readonly glyph: number
}

/** A text shaped by HarfBuzz, in units of the face, y up. */
export const shaped = (id: string, text: string, ligatures: boolean): readonly Theirs[] => {
  const buffer = new hb.Buffer()
  buffer.addText(text)
  buffer.guessSegmentProperties()
  const off = ['-liga', '-clig'].flatMap((feature) => hb.Feature.fromString(feature) ?? [])
  hb.shape(fontOf(id), buffer, ligatures ? [] : off)
  const positions = buffer.getGlyphPositions()
  return buffer.getGlyphInfos().map(({ codepoint }, i) => ({
    glyph: codepoint,
    advance: positions[i]!.xAdvance,
    x: positions[i]!.xOffset,
    y: positions[i]!.yOffset,
  }))
}

/** resvg at four times the size, averaged: its own anti-aliasing knows only 16 steps. */
const FINER = 4

/** Where a word's pen begins, its size, and the picture it is painted in. */
export interface MaskPlace {
  readonly size: number
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** A word as HarfBuzz shapes it, painted by resvg: its alpha, 0 to 255. */
export const theirMask = (id: string, text: string, { size, x, y, width, height }: MaskPlace): Float32Array => {
  const k = size / faceNamed(id).unitsPerEm
  let pen = 0
  const parts = shaped(id, text, false).map((glyph) => {
    const at = `translate(${x + (pen + glyph.x) * k} ${y - glyph.y * k}) scale(${k} ${-k})`
    pen += glyph.advance
    return `<path transform="${at}" d="${fontOf(id).glyphToPath(glyph.glyph)}"/>`
  })
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${parts.join('')}</svg>`
  const { pixels } = new Resvg(svg, { fitTo: { mode: 'width', value: width * FINER } }).render()
  const alpha = new Float32Array(width * height)
  for (let row = 0; row < height * FINER; row += 1)
    for (let column = 0; column < width * FINER; column += 1) {
      const at = ((row / FINER) | 0) * width + ((column / FINER) | 0)
      alpha[at] = (alpha[at] ?? 0) + (pixels[4 * (row * width * FINER + column) + 3] ?? 0) / FINER ** 2
    }
  return alpha
}
