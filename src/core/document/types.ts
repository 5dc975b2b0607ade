import type { Unit } from '@/core/units'
import type { Box } from '@/core/geometry/box'
import type { Size } from '@/core/geometry/vector'
import type { Colour } from '@/core/colour/colour'
import type { Stencil } from '@/core/stencil/stencil'
import type { Placed } from '@/core/placement/placed'
import type { SubjectMark } from '@/core/placement/subject'

/** The format this program writes, and the oldest it still reads. */
export const FORMAT = 3
export const OLDEST_FORMAT = 1

export interface Project {
  readonly format: typeof FORMAT
  readonly id: string
  readonly name: string
  /** Sheets in order. */
  readonly order: readonly string[]
  readonly sheets: Readonly<Record<string, Sheet>>
  /** Colours kept for this project, in the order they were kept. */
  readonly colours: readonly Colour[]
  /** The pictures this project uses, by an id of its own. */
  readonly pictures: Readonly<Record<string, PictureRef>>
}

/** A picture as a project knows it; the file is found by its content hash. */
export interface PictureRef {
  readonly name: string
  /** Upright size in pixels. */
  readonly pixels: Size
  /** SHA-256 of the original file, hexadecimal. */
  readonly hash: string
  readonly tags: readonly string[]
  /** What matters in the picture, in this project. */
  readonly subject?: SubjectMark
}

export interface Sheet {
  readonly id: string
  readonly name: string
  /** Unit in which lengths are shown and typed. */
  readonly unit: Unit
  /** Trim size in points. */
  readonly size: Size
  /** Output pixels an inch. */
  readonly ppi: number
  /** Bleed beyond each edge, in points. */
  readonly bleed: number
  /** Margin within each edge that should stay free of what matters, in points; 0 for none. */
  readonly safe: number
  readonly background: Background
  /** A wash of one colour over the background, beneath all items. */
  readonly veil?: Veil
  /** Items that belong to no group, from bottom to top. */
  readonly order: readonly string[]
  /** Every frame and group of the sheet, by id. */
  readonly items: Readonly<Record<string, Item>>
  /** Lines to snap to, in points from the sheet's top left. */
  readonly guides: Guides
  /** Step of the grid in points; no grid without it. */
  readonly grid?: number
}

/** Guide lines: `x` stand upright, `y` lie level. */
export interface Guides {
  readonly x: readonly number[]
  readonly y: readonly number[]
}

export interface Veil {
  readonly colour: Colour
  /** In [0, 1]. */
  readonly opacity: number
}

export type Background =
  | { readonly kind: 'none' }
  | { readonly kind: 'colour'; readonly colour: Colour }
  | ({ readonly kind: 'gradient' } & Gradient)
  | {
      readonly kind: 'picture'
      readonly placed: Placed
      /** In [0, 1]; 1 without it. */
      readonly opacity?: number
      /** Standard deviation of a Gaussian blur, in points; none without it. */
      readonly blur?: number
    }

export type Item = Frame | Group

/** Items that move, hide and are locked as one. They stay in sheet coordinates. */
export interface Group {
  readonly kind: 'group'
  readonly id: string
  readonly name: string
  /** Members from bottom to top; at least one. */
  readonly order: readonly string[]
  /** Only orients the handles. */
  readonly turn: number
  readonly locked?: boolean
  readonly hidden?: boolean
}

export interface Frame {
  readonly kind: 'frame'
  readonly id: string
  readonly name: string
  /** Shown in an empty frame: what should come here. */
  readonly hint?: string
  /** Pictures dropped on a frame that takes none pass through to what lies beneath. */
  readonly takesPictures: boolean
  readonly box: Box
  /** Degrees clockwise about the box's centre. */
  readonly turn: number
  readonly stencil: Stencil
  /** The outline is mirrored left to right in its own box. */
  readonly flip?: boolean
  readonly fill: Fill
  /** A colour behind the picture, seen through its gaps and transparent parts. */
  readonly backing?: Colour
  /** How far inward from the outline the edge fades, in points; sharp without it. */
  readonly feather?: number
  /** Presses pass through, drags leave it where it is. */
  readonly locked?: boolean
  /** Not shown and not exported. */
  readonly hidden?: boolean
}

/** One of several candidate pictures of a frame. */
export interface Take {
  readonly id: string
  readonly name: string
  readonly placed: Placed
}

export const GRADIENT_SHAPES = ['linear', 'radial'] as const

/** Colours that run into one another across the outline's bounds. */
export interface Gradient {
  readonly shape: (typeof GRADIENT_SHAPES)[number]
  /** Direction of a linear gradient: degrees clockwise from left-to-right. */
  readonly turn: number
  /** At least two, at rising shares of the way in [0, 1]. */
  readonly stops: readonly GradientStop[]
}

export interface GradientStop {
  readonly at: number
  readonly colour: Colour
}

export type Fill =
  | { readonly kind: 'none' }
  | { readonly kind: 'colour'; readonly colour: Colour }
  | ({ readonly kind: 'gradient' } & Gradient)
  | { readonly kind: 'taken'; readonly takes: readonly Take[]; readonly shown: string }
