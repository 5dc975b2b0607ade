import type { ColourRef } from '@/core/colour/slots'
import { mirrorPath } from '@/core/path/mirror'
import type { Outline, Path } from '@/core/path/path'
import { textLines, textParts } from '@/core/text/outline'
import { isText, type TextFrame } from '@/core/document/text'
import type { Frame } from '@/core/document/types'
import type { DrawOp, Shape, StrokeOp, Style } from '@/core/render/ops'
import { lineBand } from '@/core/render/finishOps'
import { fillOp } from '@/core/render/style'

/** Letters in a colour of their own. */
interface Coloured {
  readonly colour: ColourRef
  readonly outline: Outline
}

/** What of a text the frame's own fill paints, and what has colours of its own; null where nothing has. */
export interface TextPaint {
  /** Null where every letter has a colour of its own. */
  readonly plain: Outline | null
  readonly coloured: readonly Coloured[]
}

const filled = (path: Path): Outline => ({ path, fillRule: 'nonzero' })

/** How the letters of a frame are painted; null for what is no text, or one without colours of its own. */
export const textPaint = (frame: Frame): TextPaint | null => {
  if (!isText(frame)) return null
  const parts = textParts(frame.stencil, frame.box)
  if (parts.every(({ colour }) => colour === undefined)) return null
  const outlines = parts.map(({ colour, path }) => ({
    colour,
    outline: filled(frame.flip ? mirrorPath(path) : path),
  }))
  return {
    plain: outlines.find(({ colour }) => colour === undefined)?.outline ?? null,
    coloured: outlines.flatMap(({ colour, outline }) => (colour === undefined ? [] : [{ colour, outline }])),
  }
}

/** Outlines of lines: the same as long as the line is, so that painters see what stayed. */
const outlines = new WeakMap<Path, { readonly plain: Outline; readonly flipped: Outline }>()

const lineOutline = (path: Path, isFlipped: boolean): Outline => {
  const known = outlines.get(path) ?? { plain: filled(path), flipped: filled(mirrorPath(path)) }
  outlines.set(path, known)
  return isFlipped ? known.flipped : known.plain
}

/** A text that a colour fills, line by line. */
export const lineOps = (
  { stencil, box, flip = false }: TextFrame,
  fill: ColourRef,
  toSheet: Shape['toSheet'],
): readonly DrawOp[] =>
  textLines(stencil, box).map(({ colour, path }) =>
    fillOp({ kind: 'colour', colour: colour ?? fill }, { outline: lineOutline(path, flip), toSheet }),
  )

/** Letters that are masked afterwards are painted so much further, in points, that only the mask makes their edges. */
const UNDER_MASK = 1

const grownBy = (shape: Shape, style: Style): StrokeOp => ({
  op: 'stroke',
  ...shape,
  style,
  bands: [lineBand(UNDER_MASK)],
  join: 'round',
  mitreLimit: 4,
  cap: 'butt',
  opacity: 1,
})

/** Paints the letters that have colours of their own. */
export const colouredOps = ({ coloured }: TextPaint, toSheet: Shape['toSheet'], isMasked: boolean): readonly DrawOp[] =>
  coloured.flatMap(({ colour, outline }): readonly DrawOp[] => {
    const shape = { outline, toSheet }
    const op = fillOp({ kind: 'colour', colour }, shape)
    return isMasked ? [op, grownBy(shape, op.style)] : [op]
  })
