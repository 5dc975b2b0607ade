import { unitVector } from '@/core/geometry/angle'
import { distance, type Point } from '@/core/geometry/vector'
import { graphemesOf, inCapitals } from '@/core/lettering/graphemes'
import type { Setting } from '@/core/lettering/settings'
import type { Layout } from '@/core/lettering/layout'

/** Room on either side of a box, and its width where nothing tells it, as shares of the letters' height. */
const ROOM = 0.06
const WIDTH = 0.6
const HEIGHT = 0.72

/** Where letters that a face lacks would stand: four corners each, in the text's own points. */
export const lackingBoxes = (
  { text, capitals }: Pick<Setting, 'text' | 'capitals'>,
  { carets, missing }: Pick<Layout, 'carets' | 'missing'>,
): readonly (readonly Point[])[] =>
  graphemesOf(text).flatMap((grapheme, i) => {
    const [caret, next] = [carets[i], carets[i + 1]]
    const isMissing = missing.includes(grapheme) || missing.includes(inCapitals(grapheme, capitals))
    if (!caret || !isMissing) return []
    const along = unitVector(caret.turn)
    const up = { x: along.y, y: -along.x }
    const far = next ? distance(caret, next) : 0
    // A caret on another line, or none, tells no width.
    const isBeside = far > 0 && far < caret.up * 2
    const [room, width] = [caret.up * ROOM, isBeside ? far : caret.up * WIDTH]
    const corner = (x: number, y: number): Point => ({
      x: caret.x + along.x * x + up.x * y,
      y: caret.y + along.y * x + up.y * y,
    })
    const [left, right, top] = [room, Math.max(width - room, room * 2), caret.up * HEIGHT]
    return [[corner(left, 0), corner(right, 0), corner(right, top), corner(left, top)]]
  })
