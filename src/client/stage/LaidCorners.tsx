'use client'
import { apply } from '@/core/geometry/matrix'
import { seenQuad } from '@/core/document/laid'
import type { Frame } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { QuadPins } from '@/client/stage/QuadPins'
import { shownSheet } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'

/** The four corners into which the selected frame is laid, and its sides. */
export const LaidCorners = ({ frame }: { readonly frame: Frame }) => {
  const sheet = useBench(shownSheet)
  const view = useBench((state) => state.view)
  const quad = seenQuad(sheet, frame).map((p) => apply(viewMatrix(view), p))
  return (
    <g data-laid={frame.id}>
      <QuadPins quad={quad} name={frame.name} grip={{ corner: 'corner', side: 'side' }} />
    </g>
  )
}
