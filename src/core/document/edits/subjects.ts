import { matchSubjects, type SubjectMark, type SubjectPlace } from '@/core/placement/subject'
import { defineEdit, put, type Recorded } from '@/core/document/edit'
import { storePlaced } from '@/core/document/edits/fills'
import { frameHolder, pictureOf, sheetOf, shownPlaced } from '@/core/document/read'
import { readingRows } from '@/core/geometry/reading'
import { framesUnder } from '@/core/document/tree'
import type { Frame, Project } from '@/core/document/types'
import type { Placed } from '@/core/placement/placed'

/** Marks the subject of a picture, or with null forgets it. The placements there are stay as they are. */
export const markSubject = defineEdit<{ readonly pictureId: string; readonly subject: SubjectMark | null }>(
  (draft, { pictureId, subject }, project) => {
    pictureOf(project, pictureId)
    const picture = draft.pictures[pictureId]
    if (!picture) return
    if (subject) put(picture, 'subject', subject)
    else if (picture.subject) delete picture.subject
  },
)

/** Stores placements of several frames at once, by frame id. */
export const setPlacements = defineEdit<{
  readonly sheetId: string
  readonly placements: Readonly<Record<string, Placed>>
}>((draft, { sheetId, placements }, project) => {
  const sheet = sheetOf(project, sheetId)
  for (const [frameId, placed] of Object.entries(placements)) storePlaced(draft, sheet, frameId, placed)
})

export interface SubjectMatch {
  readonly recorded: Recorded
  /** Frames that took part. */
  readonly matched: readonly string[]
  /** Frames whose picture has no subject marked. */
  readonly unmarked: readonly string[]
  /** Frames that could not be brought all the way, with what is left as shares of the frame's height. */
  readonly short: readonly { readonly frameId: string; readonly left: SubjectPlace }[]
}

/** What is left may be this large, as a share of the frame's height, and still count as reached. */
const REACHED = 0.005

/**
 * Matches the subjects of the frames' pictures: all to one height and line, or with `rows` each row of frames by
 * itself. Frames whose picture has no subject marked, or is not kept undistorted, are left out.
 */
export const matchFrames = (
  project: Project,
  { sheetId, ids, rows }: { readonly sheetId: string; readonly ids: readonly string[]; readonly rows: boolean },
): SubjectMatch => {
  const sheet = sheetOf(project, sheetId)
  const filled = framesUnder(sheet, ids).filter((frame) => shownPlaced(frame))
  const subjectOf = (frame: Frame): SubjectMark | undefined => {
    const placed = shownPlaced(frame)
    return placed ? pictureOf(project, placed.pictureId).subject : undefined
  }
  const marked = filled.filter((frame) => subjectOf(frame))
  const placements: Record<string, Placed> = {}
  const short: SubjectMatch['short'][number][] = []
  for (const row of rows ? readingRows(marked) : [marked]) {
    const each = row.flatMap((frame) => {
      const placed = shownPlaced(frame)
      const subject = subjectOf(frame)
      return placed && subject
        ? [{ frame, placed, subject, holder: frameHolder(project, sheet, frame, placed.pictureId) }]
        : []
    })
    const result = matchSubjects(each)
    each.forEach(({ frame, placed }, i) => {
      placements[frame.id] = result.placed[i] ?? placed
      const left = result.left[i]
      if (left && (Math.abs(left.height) > REACHED || Math.abs(left.line) > REACHED))
        short.push({ frameId: frame.id, left })
    })
  }
  return {
    recorded: setPlacements.record(project, { sheetId, placements }),
    matched: marked.map(({ id }) => id),
    unmarked: filled.filter((frame) => !subjectOf(frame)).map(({ id }) => id),
    short,
  }
}
