import type { ColourRef } from '@/core/colour/slots'
import { apply } from '@/core/geometry/matrix'
import type { LaidLetter, Layout } from '@/core/lettering/layout'
import type { Setting } from '@/core/lettering/settings'
import type { GlyphStencil } from '@/core/stencil/stencil'
import { newFrame } from '@/core/document/create'
import { poseMatrix, standingAt, type Word } from '@/core/document/lettering'
import type { Frame, Letter, Lettering, LetterPose } from '@/core/document/types'

/** The outline of a laid letter as a stencil. */
export const glyphOf = ({ text, d }: LaidLetter): GlyphStencil => ({ kind: 'glyph', letter: text, d: d ?? '' })

/** A text as it is first put on a sheet. */
export const newWord = (
  groupId: string,
  setting: Setting,
  layout: Layout,
  letterIds: readonly string[],
  pose: LetterPose,
  ink?: ColourRef,
): { readonly word: Word; readonly frames: readonly Frame[] } => {
  const placed = { pose, size: layout.size }
  const letters = layout.letters.map(({ rest }, i): Letter => ({ id: letterIds[i] ?? '', ...(rest ? { rest } : {}) }))
  const frames = layout.letters.flatMap((laid, i): Frame[] => {
    const id = letterIds[i]
    if (!laid.rest || id === undefined) return []
    const { box, turn } = standingAt(laid.rest, placed)
    return [{ ...newFrame(id, glyphOf(laid), box, laid.text), turn, ...(pose.flip ? { flip: true } : {}) }]
  })
  const held = { ...setting, size: layout.size, pictures: 'each', pose, letters, aside: [] } as const
  const lettering: Lettering = ink === undefined ? held : { ...held, ink }
  const word: Word = {
    kind: 'group',
    id: groupId,
    name: wordName(setting.text),
    order: frames.map(({ id }) => id),
    turn: pose.turn,
    lettering,
  }
  return { word, frames }
}

const NAME_LENGTH = 40

/** A text's name in the stack. */
export const wordName = (text: string): string => {
  const line = text.trim().replace(/\s+/g, ' ')
  return line.length > NAME_LENGTH ? `${line.slice(0, NAME_LENGTH - 1)}…` : line || 'Letters'
}

/** The pose at which the middle of a layout comes to lie at a point of the sheet. */
export const poseAbout = (layout: Layout, centre: { readonly x: number; readonly y: number }): LetterPose => {
  const { bounds } = layout
  const own = apply(poseMatrix({ cx: 0, cy: 0, turn: 0 }), {
    x: (bounds.x0 + bounds.x1) / 2,
    y: (bounds.y0 + bounds.y1) / 2,
  })
  return { cx: centre.x - own.x, cy: centre.y - own.y, turn: 0 }
}
