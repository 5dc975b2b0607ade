'use client'
import type { Box } from '@/core/geometry/box'
import type { Surface } from '@/core/geometry/surface'
import { useBench } from '@/client/binding/useBench'
import { handleLayout, svgPoints, type HandleSpot } from '@/client/stage/overlayGeometry'
import type { Way } from '@/client/store/state'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/stage/Overlay.module.css'

const SIDES = [
  'top left corner',
  'top side',
  'top right corner',
  'right side',
  'bottom right corner',
  'bottom side',
  'bottom left corner',
  'left side',
]
const HIT = 24

const isCorner = ({ handle }: HandleSpot): boolean => handle.hx !== 0 && handle.hy !== 0

/** An album corner: a filled triangle that sits in the box's corner. */
const Corner = ({ spot, way }: { readonly spot: HandleSpot; readonly way: Way }) => {
  const { hx, hy } = spot.handle
  if (way === 'picture') return <rect x={-6} y={-6} width={12} height={12} rx={2} {...LOOKS.fillPicture} />
  return (
    <polygon
      points={svgPoints([
        { x: hx * 3, y: hy * 3 },
        { x: hx * 3 - hx * 17, y: hy * 3 },
        { x: hx * 3, y: hy * 3 - hy * 17 },
      ])}
      {...LOOKS.fillWhole}
    />
  )
}

const Side = ({ spot, way }: { readonly spot: HandleSpot; readonly way: Way }) => {
  const upright = spot.handle.hy === 0
  const size = upright ? { x: -4, y: -12, width: 8, height: 24 } : { x: -12, y: -4, width: 24, height: 8 }
  return <rect {...size} rx={4} {...(way === 'picture' ? LOOKS.fillPicture : LOOKS.fillWhole)} />
}

/** Corners, sides and the turn tab of what the current way moves. */
export const Handles = ({
  box,
  turn,
  way,
  subject,
  cornersOnly = false,
  lay = null,
}: {
  readonly box: Box
  readonly turn: number
  readonly way: Way
  readonly subject: string
  /** One-sided sizing would shear what is held. */
  readonly cornersOnly?: boolean
  /** How the points in which the box stands are seen. */
  readonly lay?: Surface | null
}) => {
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  const layout = handleLayout(box, turn, view, table, way === 'picture', lay)
  const { corners, handles, tab, tabFoot } = layout
  const outline = svgPoints(corners)
  const isPicture = way === 'picture'
  const line = isPicture ? LOOKS.picture : LOOKS.whole
  return (
    <g data-handles={way}>
      <polygon points={outline} {...LOOKS.casing} strokeWidth={isPicture ? 7 : 4} />
      <polygon
        points={outline}
        {...line}
        strokeWidth={isPicture ? 5 : 2}
        strokeDasharray={way === 'outline' ? '7 4' : undefined}
      />
      {isPicture && <polygon points={outline} {...LOOKS.casing} strokeWidth={1.6} />}
      <line x1={tabFoot.x} y1={tabFoot.y} x2={tab.x} y2={tab.y} {...LOOKS.casing} strokeWidth={4} />
      <line x1={tabFoot.x} y1={tabFoot.y} x2={tab.x} y2={tab.y} {...line} strokeWidth={2} />
      {handles
        .filter((spot) => !cornersOnly || isCorner(spot))
        .map((spot) => (
          <g
            key={spot.index}
            data-grip={`handle-${spot.index}`}
            role="img"
            aria-label={`${subject}, ${SIDES[spot.index]}`}
            className={`${styles.grip} ${styles.corner}`}
            transform={`translate(${spot.at.x} ${spot.at.y}) rotate(${layout.turn})`}
          >
            <rect {...LOOKS.hit} x={-HIT / 2} y={-HIT / 2} width={HIT} height={HIT} />
            {isCorner(spot) ? <Corner spot={spot} way={way} /> : <Side spot={spot} way={way} />}
          </g>
        ))}
      <g
        data-grip="turn"
        role="img"
        aria-label={`${subject}, turn`}
        className={`${styles.grip} ${styles.tab}`}
        transform={`translate(${tab.x} ${tab.y}) rotate(${layout.turn})`}
      >
        <rect {...LOOKS.hit} x={-14} y={-14} width={28} height={28} />
        <rect x={-12} y={-9} width={24} height={18} rx={3} {...(isPicture ? LOOKS.fillPicture : LOOKS.fillWhole)} />
        <path
          d="M4.4-2.4A5 5 0 1 0 5 .6M5-5.8v3.6H1.4"
          fill="none"
          stroke="var(--mark-casing)"
          strokeWidth="1.8"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </g>
    </g>
  )
}
