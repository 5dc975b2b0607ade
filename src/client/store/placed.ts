import { contentOf } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { BACKGROUND_ID, backgroundFrame } from '@/core/document/background'
import type { Frame } from '@/core/document/types'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import type { FramePose } from '@/core/placement/pose'
import type { BenchState } from '@/client/store/state'

export interface PlacedFrame {
  readonly frame: Frame
  readonly placed: Placed
  readonly holder: PictureHolder
  /** Where on the sheet the holder stands: the frame, or the span that it is a window of. */
  readonly at: FramePose
}

/** The selected frame with its picture, as it shows; null if it has none. */
export const placedFrame = ({
  project,
  preview,
  sheetId,
  selection,
}: Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>): PlacedFrame | null => {
  const [id] = selection
  if (selection.length !== 1 || id === undefined) return null
  const shown = preview ?? project
  const sheet = sheetOf(shown, sheetId)
  const item = id === BACKGROUND_ID ? backgroundFrame(sheet) : sheet.items[id]
  if (item?.kind !== 'frame') return null
  const content = contentOf(shown, sheet, item)
  return content && { frame: item, ...content }
}
