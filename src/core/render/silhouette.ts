import { outlineOnSheet } from '@/core/document/outline'
import { layOf } from '@/core/document/laid'
import { frameMatrix, frameOutline } from '@/core/document/read'
import type { Frame, Sheet } from '@/core/document/types'
import { sameList } from '@/core/document/lists'
import type { FinishLayer } from '@/core/finish/layers'
import { compose, IDENTITY, translation, type Matrix } from '@/core/geometry/matrix'
import type { Surface } from '@/core/geometry/surface'
import type { Point } from '@/core/geometry/vector'
import { edgesOnly } from '@/core/path/flat'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { unitedFlat } from '@/core/path/united'
import { finishOps, type FinishOps } from '@/core/render/finishOps'
import type { DrawOp, Shape } from '@/core/render/ops'

/** One of those whose outlines are united: its outline, and how that lies beside the first of them. */
interface Member {
  readonly outline: Outline
  readonly place: Matrix
}

/** Members that lie as they do are told from others to within this, in points. */
const SAME_PLACE = 1e-6
/** Silhouettes that are remembered: of the groups of a sheet, and of what a hand goes back and forth between. */
const MOST_REMEMBERED = 48

const remembered = new Map<string, Outline>()
const numbers = new WeakMap<Outline, number>()
const numbering = { last: 0 }

const numberOf = (outline: Outline): number => {
  const known = numbers.get(outline)
  if (known !== undefined) return known
  numbering.last += 1
  numbers.set(outline, numbering.last)
  return numbering.last
}

const arrangementOf = (members: readonly Member[]): string =>
  members
    .map(({ outline, place: { a, b, c, d, e, f } }) =>
      [numberOf(outline), ...[a, b, c, d, e, f].map((value) => Math.round(value / SAME_PLACE))].join(),
    )
    .join(';')

/** The members' outlines united; the same outline again as long as members keep their places to one another. */
const unitedMembers = (members: readonly Member[]): Outline => {
  const arrangement = arrangementOf(members)
  const known = remembered.get(arrangement)
  const united =
    known ?? unitedFlat(members.map(({ outline, place }) => ({ ...outline, path: transformPath(place, outline.path) })))
  // The newest stand last: what was not asked for longest is forgotten.
  remembered.delete(arrangement)
  remembered.set(arrangement, united)
  const [oldest] = remembered.keys()
  if (remembered.size > MOST_REMEMBERED && oldest !== undefined) remembered.delete(oldest)
  return united
}

const seenOutlines = new WeakMap<Frame, { readonly lay: Surface; readonly outline: Outline }>()

/** A frame's outline in perspective, the same as long as the frame and its plane are. */
const laidOutline = (sheet: Sheet, frame: Frame, lay: Surface): Outline => {
  const known = seenOutlines.get(frame)
  if (known && known.lay === lay) return known.outline
  const outline = outlineOnSheet(sheet, frame)
  seenOutlines.set(frame, { lay, outline })
  return outline
}

const mirrored = new WeakMap<Outline, Outline>()

/** A flat frame's outline in its own points: the same as long as its stencil and its size are. */
const ownOutline = (frame: Frame): Outline => {
  if (!frame.flip) return edgesOnly(frameOutline(frame))
  const plain = frameOutline({ ...frame, flip: false })
  const known = mirrored.get(plain) ?? edgesOnly(frameOutline(frame))
  mirrored.set(plain, known)
  return known
}

const HERE: Point = { x: 0, y: 0 }

const seenMiddle = ({ box, away = HERE }: Frame): Point => ({ x: box.cx + away.x, y: box.cy + away.y })

/** What the finish of a group is about: its members' outlines, united, in points about the first of them. */
export const silhouetteOf = (sheet: Sheet, frames: readonly Frame[]): Shape => {
  const isFlat = frames.every((frame) => layOf(sheet, frame) === null)
  const origin = isFlat && frames[0] ? seenMiddle(frames[0]) : HERE
  const toOrigin = translation(-origin.x, -origin.y)
  const members = frames.map((frame): Member => {
    const lay = layOf(sheet, frame)
    const { x, y } = frame.away ?? HERE
    const place = compose(toOrigin, translation(x, y))
    return lay
      ? { outline: laidOutline(sheet, frame, lay), place }
      : { outline: ownOutline(frame), place: compose(place, frameMatrix(frame)) }
  })
  return { outline: unitedMembers(members), toSheet: isFlat ? translation(origin.x, origin.y) : IDENTITY }
}

const finishes = new WeakMap<Outline, { readonly layers: readonly FinishLayer[]; readonly ops: FinishOps }>()

/** The operations of layers about a silhouette: worked out once for each, and put where that lies. */
export const silhouetteOps = (layers: readonly FinishLayer[], { outline, toSheet }: Shape): FinishOps => {
  const known = finishes.get(outline)
  const made = known && sameList(known.layers, layers) ? known.ops : finishOps(layers, { outline, toSheet: IDENTITY })
  finishes.set(outline, { layers, ops: made })
  const put = (ops: readonly DrawOp[]): readonly DrawOp[] =>
    ops.map((op) => (op.op === 'plane' ? op : { ...op, toSheet }))
  return {
    under: put(made.under),
    insideUnder: put(made.insideUnder),
    insideOver: put(made.insideOver),
    over: put(made.over),
    reach: made.reach,
  }
}
