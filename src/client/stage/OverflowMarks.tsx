'use client'
import { apply } from '@/core/geometry/matrix'
import { layOf, seenAt } from '@/core/document/laid'
import { frameMatrix } from '@/core/document/read'
import { isText, linesOver } from '@/core/document/text'
import { framesOf, isHidden } from '@/core/document/tree'
import { useBench } from '@/client/binding/useBench'
import { LOOKS } from '@/client/stage/looks'
import { shownSheetIf } from '@/client/store/benchStore'
import { toTable } from '@/client/store/view'

/** A sign at the foot of every text that does not fit its box; no output shows it. */
export const OverflowMarks = () => {
  const sheet = useBench(shownSheetIf((on) => framesOf(on).some(isText)))
  const view = useBench((state) => state.view)
  if (!sheet) return null
  return framesOf(sheet)
    .filter(isText)
    .map((frame) => {
      const count = isHidden(sheet, frame.id) ? 0 : linesOver(frame)
      if (!count) return null
      const words = count === 1 ? '1 line does not fit' : `${count} lines do not fit`
      const foot = apply(frameMatrix(frame), { x: frame.box.w / 2, y: frame.box.h / 2 })
      const { x, y } = toTable(view, seenAt(layOf(sheet, frame), foot))
      const half = words.length * 3.6 + 12
      return (
        <g key={frame.id} data-overflow={frame.id} transform={`translate(${x - half} ${y + 16})`}>
          <rect x={-half} y={-12} width={2 * half} height={24} rx={4} {...LOOKS.missing} />
          <text y={4} {...LOOKS.tagText}>
            {words}
          </text>
        </g>
      )
    })
}
