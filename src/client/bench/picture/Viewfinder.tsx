'use client'
'use memo'
import { usePictureUrl } from '@/client/binding/usePictureUrl'
import { useDrag } from '@use-gesture/react'
import { useRef, useState } from 'react'
import { invert } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { svgTextOf } from '@/core/path/svgText'
import { resolvePlacement } from '@/core/placement/resolve'
import { levelCount } from '@/core/render/needs'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { steadyProject } from '@/client/store/benchStore'
import { placedFrame } from '@/client/store/placed'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import { isOverTable } from '@/client/gestures/useCarry'
import { FinderHand, MODE_WORDS } from '@/client/gestures/finder'
import type { FinderMode } from '@/client/store/state'
import { FinderStatus } from '@/client/bench/picture/FinderStatus'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/bench/picture/Viewfinder.module.css'
import { helpOnce } from '@/client/store/firstHelp'
import { goOnMarking } from '@/client/store/matching'
import { setFinderMode } from '@/client/store/slices/mode'

const SHOWN_SIDE = 480

/** The smallest level that is sharp enough for the card. */
const levelOf = (pixels: { readonly w: number; readonly h: number }): number => {
  const longest = Math.max(pixels.w, pixels.h)
  let level = 0
  while (level < levelCount(pixels) - 1 && longest / 2 ** (level + 1) >= SHOWN_SIDE) level += 1
  return level
}

interface Line {
  readonly from: Point
  readonly to: Point
}

/** The marked subject over the picture, and the line or box being drawn. */
const Marks = ({ line, pixels }: { readonly line: Line | null; readonly pixels: { w: number; h: number } }) => {
  const project = useBench(steadyProject)
  const sheetId = useBench((state) => state.sheetId)
  const selection = useBench((state) => state.selection)
  const held = placedFrame({ project, preview: null, sheetId, selection })
  const subject = held && project.pictures[held.placed.pictureId]?.subject
  return (
    <>
      {subject && (
        <>
          <rect
            data-subject
            x={subject.box.u0 * pixels.w}
            y={subject.box.v0 * pixels.h}
            width={(subject.box.u1 - subject.box.u0) * pixels.w}
            height={(subject.box.v1 - subject.box.v0) * pixels.h}
            {...LOOKS.subject}
            vectorEffect="non-scaling-stroke"
          />
          {subject.line !== undefined && (
            <line
              x1={0}
              x2={pixels.w}
              y1={subject.line * pixels.h}
              y2={subject.line * pixels.h}
              {...LOOKS.eyes}
              vectorEffect="non-scaling-stroke"
            />
          )}
        </>
      )}
      {line && (
        <line
          x1={line.from.x}
          y1={line.from.y}
          x2={line.to.x}
          y2={line.to.y}
          {...LOOKS.level}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </>
  )
}

/** The whole picture with what shows through the stencil marked; dragging works on it as the mode says. */
export const Viewfinder = () => {
  const bench = useBenchHandle()
  const element = useRef<SVGSVGElement>(null)
  const project = useBench(steadyProject)
  const sheetId = useBench((state) => state.sheetId)
  const selection = useBench((state) => state.selection)
  const mode = useBench((state) => state.finderMode)
  const setMode = (finderMode: FinderMode): void => setFinderMode(bench, finderMode)
  const [line, setLine] = useState<Line | null>(null)
  const hand = useRef<FinderHand | null>(null)
  const held = placedFrame({ project, preview: null, sheetId, selection })
  const picture = held ? project.pictures[held.placed.pictureId] : undefined
  const url = usePictureUrl(picture, picture ? levelOf(picture.pixels) : 0)

  const bind = useDrag(({ first, last, initial, xy: [x, y], canceled, ctrlKey, metaKey }) => {
    const box = element.current?.getBoundingClientRect()
    if (!box) return
    if (first) hand.current = FinderHand.start(bench, mode, box)
    const now = hand.current
    if (!now) return
    const at = { x, y }
    // A press alone does nothing, except for the eye line, which one press marks.
    const isPress = last && !now.isCarrying && now.isNear({ x: initial[0], y: initial[1] }, at)
    if (canceled || (isPress && mode !== 'line')) {
      now.cancel()
      setLine(null)
    } else if (mode === 'move' && (now.isCarrying || isOverTable(at))) {
      now.carry(at, ctrlKey || metaKey, last)
    } else {
      const span = { from: now.toPicture({ x: initial[0], y: initial[1] }), to: now.toPicture(at) }
      if (mode === 'level') setLine(last ? null : span)
      now.move(span, last)
      if (last && mode === 'level') setMode('move')
      if (last && mode === 'move') helpOnce(bench, 'carry')
      // Marking goes on: the next frame's subject can be marked at once.
      if (last && mode === 'line') setMode('subject')
      if (last && mode === 'subject' && !goOnMarking(bench)) setMode('line')
    }
    if (!last) return
    now.end()
    hand.current = null
  })

  if (!held || !picture) return null
  const { w, h } = picture.pixels
  const outline = svgTextOf(held.holder.outline.path)
  const toPicture = svgMatrix(invert(resolvePlacement(held.placed, held.holder).matrix))
  return (
    <>
      <svg
        ref={element}
        {...bind()}
        className={styles.viewfinder}
        data-mode={mode}
        viewBox={`0 0 ${w} ${h}`}
        role="img"
        aria-label={`Viewfinder: ${picture.name}, the part that shows is marked`}
        data-viewfinder
      >
        <defs>
          <mask id="shown">
            <rect width={w} height={h} fill="var(--mark-casing)" />
            <path d={outline} transform={toPicture} fill="black" />
          </mask>
        </defs>
        <image href={url} width={w} height={h} preserveAspectRatio="none" />
        {mode === 'move' && <rect width={w} height={h} fill="var(--mark-ink)" fillOpacity={0.62} mask="url(#shown)" />}
        <path
          d={outline}
          transform={toPicture}
          fill="none"
          stroke="var(--mark-ink)"
          strokeOpacity={0.6}
          strokeWidth={4}
          vectorEffect="non-scaling-stroke"
        />
        <path
          d={outline}
          transform={toPicture}
          fill="none"
          stroke="var(--mark-casing)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
        <Marks line={line} pixels={picture.pixels} />
        <title>{MODE_WORDS[mode]}</title>
      </svg>
      <FinderStatus pictureId={held.placed.pictureId} />
    </>
  )
}
