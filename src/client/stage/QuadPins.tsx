'use client'
import { directionOf } from '@/core/geometry/angle'
import { subtract, type Point } from '@/core/geometry/vector'
import { svgPoints } from '@/client/stage/overlayGeometry'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/stage/Overlay.module.css'

/** Corners in the order in which a frame is laid, and the sides from each to the next. */
const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left']
const SIDES = ['top', 'right', 'bottom', 'left']
const HIT = 24

const middle = (p: Point, q: Point): Point => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 })

/** A pin with an open middle, so that what it stands on can be seen. */
const Pin = () => (
  <>
    <rect {...LOOKS.hit} x={-HIT / 2} y={-HIT / 2} width={HIT} height={HIT} />
    <circle r={8} {...LOOKS.casing} strokeWidth={5} />
    <circle r={8} {...LOOKS.whole} strokeWidth={2.5} />
    <path d="M-3 0H3M0-3V3" {...LOOKS.casing} strokeWidth={3} />
    <path d="M-3 0H3M0-3V3" {...LOOKS.whole} strokeWidth={1.2} />
  </>
)

/** Four corners in perspective and the sides between them, each to be taken hold of. In table pixels. */
export const QuadPins = ({
  quad,
  name,
  grip,
  isBent = false,
}: {
  readonly quad: readonly Point[]
  readonly name: string
  /** What the hand calls them, before the corner's number. */
  readonly grip: { readonly corner: string; readonly side: string }
  /** Between its corners goes a bent surface: the sides are no lines, and stand back. */
  readonly isBent?: boolean
}) => {
  const nextOf = (i: number): Point => quad[(i + 1) % quad.length] ?? { x: 0, y: 0 }
  return (
    <>
      {isBent ? (
        <polygon points={svgPoints(quad)} {...LOOKS.whole} strokeWidth={1} strokeDasharray="3 4" />
      ) : (
        <>
          <polygon points={svgPoints(quad)} {...LOOKS.casing} strokeWidth={4} />
          <polygon points={svgPoints(quad)} {...LOOKS.whole} strokeWidth={2} />
        </>
      )}
      {quad.map((p, i) => {
        // The points of the surface stand where the bars would.
        if (isBent) return null
        const at = middle(p, nextOf(i))
        return (
          <g
            key={SIDES[i]}
            data-grip={`${grip.side}-${i}`}
            role="img"
            aria-label={`${name}, ${SIDES[i]} side`}
            className={`${styles.grip} ${styles.corner}`}
            transform={`translate(${at.x} ${at.y}) rotate(${directionOf(subtract(nextOf(i), p))})`}
          >
            <rect {...LOOKS.hit} x={-HIT / 2} y={-HIT / 2} width={HIT} height={HIT} />
            <rect x={-11} y={-3.5} width={22} height={7} rx={3.5} {...LOOKS.fillWhole} />
          </g>
        )
      })}
      {quad.map((p, i) => (
        <g
          key={CORNERS[i]}
          data-grip={`${grip.corner}-${i}`}
          role="img"
          aria-label={`${name}, ${CORNERS[i]} corner in perspective`}
          className={`${styles.grip} ${styles.corner}`}
          transform={`translate(${p.x} ${p.y})`}
        >
          <Pin />
        </g>
      ))}
    </>
  )
}
