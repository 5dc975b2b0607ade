import { assertNever } from '@/core/failure'
import type { Point } from '@/core/geometry/vector'
import { arcPoint, type Arc, type Path } from '@/core/path/path'

/** What takes a path in, piece by piece. Each drawn piece comes with the point it starts from. */
export interface PathSink {
  move(to: Point): void
  line(from: Point, to: Point): void
  cubic(from: Point, c1: Point, c2: Point, to: Point): void
  arc(from: Point, arc: Arc, to: Point): void
  close(from: Point, to: Point): void
}

const same = (p: Point, q: Point): boolean => Math.abs(p.x - q.x) < 1e-12 && Math.abs(p.y - q.y) < 1e-12

/** Walks a path once into a sink. An arc that starts away from the pen is reached by a line. */
export const walk = (path: Path, sink: PathSink): void => {
  let pen: Point = { x: 0, y: 0 }
  let first: Point = pen
  for (const piece of path) {
    switch (piece.kind) {
      case 'move':
        sink.move(piece.to)
        pen = first = piece.to
        break
      case 'line':
        sink.line(pen, piece.to)
        pen = piece.to
        break
      case 'cubic':
        sink.cubic(pen, piece.c1, piece.c2, piece.to)
        pen = piece.to
        break
      case 'arc': {
        const from = arcPoint(piece, piece.start)
        if (!same(pen, from)) sink.line(pen, from)
        const to = arcPoint(piece, piece.start + piece.sweep)
        sink.arc(from, piece, to)
        pen = to
        break
      }
      case 'close':
        sink.close(pen, first)
        pen = first
        break
      default:
        assertNever(piece)
    }
  }
}
