import type { Unit } from '@/core/units'
import type { Box } from '@/core/geometry/box'
import type { Size } from '@/core/geometry/vector'
import type { Colour } from '@/core/colour/colour'
import type { Stencil } from '@/core/stencil/stencil'
import type { Placed } from '@/core/placement/placed'

/** The format this program writes. */
export const FORMAT = 1

export interface Project {
  readonly format: typeof FORMAT
  readonly id: string
  readonly name: string
  /** Sheets in order. */
  readonly order: readonly string[]
  readonly sheets: Readonly<Record<string, Sheet>>
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
  readonly background: Background
  /** Items from bottom to top. */
  readonly order: readonly string[]
  readonly items: Readonly<Record<string, Frame>>
}

export type Background =
  | { readonly kind: 'none' }
  | { readonly kind: 'colour'; readonly colour: Colour }
  | { readonly kind: 'picture'; readonly placed: Placed }

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
  readonly fill: Fill
}

/** One of several candidate pictures of a frame. */
export interface Take {
  readonly id: string
  readonly name: string
  readonly placed: Placed
}

export type Fill =
  | { readonly kind: 'none' }
  | { readonly kind: 'colour'; readonly colour: Colour }
  | { readonly kind: 'taken'; readonly takes: readonly Take[]; readonly shown: string }
