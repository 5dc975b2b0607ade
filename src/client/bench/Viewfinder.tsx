'use client'
import { useDrag } from '@use-gesture/react'
import { useRef } from 'react'
import { apply, invert } from '@/core/geometry/matrix'
import { svgTextOf } from '@/core/path/svgText'
import { panPicture } from '@/core/placement/move'
import type { Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { levelCount } from '@/core/render/needs'
import { setPlaced } from '@/core/document/edits/fills'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { levelUrl } from '@/client/http/api'
import { placedFrame, type PlacedFrame } from '@/client/store/actions'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import styles from '@/client/bench/Viewfinder.module.css'

const SHOWN_SIDE = 480

/** The smallest level that is sharp enough for the card. */
const levelOf = (pixels: { readonly w: number; readonly h: number }): number => {
  const longest = Math.max(pixels.w, pixels.h)
  let level = 0
  while (level < levelCount(pixels) - 1 && longest / 2 ** (level + 1) >= SHOWN_SIDE) level += 1
  return level
}

/** The whole picture with what shows through the stencil marked; dragging moves the marked part. */
export const Viewfinder = () => {
  const bench = useBenchHandle()
  const element = useRef<SVGSVGElement>(null)
  const project = useBench((state) => state.preview ?? state.project)
  const sheetId = useBench((state) => state.sheetId)
  const selection = useBench((state) => state.selection)
  const start = useRef<PlacedFrame | null>(null)
  const result = useRef<Placed | null>(null)
  const held = placedFrame({ project, preview: null, sheetId, selection })

  const bind = useDrag(({ first, last, movement: [mx, my], canceled }) => {
    if (first) {
      bench.endBurst()
      start.current = placedFrame(bench.get())
    }
    const from = start.current
    const box = element.current?.getBoundingClientRect()
    if (!from || !box || canceled) return bench.preview(null)
    const { matrix } = resolvePlacement(from.placed, from.mount)
    const perPixel = from.mount.picture.w / box.width
    // The window moves with the hand, so the picture moves the other way.
    const origin = apply(matrix, { x: 0, y: 0 })
    const to = apply(matrix, { x: mx * perPixel, y: my * perPixel })
    result.current = panPicture(from.placed, from.mount, { x: origin.x - to.x, y: origin.y - to.y }).placed
    const recorded = setPlaced.record(bench.get().project, { sheetId, frameId: from.frame.id, placed: result.current })
    if (last) bench.commit('Move picture', () => recorded)
    else bench.preview(recorded.project)
  })

  if (!held) return null
  const picture = project.pictures[held.placed.pictureId]
  if (!picture) return null
  const { w, h } = picture.pixels
  const outline = svgTextOf(held.mount.outline.path)
  const toPicture = svgMatrix(invert(resolvePlacement(held.placed, held.mount).matrix))
  return (
    <svg
      ref={element}
      {...bind()}
      className={styles.viewfinder}
      viewBox={`0 0 ${w} ${h}`}
      role="img"
      aria-label={`Viewfinder: ${picture.name}, the part that shows is marked`}
      data-viewfinder
    >
      <defs>
        <mask id="shown">
          <rect width={w} height={h} fill="#fff" />
          <path d={outline} transform={toPicture} fill="#000" />
        </mask>
      </defs>
      <image href={levelUrl(picture.hash, levelOf(picture.pixels))} width={w} height={h} preserveAspectRatio="none" />
      <rect width={w} height={h} fill="#22282b" fillOpacity={0.62} mask="url(#shown)" />
      <path
        d={outline}
        transform={toPicture}
        fill="none"
        stroke="#22282b"
        strokeOpacity={0.6}
        strokeWidth={4}
        vectorEffect="non-scaling-stroke"
      />
      <path
        d={outline}
        transform={toPicture}
        fill="none"
        stroke="#fff"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
      <title>Drag to move the part that shows</title>
    </svg>
  )
}
