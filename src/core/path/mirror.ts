import { normalTurn } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'
import type { Path, Segment } from '@/core/path/path'

const mirror = ({ x, y }: Point): Point => ({ x: x === 0 ? 0 : -x, y })

const mirrorSegment = (segment: Segment): Segment => {
  switch (segment.kind) {
    case 'move':
    case 'line':
      return { kind: segment.kind, to: mirror(segment.to) }
    case 'cubic':
      return { kind: 'cubic', c1: mirror(segment.c1), c2: mirror(segment.c2), to: mirror(segment.to) }
    case 'arc':
      return {
        ...segment,
        centre: mirror(segment.centre),
        turn: normalTurn(-segment.turn),
        start: 180 - segment.start,
        sweep: -segment.sweep,
      }
    case 'close':
      return segment
  }
}

/** The path mirrored left to right about the origin. Mirrored twice it is the same path. */
export const mirrorPath = (path: Path): Path => path.map(mirrorSegment)
