'use client'
import { apply } from '@/core/geometry/matrix'
import { useBench } from '@/client/binding/useBench'
import { svgPoints } from '@/client/stage/overlayGeometry'
import { toolOf } from '@/client/store/modes'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'

/** What was found by presses: each with its four corners. */
export const FoundMarks = () => {
  const tool = useBench((state) => toolOf(state))
  const view = useBench((state) => state.view)
  if (tool?.kind !== 'find') return null
  return (
    <g data-found={tool.isWorking ? 'working' : tool.found.length}>
      {tool.found.map(({ quad }, i) => {
        const seen = quad.map((p) => apply(viewMatrix(view), p))
        return (
          <g key={i}>
            <polygon points={svgPoints(seen)} {...LOOKS.openingKept} strokeWidth={3} />
            {seen.map((p, k) => (
              <circle key={k} cx={p.x} cy={p.y} r={4} {...LOOKS.node} />
            ))}
          </g>
        )
      })}
    </g>
  )
}
