import type { Draft } from 'immer'
import type { ColourRef } from '@/core/colour/slots'
import type { Box } from '@/core/geometry/box'
import { clampSide } from '@/core/geometry/box'
import { TEXT_RANGE, type TextLayout, type TextStencil } from '@/core/text/block'
import { restyled } from '@/core/text/edit'
import type { SetText } from '@/core/text/setting'
import { defineEdit, put, sameValue } from '@/core/document/edit'
import { holdsPicture } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { placeAbove } from '@/core/document/lists'
import { isText, textName, type TextFrame } from '@/core/document/text'
import type { Frame, Project } from '@/core/document/types'

interface TextAddress {
  readonly sheetId: string
  readonly frameId: string
}

/** A size of letters multiplied, as far as it may be set. */
const sizeBy = (size: number, k: number): number =>
  Math.min(TEXT_RANGE.size.max, Math.max(TEXT_RANGE.size.min, size * k))

/** A text whose letters are `k` times as large. */
export const scaledText = (stencil: TextStencil, k: number): TextStencil => ({
  ...stencil,
  runs: stencil.runs.map((run) => ({ ...run, size: sizeBy(run.size, k) })),
})

/** Makes the letters of a text that is edited `k` times as large. */
export const scaleText = (frame: Draft<Frame>, k: number): void => {
  if (frame.stencil.kind === 'text') for (const run of frame.stencil.runs) put(run, 'size', sizeBy(run.size, k))
}

/** Puts what differs of a text's fields, so that a step holds only that. */
const putFields = (held: Draft<TextStencil>, before: TextStencil, next: Partial<TextStencil>): void => {
  for (const key of Object.keys(next) as (keyof TextStencil)[])
    if (!sameValue(before[key], next[key])) put(held, key, next[key] as never) // of the same key
}

const textDraft = (
  draft: Draft<Project>,
  { sheetId, frameId }: TextAddress,
): { readonly frame: Draft<Frame>; readonly stencil: Draft<TextStencil> } | null => {
  const frame = draft.sheets[sheetId]?.items[frameId]
  return frame?.kind === 'frame' && frame.stencil.kind === 'text' ? { frame, stencil: frame.stencil } : null
}

/** A text that was set anew: what it says, and how its letters look. Its name follows, if that was taken from it. */
export const retype = defineEdit<TextAddress & { readonly text: string; readonly set: SetText }>(
  (draft, { text, set, ...at }, project) => {
    const before = sheetOf(project, at.sheetId).items[at.frameId]
    const held = textDraft(draft, at)
    if (!held || !isText(before)) return
    putFields(held.stencil, before.stencil, { text, runs: set.runs, drawings: set.drawings })
    if (before.name === textName(before.stencil.text)) put(held.frame, 'name', textName(text))
  },
)

/** How texts lie in their boxes. */
export const layText = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly layout: Partial<TextLayout>
}>((draft, { sheetId, ids, layout }, project) => {
  for (const frameId of ids) {
    const before = sheetOf(project, sheetId).items[frameId]
    const held = textDraft(draft, { sheetId, frameId })
    if (held && isText(before)) putFields(held.stencil, before.stencil, layout)
  }
})

/** The box made so high that the text just fits, its top where it was. */
export const fitTextBox = defineEdit<TextAddress & { readonly box: Box }>((draft, { box, ...at }) => {
  const held = textDraft(draft, at)
  if (held) put(held.frame, 'box', { ...box, w: clampSide(box.w), h: clampSide(box.h) })
})

/** A stretch of a text; all of it without places. */
export interface TextRange {
  readonly frameId: string
  readonly from?: number
  readonly to?: number
}

/**
 * Gives stretches of texts another size or colour. A whole text's colour is what fills its frame; where that shows a picture it
 * is the letters', so that no picture is lost.
 */
export const lookTexts = defineEdit<{
  readonly sheetId: string
  readonly ranges: readonly TextRange[]
  readonly size?: number
  readonly colour?: ColourRef
}>((draft, { sheetId, ranges, size, colour }, project) => {
  for (const { frameId, from, to } of ranges) {
    const before = sheetOf(project, sheetId).items[frameId]
    const held = textDraft(draft, { sheetId, frameId })
    if (!held || !isText(before)) continue
    const isWhole = from === undefined || to === undefined
    const isFill = isWhole && !holdsPicture(before.fill)
    const runs = restyled(before.stencil, from ?? 0, to ?? before.stencil.text.length, {
      ...(size === undefined ? {} : { size: sizeBy(size, 1) }),
      ...(colour === undefined ? {} : { colour: isFill ? null : colour }),
    })
    putFields(held.stencil, before.stencil, { runs })
    if (isFill && colour !== undefined) put(held.frame, 'fill', { kind: 'colour', colour })
  }
})

/** Puts a text on a sheet, on top. */
export const addText = defineEdit<{ readonly sheetId: string; readonly frame: TextFrame }>(
  (draft, { sheetId, frame }, project) => {
    const sheetBefore = sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (!sheet || sheetBefore.items[frame.id]) return
    Object.assign(sheet.items, { [frame.id]: frame })
    placeAbove(sheet, [frame.id], undefined)
  },
)
