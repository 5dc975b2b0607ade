import { toRadians } from '@/core/geometry/angle'
import type { Path } from '@/core/path/path'
import { walk } from '@/core/path/walk'
import type { PaintContext } from '@/painters/canvas/surface'

/**
 * Traces a path into the context's current path. What is only filled needs no closing: filling closes every contour, and a
 * browser looks over the whole path for each one that is closed, which the letters of a long text would feel.
 */
export const tracePath = (context: PaintContext, path: Path, use: 'fill' | 'stroke' = 'stroke'): void => {
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
    close: (_from, first) => {
      if (use === 'stroke') context.closePath()
      // What follows a closed contour without a move begins where that did.
      else context.moveTo(first.x, first.y)
    },
  })
}
