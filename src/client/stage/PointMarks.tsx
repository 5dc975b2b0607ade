'use client'
import { toolOf } from '@/client/store/modes'
import { useMemo } from 'react'
import { apply, type Matrix } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { pathOfNodes, sameAddress, type Contour, type NodeAddress, type PathNode } from '@/core/path/nodes'
import { svgTextOf } from '@/core/path/svgText'
import { useBench } from '@/client/binding/useBench'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import { heldSheet } from '@/client/store/benchStore'
import { pointsOf } from '@/client/store/points'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/stage/Overlay.module.css'

/** A corner is a square, a smooth point a circle, a symmetric one a circle with a dot. */
const NodeShape = ({ kind, isChosen }: { readonly kind: PathNode['kind']; readonly isChosen: boolean }) => {
  const look = isChosen ? LOOKS.nodeChosen : LOOKS.node
  if (kind === 'corner') return <rect x={-4.5} y={-4.5} width={9} height={9} {...look} />
  return (
    <>
      <circle r={5.2} {...look} />
      {kind === 'symmetric' && <circle r={1.7} {...(isChosen ? LOOKS.nodeEye : LOOKS.nodeDot)} />}
    </>
  )
}

const HandleEnd = ({
  name,
  label,
  from,
  to,
}: {
  readonly name: string
  readonly label: string
  readonly from: Point
  readonly to: Point
}) => (
  <g>
    <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} {...LOOKS.casing} strokeWidth={3.5} />
    <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} {...LOOKS.handleLine} />
    <g data-grip={name} role="img" aria-label={label} className={styles.grip} transform={`translate(${to.x} ${to.y})`}>
      <circle r={11} {...LOOKS.hit} />
      <circle r={4.2} {...LOOKS.handleEnd} />
    </g>
  </g>
)

/** The line of contours as it is worked on. */
export const WorkLine = ({
  contours,
  toTable,
}: {
  readonly contours: readonly Contour[]
  readonly toTable: Matrix
}) => {
  const d = svgTextOf(pathOfNodes(contours))
  return (
    <g transform={svgMatrix(toTable)}>
      <path d={d} {...LOOKS.casing} strokeWidth={4} vectorEffect="non-scaling-stroke" />
      <path d={d} {...LOOKS.whole} strokeWidth={2} vectorEffect="non-scaling-stroke" />
    </g>
  )
}

/** Handles are shown of chosen points and of those beside them. */
const showsHandles = (chosen: readonly NodeAddress[], { contour, node }: NodeAddress, count: number): boolean =>
  chosen.some(
    (one) => one.contour === contour && [0, 1, count - 1].includes((((node - one.node) % count) + count) % count),
  )

/** Above this many points only chosen ones and their neighbours carry marks large enough to press. */
const MANY = 400

/** The points of the outline in hand, with the handles of those that are chosen. */
export const PointMarks = () => {
  const tool = useBench((state) => toolOf(state))
  const sheet = useBench(heldSheet)
  const view = useBench((state) => state.view)
  const full = useMemo(() => pointsOf(tool, sheet), [tool, sheet])
  if (!full) return null
  const toTable = viewMatrix(view)
  const total = full.contours.reduce((sum, { nodes }) => sum + nodes.length, 0)
  return (
    <>
      <WorkLine contours={full.contours} toTable={toTable} />
      {full.contours.map(({ nodes }, contour) =>
        nodes.map((node, i) => {
          const address = { contour, node: i }
          const isChosen = full.chosen.some((one) => sameAddress(one, address))
          const withHandles = showsHandles(full.chosen, address, nodes.length)
          if (total > MANY && !withHandles && i % 2) return null
          const at = apply(toTable, node.at)
          const name = `Point ${i + 1}`
          return (
            <g key={`${contour}-${i}`}>
              {withHandles && node.into && (
                <HandleEnd
                  name={`into-${contour}-${i}`}
                  label={`${name}, handle before`}
                  from={at}
                  to={apply(toTable, node.into)}
                />
              )}
              {withHandles && node.out && (
                <HandleEnd
                  name={`out-${contour}-${i}`}
                  label={`${name}, handle after`}
                  from={at}
                  to={apply(toTable, node.out)}
                />
              )}
              <g
                data-grip={`node-${contour}-${i}`}
                role="img"
                aria-label={`${name}, ${node.kind}${isChosen ? ', chosen' : ''}`}
                className={styles.grip}
                transform={`translate(${at.x} ${at.y})`}
              >
                <rect x={-10} y={-10} width={20} height={20} {...LOOKS.hit} />
                <NodeShape kind={node.kind} isChosen={isChosen} />
              </g>
            </g>
          )
        }),
      )}
    </>
  )
}
