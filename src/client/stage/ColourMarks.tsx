'use client'
import { toolOf } from '@/client/store/modes'
import { apply, compose } from '@/core/geometry/matrix'
import { svgTextOf } from '@/core/path/svgText'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import { colourSource } from '@/client/store/colourCut'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'

/** The part of the picture that would be cut, hatched, and the point it was found from. */
export const ColourMarks = () => {
  const bench = useBenchHandle()
  const tool = useBench((state) => toolOf(state))
  const view = useBench((state) => state.view)
  // Follows the project, so that the marks stay with the picture.
  useBench((state) => state.project)
  if (tool?.kind !== 'colour') return null
  const source = colourSource(bench, tool)
  if (!source) return null
  const toTable = compose(viewMatrix(view), source.toSheet)
  const spots = tool.points.map((point) => apply(toTable, point))
  return (
    <g data-colour-part={tool.isWorking ? 'working' : (tool.outline?.path.length ?? 0)}>
      <defs>
        <pattern id="colour-part" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="8" height="8" fill="var(--mark-plum)" fillOpacity="0.28" />
          <rect width="3" height="8" fill="var(--mark-casing)" fillOpacity="0.55" />
        </pattern>
      </defs>
      {tool.outline && (
        <g transform={svgMatrix(toTable)}>
          <path
            d={svgTextOf(tool.outline.path, 2)}
            fillRule="evenodd"
            {...LOOKS.colourPart}
            vectorEffect="non-scaling-stroke"
          />
        </g>
      )}
      {spots.map((at, i) => (
        <g key={i} transform={`translate(${at.x} ${at.y})`}>
          <circle r={7} {...LOOKS.casing} strokeWidth={5} />
          <circle r={7} {...LOOKS.whole} strokeWidth={2} />
        </g>
      ))}
    </g>
  )
}
