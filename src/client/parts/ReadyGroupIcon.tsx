'use client'
import { readyBoxes, type ReadyGroup } from '@/core/document/readyGroups'

const ICON = { w: 58, h: 42 }

/** The frames of a ready group, small. */
export const ReadyGroupIcon = ({ group }: { readonly group: ReadyGroup }) => {
  const w = Math.min(ICON.w, ICON.h * group.aspect)
  const boxes = readyBoxes(group, { cx: ICON.w / 2, cy: ICON.h / 2, w, h: w / group.aspect })
  return (
    <svg width={ICON.w} height={ICON.h} aria-hidden>
      {boxes.map((box, i) => (
        <rect key={i} x={box.cx - box.w / 2} y={box.cy - box.h / 2} width={box.w} height={box.h} fill="currentColor" />
      ))}
    </svg>
  )
}
