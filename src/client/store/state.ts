import type { History } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import type { Point, Size } from '@/core/geometry/vector'
import type { Stencil } from '@/core/stencil/stencil'
import type { PictureAnswer } from '@/contract/api'

/** What a drag moves. */
export const WAYS = ['whole', 'picture', 'outline'] as const
export type Way = (typeof WAYS)[number]

/** How the sheet lies on the table: CSS pixels a point, and where the sheet's origin is. */
export interface View {
  readonly scale: number
  readonly x: number
  readonly y: number
}

export type Saving =
  | { readonly state: 'saved' }
  | { readonly state: 'saving' }
  /** The server is not reached; work goes on and is sent later. */
  | { readonly state: 'waiting' }
  | { readonly state: 'conflict'; readonly message: string }

/** What is being carried from the supplies over the table. */
export type Carried =
  | { readonly kind: 'picture'; readonly picture: PictureAnswer }
  | { readonly kind: 'stencil'; readonly stencil: Stencil }

export interface Notice {
  readonly id: number
  readonly text: string
  readonly tone: 'plain' | 'fault'
}

export interface Upload {
  readonly id: number
  readonly name: string
  /** Share sent, in [0, 1]; then the server reads the picture. */
  readonly share: number
  readonly state: 'sending' | 'reading' | 'failed'
  readonly message?: string
}

export type OpenDialog = 'none' | 'export' | 'shortcuts' | 'history'

export interface BenchState {
  readonly project: Project
  /** The project as it would be if the gesture ended now. */
  readonly preview: Project | null
  readonly history: History
  readonly saving: Saving
  readonly sheetId: string
  readonly selection: readonly string[]
  readonly way: Way
  readonly view: View
  /** The view follows the table's size until the person changes it. */
  readonly isFitted: boolean
  readonly table: Size
  readonly armed: Stencil | null
  /** Box of the frame being drawn out. */
  readonly drawing: Box | null
  readonly carried: Carried | null
  /** Where the carried thing is, in window pixels. */
  readonly carriedAt: Point | null
  /** Frame that a carried picture would fill. */
  readonly dropFrame: string | null
  readonly overBackground: boolean
  /** Keep-covered has just stopped a pan or zoom. */
  readonly isStopped: boolean
  /** The next picture chosen in the supplies replaces this frame's, or becomes the background. */
  readonly replacing: string | null
  readonly notice: Notice | null
  readonly spoken: string
  readonly dialog: OpenDialog
  readonly pictures: readonly PictureAnswer[]
  readonly uploads: readonly Upload[]
  readonly hasSeenPictureHint: boolean
}
