'use client'
import { levelWithin } from '@/core/render/needs'
import { rectCentre } from '@/core/geometry/rect'
import { svgTextOf } from '@/core/path/svgText'
import type { HeldOpening, HeldOpenings } from '@/client/bench/openings/useOpenings'
import { usePicking } from '@/client/bench/openings/usePicking'
import { levelUrl } from '@/client/http/api'
import { LOOKS } from '@/client/stage/looks'
import type { OpeningsSource } from '@/client/store/state'
import styles from '@/client/parts/ArtPanes.module.css'

/** Enough pixels for a preview. */
const PREVIEW_PIXELS = 1.6e6

const pathOf = ({ found }: HeldOpening): string => found.map(({ outline }) => svgTextOf(outline.path, 1)).join(' ')

/** The art with its openings numbered over it; a press keeps or drops one, or takes the colour of where it is. */
export const OpeningsPreview = ({ source, held }: { readonly source: OpeningsSource; readonly held: HeldOpenings }) => {
  const { w, h } = source.pixels
  const size = Math.max(w, h)
  const level = levelWithin(source.pixels, PREVIEW_PIXELS)
  const { cross, ...hand } = usePicking(source.pixels, held)
  // What lies beneath a layer is seen through its holes alone; a hole of a colour is not seen through.
  const isOver = held.choice.by === 'colour'
  const marks = held.openings.map((opening, i) => ({
    layer: opening.found[0]?.layer ?? 0,
    mark: (
      <path
        key={`opening-${i}`}
        d={pathOf(opening)}
        fillRule="evenodd"
        {...(opening.isKept ? LOOKS.openingKept : LOOKS.openingDropped)}
        cursor="pointer"
        vectorEffect="non-scaling-stroke"
        onClick={(event) => {
          if (isOver && held.choice.points.length === 0) return
          event.stopPropagation()
          held.toggle(i)
        }}
      />
    ),
  }))
  return (
    <svg
      className={styles.preview}
      viewBox={`0 0 ${w} ${h}`}
      // Looked at alone, or the place where a colour is pointed at.
      {...(isOver
        ? { role: 'application', tabIndex: 0, 'aria-label': 'Colour of the holes: arrow keys point, Enter takes it' }
        : { role: 'img', 'aria-label': `${source.name}, ${held.openings.length} openings` })}
      aria-busy={held.isLooking}
      {...hand}
      cursor={isOver ? 'crosshair' : undefined}
    >
      {held.layers.map((layer, at) => (
        <g key={at}>
          {!isOver && marks.filter(({ layer: own }) => own === at).map(({ mark }) => mark)}
          {layer.use === 'art' && (
            <image
              href={levelUrl(layer.hash, level)}
              width={w}
              height={h}
              opacity={layer.opacity}
              pointerEvents="none"
              style={{ mixBlendMode: layer.blend }}
            />
          )}
        </g>
      ))}
      {isOver && marks.map(({ mark }) => mark)}
      {held.openings.flatMap(({ found, isKept }, i) =>
        found.map(({ bounds, kind }, k) => (
          <text
            key={`${i}-${k}`}
            // What lies around the art has its middle where the art is.
            {...(kind === 'around' ? { x: bounds.x0 + size / 24, y: bounds.y0 + size / 24 } : rectCentre(bounds))}
            {...LOOKS.openingNumber}
            fontSize={size / 26}
            opacity={isKept ? 1 : 0.5}
            strokeWidth={size / 160}
          >
            {i + 1}
          </text>
        )),
      )}
      {cross && (
        <circle
          cx={cross.x}
          cy={cross.y}
          r={size / 60}
          data-cross
          {...LOOKS.openingCross}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  )
}
