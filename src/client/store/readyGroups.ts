import { freePlace } from '@/core/document/arrange'
import { newFrame } from '@/core/document/create'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import { readyBoxes, type ReadyGroup } from '@/core/document/readyGroups'
import type { Point } from '@/core/geometry/vector'
import { newId, newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { select } from '@/client/store/selection'
import { viewMiddle } from '@/client/store/view'

/** How much of the sheet a ready group takes: its longer side against the sheet's. */
const SHARE = 0.82

/** Puts the frames of a ready group on the sheet about a point, or in the next free place, and selects the group. */
export const putReadyGroup = (bench: Bench, ready: ReadyGroup, at?: Point): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const { sheetId } = state
  const room = { w: sheet.size.w * SHARE, h: sheet.size.h * SHARE }
  const w = Math.min(room.w, room.h * ready.aspect)
  const size = { w, h: w / ready.aspect }
  const whole = at ? { cx: at.x, cy: at.y, ...size } : freePlace(sheet, size, viewMiddle(state))
  const frames = readyBoxes(ready, whole).map((box, i) => ({
    ...newFrame(newItemId(), { kind: 'rectangle' }, box),
    name: `Frame ${i + 1}`,
  }))
  const groupId = newId('g')
  bench.commit('New group', (project) =>
    joinRecorded(
      frames.reduce<Recorded>(
        (sofar, frame) => joinRecorded(sofar, (now) => addFrame.record(now, { sheetId, frame })),
        unchanged(project),
      ),
      (now) => groupItems.record(now, { sheetId, ids: frames.map(({ id }) => id), groupId, name: ready.name }),
    ),
  )
  select(bench, groupId)
}
