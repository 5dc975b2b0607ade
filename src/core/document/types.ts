import type { Adjustments } from '@/core/adjust/adjustments'
import type { Unit } from '@/core/units'
import type { Box } from '@/core/geometry/box'
import type { Point, Size } from '@/core/geometry/vector'
import type { Colour } from '@/core/colour/colour'
import type { ColourRef, Slots } from '@/core/colour/slots'
import type { Blend } from '@/core/colour/blend'
import type { LayerChange } from '@/core/finish/changes'
import type { FinishLayer } from '@/core/finish/layers'
import type { Corner } from '@/core/stencil/corners'
import type { Stencil } from '@/core/stencil/stencil'
import type { Placed } from '@/core/placement/placed'
import type { PictureRef } from '@/core/document/pictures'
import type { Entrance } from '@/core/film/entrance'
import type { SheetFilm } from '@/core/film/sequence'
import type { Fill } from '@/core/document/fill'
import { type Gradient } from '@/core/colour/gradient'
import type { MadeFrom, TemplateMark } from '@/core/template/mark'
import type { Laid, Plane, SurfaceShade } from '@/core/document/plane'
import type { Alphabet, Lettering } from '@/core/document/words'
import type { LookSwitches } from '@/core/template/switches'
import type { Opening, TextField } from '@/core/template/wants'

export type { FilePicture, PictureRef, SheetPicture } from '@/core/document/pictures'
export { LETTER_PICTURES } from '@/core/document/words'
export type { Alphabet, AlphabetMember, Aside, Letter, Lettering, LetterPose } from '@/core/document/words'
export type { Laid, Plane } from '@/core/document/plane'

/** The format this program writes, and the oldest it still reads. */
export const FORMAT = 14
export const OLDEST_FORMAT = 1

export interface Project {
  readonly format: typeof FORMAT
  readonly id: string
  readonly name: string
  /** Sheets in order. */
  readonly order: readonly string[]
  readonly sheets: Readonly<Record<string, Sheet>>
  /** Finishes with a name, by id. */
  readonly finishes: Readonly<Record<string, NamedFinish>>
  /** Looks with a name, by id. */
  readonly looks: Readonly<Record<string, NamedLook>>
  /** Alphabets and other sets of single letters, by id. */
  readonly alphabets: Readonly<Record<string, Alphabet>>
  /** Colours kept for this project, in the order they were kept. */
  readonly colours: readonly Colour[]
  /** Colours with a name, by id: what refers to one changes with it. */
  readonly slots: Slots
  /** The pictures this project uses, by an id of its own. */
  readonly pictures: Readonly<Record<string, PictureRef>>
  /** It is a template: its sheets are filled, not its own. */
  readonly template?: TemplateMark
}

/** Adjustments with a name; pictures that were given it hold its values and its id. */
export interface NamedLook {
  readonly id: string
  readonly name: string
  readonly adjustments: Adjustments
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
  /** Pictures that several frames show together, by id. */
  readonly spans: Readonly<Record<string, Span>>
  /** Planes in the picture that frames lie on: walls, tables, screens; by id. */
  readonly planes: Readonly<Record<string, Plane>>
  /** Lines to snap to, in points from the sheet's top left. */
  readonly guides: Guides
  /** Step of the grid in points; no grid without it. */
  readonly grid?: number
  /** Named changes of tones that can be switched on and off, by id. */
  readonly switches: LookSwitches
  /** How it is filled, for whoever fills it. */
  readonly notes?: string
  readonly madeFrom?: MadeFrom
  /** How it is shown in a film. */
  readonly film?: SheetFilm
}

/** Guide lines: `x` stand upright, `y` lie level. */
export interface Guides {
  readonly x: readonly number[]
  readonly y: readonly number[]
}

export interface Veil {
  readonly colour: ColourRef
  /** In [0, 1]. */
  readonly opacity: number
}

export type Background =
  | { readonly kind: 'none' }
  | { readonly kind: 'colour'; readonly colour: ColourRef }
  | ({ readonly kind: 'gradient' } & Gradient)
  | {
      readonly kind: 'picture'
      readonly placed: Placed
      /** In [0, 1]; 1 without it. */
      readonly opacity?: number
      /** A pale picture, of an opacity below 1, stands on paper white, as without it, or on nothing. */
      readonly beneath?: 'paper' | 'none'
      /** Standard deviation of a Gaussian blur, in points; none without it. */
      readonly blur?: number
    }

export type Item = Frame | Group

/** A finish that several frames and groups share. */
export interface NamedFinish {
  readonly id: string
  readonly name: string
  /** Finishes are listed by category; empty for none. */
  readonly category: string
  /** From the lowest to the topmost, among those under the picture and those over it. */
  readonly layers: readonly FinishLayer[]
  /** Corners of frames with straight sides. */
  readonly corners?: Corner
  /** In [0, 1]. */
  readonly opacity?: number
  readonly blend?: Blend
}

/**
 * The finish of one frame or group: layers of its own, or a named finish. Of a named one, layers named in `changes` have
 * those values instead of their own, those named in `without` are left out, and own layers lie over all; one with the id
 * of a layer of the named finish stands in for it.
 */
export interface ItemFinish {
  readonly finishId?: string
  readonly layers?: readonly FinishLayer[]
  readonly changes?: readonly LayerChange[]
  readonly without?: readonly string[]
}

/** What frames and groups both have. */
interface Finished {
  readonly finish?: ItemFinish
  /** In [0, 1]; that of its named finish, else 1, without it. */
  readonly opacity?: number
  /** How it mixes with what lies beneath; that of its named finish, else normal, without it. */
  readonly blend?: Blend
  /** How it comes onto its sheet when that plays; it is there at once without it. */
  readonly entrance?: Entrance
}

export const SPAN_GAPS = ['hide', 'skip'] as const

/** One picture shown by several frames as windows onto it, placed once, in sheet coordinates. */
export interface Span {
  readonly id: string
  /** A picture of the span's own, or the sheet's background picture. */
  readonly source: { readonly kind: 'placed'; readonly placed: Placed } | { readonly kind: 'background' }
  /** Where the picture is placed: the extent of its frames when it was made or last covered. */
  readonly box: Box
  readonly turn: number
  /** The plane in whose points the box stands, with all its frames; the sheet without it. */
  readonly planeId?: string
  /** What must be covered, as path data in points about the box's centre. */
  readonly hull: string
  /** Between the frames the picture is hidden, or goes on without a gap. */
  readonly gaps: (typeof SPAN_GAPS)[number]
}

/** Items that move, hide and are locked as one. They stay in sheet coordinates. */
export interface Group extends Finished {
  readonly kind: 'group'
  readonly id: string
  readonly name: string
  /** Members from bottom to top; at least one. */
  readonly order: readonly string[]
  /** Only orients the handles. */
  readonly turn: number
  /** A text whose letters are members of the group. */
  readonly lettering?: Lettering
  readonly locked?: boolean
  readonly hidden?: boolean
}

/** A frame of a sheet of the project. */
export interface Follows {
  readonly sheetId: string
  readonly frameId: string
}

export interface Frame extends Finished {
  readonly kind: 'frame'
  readonly id: string
  readonly name: string
  /** Shown in an empty frame: what should come here. */
  readonly hint?: string
  /** Pictures dropped on a frame that takes none pass through to what lies beneath. */
  readonly takesPictures: boolean
  /** It is to be filled: what its picture should be like. */
  readonly opening?: Opening
  /** Its text is to be written. */
  readonly field?: TextField
  readonly box: Box
  /** Degrees clockwise about the box's centre. */
  readonly turn: number
  readonly stencil: Stencil
  /** Seen in perspective, by itself. Never together with a plane. */
  readonly laid?: Laid
  /** The plane that it lies on, in whose points its box stands. */
  readonly planeId?: string
  readonly shade?: SurfaceShade
  /** The outline is mirrored left to right in its own box. */
  readonly flip?: boolean
  readonly fill: Fill
  /** It shows what a frame of another sheet does: whatever fills the one fills the other. */
  readonly follows?: Follows
  /** A colour behind the picture, seen through its gaps and transparent parts. */
  readonly backing?: ColourRef
  /** How far inward from the outline the edge fades, in points; sharp without it. */
  readonly feather?: number
  /** How far what fills it goes on beyond the outline in output with bleed, in points: for panels that are cut apart. */
  readonly bleed?: number
  /** Presses pass through, drags leave it where it is. */
  readonly locked?: boolean
  /** Not shown and not exported. */
  readonly hidden?: boolean
  /** While it slides onto its sheet: how far it is seen from where it stands, in points. Given by `atTime`, never in documents. */
  readonly away?: Point
}
