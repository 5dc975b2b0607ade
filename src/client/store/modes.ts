import type { Colour } from '@/core/colour/colour'
import type { Stencil } from '@/core/stencil/stencil'
import { type PictureSupply } from '@/client/store/libraryPictures'
import { type Frame } from '@/core/document/types'
import { type Contour, type NodeAddress } from '@/core/path/nodes'
import { type ReadyGroup } from '@/core/document/readyGroups'
import type { Quad } from '@/core/geometry/quad'
import { type Point } from '@/core/geometry/vector'
import { type RegionChoice } from '@/core/region/choice'
import { type Outline } from '@/core/path/path'
import { type LookRun, type TextLook } from '@/core/text/block'
import { type Slot } from '@/core/lettering/slots'
import { type Caret } from '@/core/lettering/layout'

/** What is being carried over the table: from the supplies, a picture out of its frame, or files from the desktop. */
export type Carried =
  | { readonly kind: 'picture'; readonly picture: PictureSupply }
  | { readonly kind: 'fill'; readonly frameId: string; readonly pictureId: string }
  | { readonly kind: 'stencil'; readonly stencil: Stencil; readonly aspect?: number }
  | { readonly kind: 'ready'; readonly group: ReadyGroup }
  | { readonly kind: 'text'; readonly text: string; readonly faceId: string }
  /** Files from outside; what they hold is not known before they are dropped. */
  | { readonly kind: 'files'; readonly count: number }

/** The points of a frame's outline under the hand, in sheet points; they stand for the outline of `of`. */
export interface PointsTool {
  readonly kind: 'points'
  readonly frameId: string
  readonly of: Frame | null
  readonly contours: readonly Contour[]
  readonly chosen: readonly NodeAddress[]
}

/** An outline being traced on the sheet; its pieces are the sheet's draft. */
export interface TraceTool {
  readonly kind: 'trace'
  readonly isFreehand: boolean
  /** Where the next piece would end. */
  readonly pointer: Point | null
  /** Closed and waiting to be told what it is for. */
  readonly isClosed: boolean
}

/** An edge of the frame's outline is about to be pressed, along which its box shall lie. */
export interface UprightTool {
  readonly kind: 'upright'
  readonly frameId: string
  /** The edge under the pointer. */
  readonly edge: readonly [Point, Point] | null
}

/** A part of a picture chosen by its colour. */
export interface ColourTool {
  readonly kind: 'colour'
  readonly frameId: string
  readonly choice: RegionChoice
  /** The points pressed, in picture pixels: all their areas belong. */
  readonly points: readonly Point[]
  /** What would be cut, in picture pixels. */
  readonly outline: Outline | null
  /** How many parts that is, each of which would become a frame. */
  readonly found: number
  readonly isWorking: boolean
  readonly message: string | null
}

/** The next press on the sheet begins a text there. */
export interface TypeTool {
  readonly kind: 'type'
}

/** The next press on the sheet, or a box drawn on it, begins a text that wraps. */
export interface WriteTool {
  readonly kind: 'write'
}

/** Something flat found in a picture: where its corners are seen on the sheet, and how far they are rounded. */
export interface FoundOnSheet {
  readonly quad: Quad
  /** As a share of its shorter side. */
  readonly rounded: number
}

/** Four corners are found by presses on plain things in pictures. */
export interface FindTool {
  readonly kind: 'find'
  /** The frame that is to be laid into them; null where frames are put there. */
  readonly frameId: string | null
  readonly found: readonly FoundOnSheet[]
  /** Where the last one was found. */
  readonly last: Point | null
  readonly isWorking: boolean
}

/** A plane of the sheet is worked on: its corners are drawn, and frames on it. */
export interface PlaneTool {
  readonly kind: 'plane'
  readonly planeId: string
}

/** What has the table to itself until it is left. */
export type TableTool = PointsTool | TraceTool | UprightTool | ColourTool | TypeTool | WriteTool | PlaneTool | FindTool

/** A text under the hand. */
export interface Typing {
  readonly groupId: string
  /** It was begun by this typing. */
  readonly isNew: boolean
  /** Where the keys go: a field out of sight over the sheet, or that of the card. */
  readonly at: 'sheet' | 'card'
  readonly text: string
  /** The places of its letters since typing began. */
  readonly slots: readonly Slot[]
  /** Where the caret can stand, in the text's own points. */
  readonly carets: readonly Caret[]
  /** From and to, in graphemes; the caret stands at the second. */
  readonly selection: readonly [number, number]
}

/** A text that wraps in its box, under the hand. */
export interface Writing {
  readonly frameId: string
  /** It was begun by this writing. */
  readonly isNew: boolean
  /** Its box grows with it. */
  readonly grows: boolean
  /** As it was typed; the sheet follows when the typeface has set it. */
  readonly text: string
  readonly looks: readonly LookRun[]
  /** From and to, in UTF-16 units; the caret stands at the second. */
  readonly selection: readonly [number, number]
  /** Where on its line the caret would stand if lines were long enough, while it goes up and down. */
  readonly goal: number | null
  /** The look of what is typed next, where it was chosen without a selection. */
  readonly next: TextLook | null
}

/** What a picture is waited for: a frame's new one or one more take, one for several together, or the background. */
export type Choosing =
  | { readonly kind: 'frame'; readonly frameId: string }
  | { readonly kind: 'take'; readonly frameId: string }
  | { readonly kind: 'together'; readonly ids: readonly string[] }
  | { readonly kind: 'background' }

/** What a carry would do if it ended now. */
export interface Carry {
  readonly carried: Carried
  /** Where the carried thing is, in window pixels. */
  readonly at: Point
  /** Frame that a carried picture would fill. */
  readonly dropFrame: string | null
  /** It would go across the whole text of this id. */
  readonly dropWord: string | null
  readonly isOverBackground: boolean
  /** What comes out of a frame also stays in it. */
  readonly isCopying: boolean
}

/** What the hand is for until something else is begun or it is left. */
export type LastingMode =
  | { readonly kind: 'rest' }
  /** A stencil in hand, to be drawn out. */
  | { readonly kind: 'stencil'; readonly stencil: Stencil; readonly isCutting: boolean }
  /** The next stencil chosen cuts the picture that it is drawn over. */
  | { readonly kind: 'cutting' }
  /** The next picture chosen in the supplies is for something. */
  | { readonly kind: 'choosing'; readonly choosing: Choosing }
  /** A tool has the table. */
  | { readonly kind: 'tool'; readonly tool: TableTool }
  | { readonly kind: 'typing'; readonly typing: Typing }
  | { readonly kind: 'writing'; readonly writing: Writing }

/** What the hand is for now. A carry and the dropper are short: afterwards it goes on with what it was for. */
export type Mode =
  | LastingMode
  | { readonly kind: 'carry'; readonly carry: Carry; readonly back: LastingMode }
  /** Takes the colour of the next point pressed. */
  | { readonly kind: 'dropper'; readonly take: (colour: Colour) => void; readonly back: LastingMode }

interface Moded {
  readonly mode: Mode
}

/** What the hand is for, and will be when a carry or the dropper is over. */
export const lastingOf = ({ mode }: Moded): LastingMode => ('back' in mode ? mode.back : mode)

/** The stencil in hand. */
export const armedOf = (state: Moded): Stencil | null => {
  const mode = lastingOf(state)
  return mode.kind === 'stencil' ? mode.stencil : null
}

/** Does the stencil in hand cut the picture it is drawn over, or will the next one chosen? */
export const cuts = (state: Moded): boolean => {
  const mode = lastingOf(state)
  return mode.kind === 'cutting' || (mode.kind === 'stencil' && mode.isCutting)
}

/** What the next picture chosen in the supplies is for. */
export const choosingOf = (state: Moded): Choosing | null => {
  const mode = lastingOf(state)
  return mode.kind === 'choosing' ? mode.choosing : null
}

/** The tool that has the table. */
export const toolOf = (state: Moded): TableTool | null => {
  const mode = lastingOf(state)
  return mode.kind === 'tool' ? mode.tool : null
}

/** The text under the hand. */
export const typingOf = (state: Moded): Typing | null => {
  const mode = lastingOf(state)
  return mode.kind === 'typing' ? mode.typing : null
}

/** The text that wraps, under the hand. */
export const writingOf = (state: Moded): Writing | null => {
  const mode = lastingOf(state)
  return mode.kind === 'writing' ? mode.writing : null
}

export const carryOf = ({ mode }: Moded): Carry | null => (mode.kind === 'carry' ? mode.carry : null)

/** What is carried over the table. */
export const carriedOf = (state: Moded): Carried | null => carryOf(state)?.carried ?? null

/** What is done with the colour of the next point pressed, while one is waited for. */
export const dropperOf = ({ mode }: Moded): ((colour: Colour) => void) | null =>
  mode.kind === 'dropper' ? mode.take : null
