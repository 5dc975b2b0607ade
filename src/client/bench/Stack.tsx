'use client'
import { svgTextOf } from '@/core/path/svgText'
import { invert } from '@/core/geometry/matrix'
import { outlineOf } from '@/core/stencil/stencil'
import { resolvePlacement } from '@/core/placement/resolve'
import { levelCount } from '@/core/render/needs'
import { frameMount, shownPlaced } from '@/core/document/read'
import { framesOf } from '@/core/document/tree'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { tableKey } from '@/client/gestures/keys'
import { levelUrl } from '@/client/http/api'
import { select } from '@/client/store/selection'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import styles from '@/client/bench/Bench.module.css'

/** The frame as it looks, small: its picture through its outline. */
const Thumb = ({ frame }: { readonly frame: Frame }) => {
  const project = useBench(shownProject)
  const sheet = useBench(shownSheet)
  const placed = shownPlaced(frame)
  const picture = placed && project.pictures[placed.pictureId]
  const { w, h } = frame.box
  const path = svgTextOf(outlineOf(frame.stencil, frame.box).path)
  const clip = `clip-${frame.id}`
  return (
    <svg className={styles.thumb} viewBox={`${-w / 2} ${-h / 2} ${w} ${h}`} aria-hidden>
      {placed && picture ? (
        <>
          <clipPath id={clip}>
            <path
              d={path}
              transform={svgMatrix(
                invert(resolvePlacement(placed, frameMount(project, sheet, frame, placed.pictureId)).matrix),
              )}
            />
          </clipPath>
          <g
            transform={svgMatrix(resolvePlacement(placed, frameMount(project, sheet, frame, placed.pictureId)).matrix)}
          >
            <image
              href={levelUrl(picture.hash, levelCount(picture.pixels) - 1)}
              width={picture.pixels.w}
              height={picture.pixels.h}
              preserveAspectRatio="none"
              clipPath={`url(#${clip})`}
            />
          </g>
        </>
      ) : (
        <path
          d={path}
          fill={frame.fill.kind === 'colour' ? frame.fill.colour : '#d8cbb0'}
          stroke="#8a7a5c"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  )
}

/** What lies on the sheet, top first. */
export const Stack = () => {
  const bench = useBenchHandle()
  const sheet = useBench(shownSheet)
  const selection = useBench((state) => state.selection)
  const frames = framesOf(sheet).toReversed()
  return (
    <nav
      className={styles.stack}
      data-region="stack"
      aria-label="Stack: what lies on the sheet, top first"
      onKeyDown={(event) => {
        // Enter and Space press the item that has the focus.
        if (event.key !== 'Enter' && event.key !== ' ' && tableKey(bench, event, () => false)) event.preventDefault()
      }}
    >
      <h2>Stack</h2>
      <div role="listbox" aria-label="Frames">
        {frames.map((frame) => (
          <button
            key={frame.id}
            type="button"
            role="option"
            className={styles.stackItem}
            aria-selected={selection.includes(frame.id)}
            aria-label={frame.name}
            title={frame.name}
            onClick={() => select(bench, frame.id)}
          >
            <Thumb frame={frame} />
          </button>
        ))}
      </div>
    </nav>
  )
}
