import { scaling } from '@/core/geometry/matrix'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import type { Face, ShapedGlyph } from '@/core/lettering/face'
import { graphemesOf, isSpace } from '@/core/lettering/graphemes'
import { drawnPath, glyphGroups, penOf } from '@/core/lettering/shaping'
import { lookOf, type LookRun, type TextRun } from '@/core/text/block'
import { breakPlaces } from '@/core/text/breaks'
import { clustersText, clusterText, type SetCluster } from '@/core/text/clusters'

/** What a typeface made of a text. */
export interface SetText {
  readonly runs: readonly TextRun[]
  readonly drawings: readonly string[]
  /** Graphemes that a face has no glyph for, each once. */
  readonly missing: readonly string[]
}

/** What stands in a text for itself and is never shaped: line ends, and places where a word may be broken. */
const UNSHAPED = /([\n\u00ad\u200b])/

const EM = 1000
/** Decimals of a drawing's path, in thousandths of an em: at 100 points a step is a thousandth of a point. */
const DECIMALS = 2

const SHAPING = { kerning: true, ligatures: true, capitals: 'typed' } as const

/** Texts of drawings once made, by face and by the glyphs that they are made of. */
const made = new WeakMap<Face, Map<string, string>>()

const drawingText = (face: Face, glyphs: readonly ShapedGlyph[]): string => {
  const held = made.get(face) ?? new Map<string, string>()
  made.set(face, held)
  const key = glyphs.map(({ id, offset, advance }) => `${id} ${offset.x} ${offset.y} ${advance}`).join()
  const known = held.get(key)
  if (known !== undefined) return known
  const k = EM / face.unitsPerEm
  const text = svgTextOf(transformPath(scaling(k, k), drawnPath(glyphs)), DECIMALS)
  held.set(key, text)
  return text
}

/** The drawings of a text: those it had keep their numbers, those it needs no more make room at the end. */
class Drawings {
  private readonly numbers: Map<string, number>
  private readonly used = new Set<string>()

  constructor(before: readonly string[]) {
    this.numbers = new Map(before.map((text, i) => [text, i]))
  }

  numberOf(text: string): number {
    this.used.add(text)
    const known = this.numbers.get(text)
    if (known !== undefined) return known
    const number = this.numbers.size
    this.numbers.set(text, number)
    return number
  }

  /** All that are used, with a new number for each old one. */
  kept(): { readonly texts: readonly string[]; readonly renumbered: ReadonlyMap<number, number> } {
    const texts = [...this.numbers.keys()].filter((text) => this.used.has(text))
    return { texts, renumbered: new Map(texts.map((text, i) => [this.numbers.get(text) ?? 0, i])) }
  }
}

interface Setter {
  readonly drawings: Drawings
  readonly missing: Set<string>
  readonly ends: ReadonlySet<number>
}

/** A cluster of a word as its face sets it. */
interface WordCluster {
  readonly letters: readonly string[]
  readonly units: number
  readonly advance: number
  /** Null for what leaves room only, or is missing. */
  readonly text: string | null
  readonly isMissing: boolean
}

/** Words once set, by face: of a text under the hand only the word that changes is set anew. */
const words = new WeakMap<Face, Map<string, readonly WordCluster[]>>()
const MOST_WORDS = 20_000

const setWordAnew = (face: Face, word: string): readonly WordCluster[] => {
  const graphemes = graphemesOf(word)
  const k = EM / face.unitsPerEm
  return glyphGroups(face, graphemes, SHAPING).map(({ glyphs, from, count }) => {
    const letters = graphemes.slice(from, from + count)
    const isRoom = letters.every(isSpace)
    const isMissing = !isRoom && glyphs.some((glyph) => glyph.isMissing)
    return {
      letters,
      units: letters.reduce((sum, letter) => sum + letter.length, 0),
      advance: penOf(glyphs).advance * k,
      text: isRoom || isMissing ? null : drawingText(face, glyphs) || null,
      isMissing,
    }
  })
}

const setWord = (face: Face, word: string): readonly WordCluster[] => {
  const held = words.get(face) ?? new Map<string, readonly WordCluster[]>()
  words.set(face, held)
  const known = held.get(word)
  if (known) return known
  const set = setWordAnew(face, word)
  if (held.size >= MOST_WORDS) held.clear()
  held.set(word, set)
  return set
}

const widthOf = (face: Face, text: string): number => setWord(face, text).reduce((sum, { advance }) => sum + advance, 0)

const firstLetters = ([first]: readonly WordCluster[]): string => first?.letters.join('') ?? ''

/** How much nearer a letter stands to the space before it than both are wide: faces may kern the two. */
const kernAfterSpace = (face: Face, letter: string): number =>
  widthOf(face, ` ${letter}`) - widthOf(face, ' ') - widthOf(face, letter)

/** A line in words, each with the spaces that follow it: so the two are kerned as in the whole line. */
const WORDS = /[^ ]+ *| +/g

/** What one piece of a run becomes; `at` is where it begins in the text. */
const setPiece = (face: Face, piece: string, at: number, setter: Setter): readonly SetCluster[] => {
  if (UNSHAPED.test(piece))
    return [{ units: piece.length, advance: 0, drawing: null, mayBreak: setter.ends.has(at + piece.length) }]
  let place = at
  const clusters: SetCluster[] = []
  let afterSpace = false
  for (const [word] of piece.matchAll(WORDS)) {
    const set = setWord(face, word)
    const last = clusters.at(-1)
    if (last && afterSpace)
      clusters[clusters.length - 1] = { ...last, advance: last.advance + kernAfterSpace(face, firstLetters(set)) }
    afterSpace = word.endsWith(' ')
    for (const { letters, units, advance, text, isMissing } of set) {
      place += units
      if (isMissing) for (const letter of letters) setter.missing.add(letter)
      clusters.push({
        units,
        advance,
        drawing: text === null ? null : setter.drawings.numberOf(text),
        mayBreak: setter.ends.has(place),
      })
    }
  }
  return clusters
}

const hyphenOf = (face: Face, setter: Setter): SetCluster => {
  const sign = face.has(0x2010) ? '\u2010' : '-'
  const [hyphen] = setPiece(face, sign, -1, { ...setter, missing: new Set() })
  return { ...(hyphen ?? { units: 1, advance: 0, drawing: null }), mayBreak: false }
}

const renumbered = (cluster: SetCluster, numbers: ReadonlyMap<number, number>): SetCluster =>
  cluster.drawing === null ? cluster : { ...cluster, drawing: numbers.get(cluster.drawing) ?? null }

/**
 * Sets a text in its typefaces: from now on it flows without them. `faceOf` gives the face of an id; `before` are the
 * drawings that the text had. Runs must lie end to end over the whole text and part no grapheme.
 */
export const setText = (
  text: string,
  looks: readonly LookRun[],
  faceOf: (id: string) => Face,
  before: readonly string[] = [],
): SetText => {
  const setter: Setter = { drawings: new Drawings(before), missing: new Set(), ends: new Set(breakPlaces(text)) }
  let at = 0
  const runs = looks.map((look) => {
    const face = faceOf(look.face.id)
    const clusters = text
      .slice(at, at + look.length)
      .split(UNSHAPED)
      .flatMap((piece) => {
        const set = piece ? setPiece(face, piece, at, setter) : []
        at += piece.length
        return set
      })
    const needsHyphen = text.includes('\u00ad')
    return { look, face, clusters, hyphen: needsHyphen ? hyphenOf(face, setter) : null }
  })
  const { texts, renumbered: numbers } = setter.drawings.kept()
  return {
    runs: runs.map(({ look, face, clusters, hyphen }) => ({
      ...lookOf(look),
      length: look.length,
      up: Math.round((face.ascent / face.unitsPerEm) * EM),
      down: Math.round((face.descent / face.unitsPerEm) * EM),
      hyphen: hyphen ? clusterText(renumbered(hyphen, numbers)) : '',
      clusters: clustersText(clusters.map((cluster) => renumbered(cluster, numbers))),
    })),
    drawings: texts,
    missing: [...setter.missing],
  }
}
