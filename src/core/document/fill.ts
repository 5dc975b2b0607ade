import type { ColourRef } from '@/core/colour/slots'
import type { Gradient } from '@/core/colour/gradient'
import type { Point } from '@/core/geometry/vector'
import type { Placed } from '@/core/placement/placed'

/** Where a frame stood: a window keeps showing what was to be seen there. */
export interface Pose {
  readonly cx: number
  readonly cy: number
  readonly turn: number
}

/** One of several candidate pictures of a frame. */
export interface Take {
  readonly id: string
  readonly name: string
  readonly placed: Placed
}

/** The kind of a fill that holds pictures of its own: the word that files and logged steps have had for it from the first format. */
export const PICTURES = 'taken'

/** Pictures of a frame's own, of which one shows. */
export interface PictureFill {
  readonly kind: typeof PICTURES
  readonly takes: readonly Take[]
  /** The id of the take that shows. */
  readonly shown: string
}

export type Fill =
  | { readonly kind: 'none' }
  | { readonly kind: 'colour'; readonly colour: ColourRef }
  | ({ readonly kind: 'gradient' } & Gradient)
  | PictureFill
  | {
      readonly kind: 'span'
      readonly spanId: string
      /** How far the frame's window is moved over the picture, so that gaps are skipped. */
      readonly shift?: Point
      /** The frame keeps showing what was to be seen at this place, and takes it along. */
      readonly pinned?: Pose
    }
  /** Shows what another frame of the sheet holds. */
  | { readonly kind: 'echo'; readonly frameId: string }
