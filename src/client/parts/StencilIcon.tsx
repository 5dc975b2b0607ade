'use client'
import { svgTextOf } from '@/core/path/svgText'
import { outlineOf, type Stencil } from '@/core/stencil/stencil'

const sizeOf = (stencil: Stencil) => (stencil.kind === 'rectangle' ? { w: 26, h: 20 } : { w: 25, h: 24 })

/** The stencil's own outline, small. */
export const StencilIcon = ({ stencil }: { readonly stencil: Stencil }) => (
  <svg width={30} height={28} viewBox="-15 -14 30 28" aria-hidden>
    <path d={svgTextOf(outlineOf(stencil, sizeOf(stencil)).path)} fill="currentColor" />
  </svg>
)

/** The stencils on offer. */
export const STENCILS: readonly { readonly name: string; readonly stencil: Stencil }[] = [
  { name: 'Rectangle', stencil: { kind: 'rectangle' } },
  { name: 'Ellipse', stencil: { kind: 'ellipse' } },
  { name: 'Triangle', stencil: { kind: 'triangle', apex: 0.5 } },
  { name: 'Polygon', stencil: { kind: 'polygon', sides: 6 } },
]
