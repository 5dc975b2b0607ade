import { shortageIn } from '@/core/document/filling'
import { pictureOf, sheetOf, shownPlaced } from '@/core/document/read'
import type { Frame, Project } from '@/core/document/types'

interface Short {
  readonly frame: Frame
  readonly words: string
}

const shortOf = (project: Project, sheetId: string, frameId: string): Short | null => {
  const sheet = sheetOf(project, sheetId)
  const frame = sheet.items[frameId]
  // Frames that nobody marked to be filled say how sharp they are on the card and the rail.
  if (frame?.kind !== 'frame' || !frame.opening) return null
  const placed = shownPlaced(frame)
  const short = placed && shortageIn(project, sheet, frame)
  if (!placed || !short) return null
  const { name } = pictureOf(project, placed.pictureId)
  return {
    frame,
    words: `${name} is too small for “${frame.name}”: ${short.has} ${short.unit} where ${short.wants} are wanted.`,
  }
}

/** What is said of pictures that were just put into openings and are too small for them; null where all have enough. */
export const shortageWords = (project: Project, sheetId: string, frameIds: readonly string[]): string | null => {
  const short = frameIds.flatMap((id) => shortOf(project, sheetId, id) ?? [])
  const [first] = short
  if (!first) return null
  return short.length === 1
    ? `${first.words} Choose a larger one, or let it be soft.`
    : `${short.length} pictures are too small for their openings: ${short.map(({ frame }) => frame.name).join(', ')}. Choose larger ones, or let them be soft.`
}
