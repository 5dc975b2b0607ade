import * as fontkit from 'fontkit'
import { Failure } from '@/core/failure'
import type { Face, ShapeChoice, ShapedGlyph } from '@/core/lettering/face'
import { translation } from '@/core/geometry/matrix'
import { quadratic } from '@/core/path/svgPath'
import { transformPath } from '@/core/path/transform'
import type { Path, Segment } from '@/core/path/path'
import type { Point } from '@/core/geometry/vector'

/** The parts of the font library that are used here. */
interface Command {
  readonly command: string
  readonly args: readonly number[]
}
interface Glyph {
  readonly id: number
  readonly codePoints: readonly number[]
  readonly path: { readonly commands: readonly Command[] }
  /** 'TTF' for outlines of the glyf table. */
  readonly type: string
  readonly cbox: { readonly minX: number }
  _getMetrics(): { readonly leftBearing: number }
}
interface Font {
  readonly unitsPerEm: number
  readonly capHeight: number
  readonly ascent: number
  readonly descent: number
  readonly numGlyphs: number
  readonly familyName: string | null
  readonly subfamilyName: string | null
  readonly fullName: string | null
  readonly 'OS/2'?: { readonly fsType?: unknown }
  hasGlyphForCodePoint(codePoint: number): boolean
  glyphForCodePoint(codePoint: number): Glyph
  layout(
    text: string,
    features: Readonly<Record<string, boolean>>,
    script?: string,
    language?: string,
    direction?: 'ltr' | 'rtl',
  ): {
    readonly glyphs: readonly Glyph[]
    readonly positions: readonly { xAdvance: number; yAdvance: number; xOffset: number; yOffset: number }[]
  }
  /** Glyphs once made, each with the characters it was first made for. */
  _glyphs?: Record<number, unknown>
}

/** What can be told of a typeface from its file. */
export interface FaceFile {
  readonly face: Face
  readonly family: string
  readonly style: string
  /** The fsType of its OS/2 table (OpenType 1.9); 0 where it says nothing. */
  readonly embedding: number
}

/** Commands of a glyph, y up, as an outline, y down. Quadratic curves become the cubics that are the same. */
const pathOf = (commands: readonly Command[]): Path => {
  const path: Segment[] = []
  let pen: Point = { x: 0, y: 0 }
  for (const { command, args } of commands) {
    const at = (i: number): Point => ({ x: args[i] ?? 0, y: -(args[i + 1] ?? 0) })
    const to = args.length ? at(args.length - 2) : pen
    if (command === 'moveTo') path.push({ kind: 'move', to })
    else if (command === 'lineTo') path.push({ kind: 'line', to })
    else if (command === 'quadraticCurveTo') path.push(quadratic(pen, at(0), to))
    else if (command === 'bezierCurveTo') path.push({ kind: 'cubic', c1: at(0), c2: at(2), to })
    else path.push({ kind: 'close' })
    pen = to
  }
  return path
}

/**
 * How far a TrueType outline is moved so that it begins at its left side bearing: the points of the glyf table are as they
 * were drawn, hmtx tells where they belong (OpenType 1.9, glyf, phantom points). The library leaves that out.
 */
const bearingShift = (glyph: Glyph): number => {
  if (glyph.type !== 'TTF') return 0
  const shift = glyph._getMetrics().leftBearing - glyph.cbox.minX
  return Number.isFinite(shift) ? shift : 0
}

/** The height of capitals: as the face says it, else that of its H, else what is common. */
const capHeightOf = (font: Font): number => {
  const told = font.capHeight
  if (told > 0 && told < 2 * font.unitsPerEm) return told
  const tops = font.hasGlyphForCodePoint(72)
    ? font.glyphForCodePoint(72).path.commands.flatMap(({ args }) => args.filter((_, i) => i % 2 === 1))
    : []
  return tops.length ? Math.max(...tops) : 0.7 * font.unitsPerEm
}

const NOTDEF = 0

/** A reach of the face that is believed: up to three ems, else what is common. */
const reachOf = (told: number, unitsPerEm: number, common: number): number =>
  told > 0 && told <= 3 * unitsPerEm ? told : common * unitsPerEm

/** A face made of a font that was read. */
class FontFace implements Face {
  readonly unitsPerEm: number
  readonly capHeight: number
  readonly ascent: number
  readonly descent: number
  private readonly paths = new Map<number, Path>()

  constructor(private readonly font: Font) {
    this.unitsPerEm = font.unitsPerEm
    this.capHeight = capHeightOf(font)
    this.ascent = reachOf(font.ascent, font.unitsPerEm, 0.8)
    this.descent = reachOf(-font.descent, font.unitsPerEm, 0.2)
  }

  has(codePoint: number): boolean {
    return this.font.hasGlyphForCodePoint(codePoint)
  }

  private pathOf(glyph: Glyph): Path {
    const known = this.paths.get(glyph.id)
    if (known) return known
    const path = transformPath(translation(bearingShift(glyph), 0), pathOf(glyph.path.commands))
    this.paths.set(glyph.id, path)
    return path
  }

  shape(line: string, { kerning, ligatures }: ShapeChoice): readonly ShapedGlyph[] {
    if (!line) return []
    // The library remembers glyphs with the characters they were first made for; what they stand for is asked afresh.
    if (this.font._glyphs) this.font._glyphs = {}
    const features = { kern: kerning, liga: ligatures, clig: ligatures, dlig: false }
    const { glyphs, positions } = this.font.layout(line, features, undefined, undefined, 'ltr')
    return glyphs.map((glyph, i): ShapedGlyph => {
      const position = positions[i]
      return {
        id: glyph.id,
        codePoints: glyph.codePoints.length,
        advance: position?.xAdvance ?? 0,
        offset: { x: position?.xOffset ?? 0, y: -(position?.yOffset ?? 0) },
        path: this.pathOf(glyph),
        isMissing: glyph.id === NOTDEF,
      }
    })
  }
}

/** Longest side of an em that is believed; OpenType allows 16 to 16,384. */
const EM = { min: 16, max: 16384 }

const unreadable = (why: string): Failure =>
  new Failure(
    'face-unreadable',
    `This file cannot be read as a typeface: ${why} Choose an OTF, TTF, WOFF or WOFF2 file.`,
  )

/** Reads OTF, TTF, WOFF or WOFF2. Throws `face-unreadable` with what is wrong. */
export const readFace = (bytes: Uint8Array): FaceFile => {
  let font: Font
  try {
    // The library asks for Node's own kind of bytes by its types, but reads any.
    const read = fontkit.create(bytes as never)
    if (!('layout' in read)) throw unreadable('it holds several faces.')
    font = read as unknown as Font // declared above by what is used of it
  } catch (error) {
    if (error instanceof Failure) throw error
    throw unreadable('its tables are damaged or it is of another kind.')
  }
  try {
    if (!(font.unitsPerEm >= EM.min && font.unitsPerEm <= EM.max)) throw unreadable('its measure is impossible.')
    if (!(font.numGlyphs > 1)) throw unreadable('it has no letters.')
    const fsType = font['OS/2']?.fsType
    return {
      face: new FontFace(font),
      family: font.familyName ?? font.fullName ?? 'Typeface',
      style: font.subfamilyName ?? '',
      embedding: embeddingOf(fsType),
    }
  } catch (error) {
    if (error instanceof Failure) throw error
    throw unreadable('a table that it needs is missing or damaged.')
  }
}

const BITS = { noEmbedding: 0x2, viewOnly: 0x4, editable: 0x8, noSubsetting: 0x100, bitmapOnly: 0x200 } as const

/** The bits of fsType from the flags that the library makes of it. */
const embeddingOf = (flags: unknown): number => {
  if (typeof flags === 'number') return flags
  if (typeof flags !== 'object' || flags === null) return 0
  const held = flags as Readonly<Record<string, unknown>>
  return Object.entries(BITS).reduce((bits, [name, bit]) => (held[name] === true ? bits | bit : bits), 0)
}
