'use client'
'use memo'
import { useMemo } from 'react'
import { svgTextOf } from '@/core/path/svgText'
import { presetOf, PRESETS } from '@/core/stencil/presets'
import { outlineOf, type Stencil } from '@/core/stencil/stencil'

interface StencilIconProps {
  readonly stencil: Stencil
  /** Width over height; that of the preset it is, or square. */
  readonly aspect?: number
  /** Room in CSS pixels. */
  readonly width?: number
  readonly height?: number
}

/** The stencil's own outline, as large as the room allows. */
export const StencilIcon = ({ stencil, aspect, width = 30, height = 26 }: StencilIconProps) => {
  const ratio = aspect ?? presetOf(stencil)?.aspect ?? 1
  const size = useMemo(() => {
    const w = Math.min(width, height * ratio)
    return { w, h: w / ratio }
  }, [width, height, ratio])
  const { path, fillRule } = outlineOf(stencil, size)
  return (
    <svg
      width={width}
      height={height}
      viewBox={`${-width / 2} ${-height / 2} ${width} ${height}`}
      aria-hidden
      style={{ flex: 'none', verticalAlign: 'middle' }}
    >
      <path d={svgTextOf(path, 2)} fill="currentColor" fillRule={fillRule} />
    </svg>
  )
}

/** A few stencils for short menus; all are in the supplies. */
export const COMMON_STENCILS = PRESETS.filter(({ name }) =>
  ['Rectangle', 'Rounded', 'Ellipse', 'Triangle', 'Polygon', 'Star', 'Heart', 'Blob'].includes(name),
)
