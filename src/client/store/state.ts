import type { History } from '@/core/document/history'
import type { Colour } from '@/core/colour/colour'
import type { Field } from '@/core/document/arrange'
import type { Project } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import type { Rect } from '@/core/geometry/rect'
import type { SnapGap, SnapLine } from '@/core/geometry/snap'
import type { Point, Size } from '@/core/geometry/vector'
import type { DraftPiece } from '@/core/path/draft'
import type { Contour, NodeAddress } from '@/core/path/nodes'
import type { Outline } from '@/core/path/path'
import type { Frame } from '@/core/document/types'
import type { RegionChoice } from '@/core/region/choice'
import type { Caret } from '@/core/lettering/layout'
import type { Slot } from '@/core/lettering/slots'
import type { Stencil } from '@/core/stencil/stencil'
import type { Notice } from '@/client/store/notice'
import type { Unsent } from '@/client/store/unsent'
import type { FaceAnswer, KeptStencil, PictureAnswer } from '@/contract/api'

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
  /** The server refuses what was made here; sending it again would not help. */
  | { readonly state: 'refused'; readonly message: string }

/** What is being carried over the table: from the supplies, a picture out of its frame, or files from the desktop. */
export type Carried =
  | { readonly kind: 'picture'; readonly picture: PictureAnswer }
  | { readonly kind: 'fill'; readonly frameId: string; readonly hash: string }
  | { readonly kind: 'stencil'; readonly stencil: Stencil; readonly aspect?: number }
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
  readonly isWorking: boolean
  readonly message: string | null
}

/** The next press on the sheet begins a text there. */
export interface TypeTool {
  readonly kind: 'type'
}

/** What has the table to itself until it is left. */
export type TableTool = PointsTool | TraceTool | UprightTool | ColourTool | TypeTool

/** What was traced on a sheet and not yet used. */
export interface TraceDraft {
  readonly sheetId: string
  readonly pieces: readonly DraftPiece[]
}

/** A place in the stack: a list, and what the items come to stand above; shown at the row `mark`. */
export interface StackDrop {
  readonly parentId: string | null
  readonly below: string | null
  readonly mark: string
  readonly at: 'top' | 'bottom' | 'into'
}

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

/** Letters that a text's face does not have, and faces that have them; null while they are sought. */
export interface MissingLetters {
  readonly groupId: string
  readonly letters: readonly string[]
  readonly offered: readonly FaceAnswer[] | null
}

/** What a drag in the viewfinder does: moves the picture, marks its subject or its eye line, or levels it. */
export type FinderMode = 'move' | 'subject' | 'line' | 'level'

/** What a picture is waited for: a frame's new one or one more take, one for several together, or the background. */
export type Choosing =
  | { readonly kind: 'frame'; readonly frameId: string }
  | { readonly kind: 'take'; readonly frameId: string }
  | { readonly kind: 'together'; readonly ids: readonly string[] }
  | { readonly kind: 'background' }

export interface Upload {
  readonly id: number
  readonly name: string
  /** Share sent, in [0, 1]; then the server reads the picture. */
  readonly share: number
  readonly state: 'sending' | 'reading' | 'failed'
  readonly message?: string
}

export type OpenDialog =
  | 'none'
  | 'export'
  | 'shortcuts'
  | 'history'
  | 'library'
  | 'stock'
  | 'sheet'
  | 'stencils'
  | 'artwork'
  | 'keep'
  | 'finish'
  | 'split'
  | 'takes'
  | 'faces'

export interface GuideDrag {
  readonly axis: 'x' | 'y'
  readonly index: number | null
  /** In points. */
  readonly at: number
  /** Off the table: letting go takes it away. */
  readonly isGone: boolean
}

export interface SnapMarks {
  readonly lines: readonly SnapLine[]
  readonly gaps: readonly SnapGap[]
}

export const NO_MARKS: SnapMarks = { lines: [], gaps: [] }

export const SUPPLIES_TABS = ['Pictures', 'Stencils', 'Letters', 'Finishes'] as const
export type SuppliesTab = (typeof SUPPLIES_TABS)[number]

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

/** What the hand is for now. A carry and the dropper are short: afterwards it goes on with what it was for. */
export type Mode =
  | LastingMode
  | { readonly kind: 'carry'; readonly carry: Carry; readonly back: LastingMode }
  /** Takes the colour of the next point pressed. */
  | { readonly kind: 'dropper'; readonly take: (colour: Colour) => void; readonly back: LastingMode }

/** The project, as it is saved and as a gesture would make it. */
export interface DocumentSlice {
  readonly project: Project
  /** The project as it would be if the gesture ended now. */
  readonly preview: Project | null
  readonly history: History
  readonly saving: Saving
  /** The browser keeps no more unsent steps: they are lost if the page is closed before they are saved. */
  readonly isUnkept: boolean
  /** Hashes of pictures whose file is gone. */
  readonly missing: readonly string[]
  /** What tabs that are gone could not send of this project. */
  readonly left: readonly Unsent[]
}

/** What is selected, and what a drag of it moves. */
export interface SelectionSlice {
  /** Frames and groups of one list, in the order in which they were chosen; or the background alone. */
  readonly selection: readonly string[]
  /** The group within which the hand works. */
  readonly entered: string | null
  /** A press adds to the selection: Shift for those who have no keyboard. */
  readonly isAdding: boolean
  readonly way: Way
}

/** What is seen of the sheets, and how. */
export interface ViewSlice {
  readonly sheetId: string
  readonly view: View
  /** The view follows the table's size until the person changes it. */
  readonly isFitted: boolean
  readonly table: Size
  /** Everything but the sheet is out of sight. */
  readonly isClean: boolean
  readonly hasRulers: boolean
  /** The stack shows names. */
  readonly isStackWide: boolean
  readonly hasSheetStrip: boolean
  readonly snaps: boolean
  /** Pictures show without their adjustments, to compare. */
  readonly isBefore: boolean
}

/** What a gesture under way shows; all of it ends with the gesture. */
export interface HandSlice {
  /** Items are being moved: the rail says what held keys do meanwhile. */
  readonly isMoving: boolean
  /** What the drag under way has snapped to. */
  readonly snapMarks: SnapMarks
  /** A guide under the hand: a new one, or one of the sheet's by its number. */
  readonly guideDrag: GuideDrag | null
  /** The rectangle that gathers a selection, in sheet points. */
  readonly gathering: Rect | null
  /** Box of the frame being drawn out. */
  readonly drawing: Box | null
  /** Where a drag within the stack would put the items. */
  readonly stackDrop: StackDrop | null
  /** Keep-covered has just stopped a pan or zoom. */
  readonly isStopped: boolean
}

/** What the hand is for. The modes exclude one another. */
export interface ModeSlice {
  readonly mode: Mode
  readonly draft: TraceDraft | null
  /** How far drawn runs are smoothed, in [0, 1]. */
  readonly smoothness: number
  /** Stencils pressed in the supplies are taken in hand, to be drawn out. */
  readonly drawsOut: boolean
  /** What the viewfinder's hand does next; it stays from frame to frame. */
  readonly finderMode: FinderMode
}

/** What there is to be used, and how the supplies show it. */
export interface SuppliesSlice {
  readonly pictures: readonly PictureAnswer[]
  /** The pictures of the library have been read, or could not be. */
  readonly arePicturesRead: boolean
  readonly uploads: readonly Upload[]
  /** Hashes of pictures marked in the supplies for a set, in the order in which they were marked. */
  readonly marked: readonly string[]
  /** What was matched last: the ids, joined. */
  readonly matched: string
  /** Outlines kept in categories of one's own. */
  readonly kept: readonly KeptStencil[]
  /** Files of artwork from which stencils are to be taken. */
  readonly artwork: readonly (File | PictureAnswer)[]
  /** The typefaces there are. */
  readonly faces: readonly FaceAnswer[]
  /** The face that new letters are set in; the first without one. */
  readonly letterFace: string | null
  /** The text that new letters are made of. */
  readonly letterText: string
  /** What the supplies show. */
  readonly suppliesTab: SuppliesTab
  /** A picture pressed while several frames are selected, until it is told how they take it. */
  readonly forSeveral: PictureAnswer | null
  /** The panel of alphabets, with the set it is about; null while it is closed. */
  readonly alphabetPanel: { readonly setId: string | null } | null
}

/** What the card and its sections are set to; nothing of it is saved. */
export interface CardSlice {
  /** Changes of a named finish's layers are for what is selected, or for all that use it. */
  readonly finishScope: 'here' | 'all'
  /** The layer of a finish whose values are open in the card. */
  readonly openLayer: string | null
  /** Tones of several pictures are being matched. */
  readonly isMatching: boolean
  /** Widths and heights typed for a frame, or for a group and a text, change together. */
  readonly locksRatio: { readonly frame: boolean; readonly hull: boolean }
  /** What items are aligned and arranged within, as it was chosen last. */
  readonly alignTo: Field
  /** Aligned to the sheet, several move each by itself rather than as one. */
  readonly alignsEach: boolean
  /** Columns of a grid; as many as rows without. */
  readonly gridColumns: number | null
  readonly missingLetters: MissingLetters | null
}

/** What is open above the bench. */
export interface DialogSlice {
  readonly dialog: OpenDialog
  /** The named finish that the dialog of finishes is about; what is selected without one. */
  readonly renaming: string | null
  /** What the dialog of the export begins with; the sheet shown without it. */
  readonly exportChoice: { readonly sheetIds: readonly string[]; readonly pattern: string } | null
  /** A menu of commands is open there, in window pixels. */
  readonly menuAt: Point | null
  /** The search for commands is open. */
  readonly isFinding: boolean
}

/** What is said to the person. */
export interface NoticeSlice {
  readonly notice: Notice | null
  readonly spoken: string
  readonly hasSeenPictureHint: boolean
  readonly hasSeenRemovalHint: boolean
}

/** All that a bench holds, in slices; each is changed by the actions beside it alone (`store/slices`). */
export interface BenchState
  extends
    DocumentSlice,
    SelectionSlice,
    ViewSlice,
    HandSlice,
    ModeSlice,
    SuppliesSlice,
    CardSlice,
    DialogSlice,
    NoticeSlice {}
