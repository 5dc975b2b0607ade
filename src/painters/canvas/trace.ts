import { toRadians } from '@/core/geometry/angle'
import type { Path } from '@/core/path/path'
import { walk } from '@/core/path/walk'
import type { PaintContext } from '@/painters/canvas/surface'

/** Traces a path into the context's current path. */
export const tracePath = (context: PaintContext, path: Path): void => {
  context.beginPath()
  walk(path, {
    move: (to) => context.moveTo(to.x, to.y),
    line: (_from, to) => context.lineTo(to.x, to.y),
    cubic: (_from, c1, c2, to) => context.bezierCurveTo(c1.x, c1.y, c2.x, c2.y, to.x, to.y),
    arc: (_from, arc) =>
      context.ellipse(
        arc.centre.x,
        arc.centre.y,
        arc.rx,
        arc.ry,
        toRadians(arc.turn),
        toRadians(arc.start),
        toRadians(arc.start + arc.sweep),
        arc.sweep < 0,
      ),
    close: () => context.closePath(),
  })
}
