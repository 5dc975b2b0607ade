'use client'
import { isMeshCorner, type Bend } from '@/core/geometry/bend'
import { apply } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { isBent, seenOn } from '@/core/geometry/surface'
import { layOf, seenQuad } from '@/core/document/laid'
import type { Frame } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { QuadPins } from '@/client/stage/QuadPins'
import { LOOKS } from '@/client/stage/looks'
import { svgPoints } from '@/client/stage/overlayGeometry'
import { shownSheet } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'
import styles from '@/client/stage/Overlay.module.css'

const HIT = 24
/** Pieces of a line of the net. */
const PIECES = 32
/** Lines of a cylinder's net across it. */
const CYLINDER_LINES = 9

type Seen = (u: number, v: number) => Point

const lineOf = (seen: Seen, at: number, isAcross: boolean): readonly Point[] =>
  Array.from({ length: PIECES + 1 }, (_, i) => (isAcross ? seen(i / PIECES, at) : seen(at, i / PIECES)))

const Line = ({ points, isEdge }: { readonly points: readonly Point[]; readonly isEdge: boolean }) => (
  <>
    <polyline points={svgPoints(points)} {...LOOKS.casing} strokeWidth={isEdge ? 4 : 2} strokeOpacity={0.6} />
    <polyline
      points={svgPoints(points)}
      {...LOOKS.whole}
      strokeWidth={isEdge ? 2 : 0.8}
      strokeOpacity={isEdge ? 1 : 0.7}
    />
  </>
)

const evenly = (count: number): readonly number[] => Array.from({ length: count }, (_, i) => i / (count - 1))

/** The lines on the surface: those through the points of a mesh, or evenly round a cylinder. */
const Net = ({ bend, seen }: { readonly bend: Bend; readonly seen: Seen }) => {
  const across = evenly(bend.kind === 'mesh' ? bend.rows : 2)
  const down = evenly(bend.kind === 'mesh' ? bend.columns : CYLINDER_LINES)
  const isEdge = (at: number): boolean => at === 0 || at === 1
  return (
    <>
      {across.map((at) => (
        <Line key={`a${at}`} points={lineOf(seen, at, true)} isEdge={isEdge(at)} />
      ))}
      {down.map((at) => (
        <Line key={`d${at}`} points={lineOf(seen, at, false)} isEdge={isEdge(at)} />
      ))}
    </>
  )
}

interface KnobProps {
  readonly at: Point
  readonly grip: string
  readonly name: string
  readonly turn?: number
}

/** A point of a mesh to be drawn. */
const MeshPoint = ({ at, grip, name }: KnobProps) => (
  <g
    data-grip={grip}
    role="img"
    aria-label={name}
    className={`${styles.grip} ${styles.corner}`}
    transform={`translate(${at.x} ${at.y})`}
  >
    <rect {...LOOKS.hit} x={-HIT / 2} y={-HIT / 2} width={HIT} height={HIT} />
    <circle r={5.5} {...LOOKS.fillWhole} />
  </g>
)

/** A slide along one way: what it moves is as long as that. */
const Slide = ({ at, grip, name, turn = 0 }: KnobProps) => (
  <g
    data-grip={grip}
    role="img"
    aria-label={name}
    className={`${styles.grip} ${styles.corner}`}
    transform={`translate(${at.x} ${at.y}) rotate(${turn})`}
  >
    <rect {...LOOKS.hit} x={-HIT / 2} y={-HIT / 2} width={HIT} height={HIT} />
    <path d="M-12 0L-6-6V6ZM12 0L6-6V6Z" {...LOOKS.fillWhole} />
    <circle r={3.5} {...LOOKS.fillWhole} />
  </g>
)

/** The net of the selected frame's bent surface, and what it is drawn by. Its corners are pins of their own. */
const BendMarks = ({ frame, bend }: { readonly frame: Frame; readonly bend: Bend }) => {
  const sheet = useBench(shownSheet)
  const view = useBench((state) => state.view)
  const surface = layOf(sheet, frame)
  if (!surface || !isBent(surface)) return null
  const seen: Seen = (u, v) => apply(viewMatrix(view), seenOn(surface, apply(surface.fromUnit, { x: u, y: v })))
  if (bend.kind === 'cylinder')
    return (
      <g data-bend="cylinder">
        <Net bend={bend} seen={seen} />
        <Slide at={seen(0.5, 1)} turn={90} grip="bend-tilt" name={`${frame.name}, tilt of the cylinder`} />
        <Slide at={seen(0.75, 0.5)} grip="bend-arc" name={`${frame.name}, how far round the cylinder`} />
      </g>
    )
  const { columns, rows } = bend
  return (
    <g data-bend="mesh">
      <Net bend={bend} seen={seen} />
      {bend.points.map((_, i) => {
        const [row, column] = [(i - (i % columns)) / columns, i % columns]
        return isMeshCorner(bend, i) ? null : (
          <MeshPoint
            key={i}
            at={seen(column / (columns - 1), row / (rows - 1))}
            grip={`mesh-${i}`}
            name={`${frame.name}, point ${column + 1} of row ${row + 1}`}
          />
        )
      })}
    </g>
  )
}

/** The four corners into which the selected frame is laid, and its sides. */
export const LaidCorners = ({ frame }: { readonly frame: Frame }) => {
  const sheet = useBench(shownSheet)
  const view = useBench((state) => state.view)
  const quad = seenQuad(sheet, frame).map((p) => apply(viewMatrix(view), p))
  return (
    <g data-laid={frame.id}>
      {frame.laid?.bend && <BendMarks frame={frame} bend={frame.laid.bend} />}
      <QuadPins
        quad={quad}
        name={frame.name}
        isBent={frame.laid?.bend !== undefined}
        grip={{ corner: 'corner', side: 'side' }}
      />
    </g>
  )
}
