import type { KeptStyle } from '@/contract/styles'
import type { PictureSupply } from '@/client/store/libraryPictures'
import type { Recorded } from '@/core/document/edit'
import type { Fragment } from '@/core/document/fragment'
import type { Opening } from '@/core/region/openings'
import type { Blend } from '@/core/colour/blend'
import type { History } from '@/core/document/history'
import type { Field } from '@/core/document/arrange'
import type { Project } from '@/core/document/types'
import type { Anchor } from '@/core/placement/position'
import type { Placed } from '@/core/placement/placed'
import type { Box } from '@/core/geometry/box'
import type { Rect } from '@/core/geometry/rect'
import type { SnapGap, SnapLine } from '@/core/geometry/snap'
import type { Point, Size } from '@/core/geometry/vector'
import type { DraftPiece } from '@/core/path/draft'
import type { Notice } from '@/client/store/notice'
import type { Unsent } from '@/client/store/unsent'
import type { FaceAnswer, KeptStencil, PictureAnswer, TemplateAnswer } from '@/contract/api'
import { type Mode } from '@/client/store/modes'
import type { TimeSlice } from '@/client/store/timeState'

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

/** Letters that a text's face does not have, and faces that have them; null while they are sought. */
export interface MissingLetters {
  readonly groupId: string
  readonly letters: readonly string[]
  readonly offered: readonly FaceAnswer[] | null
}

/** What a drag in the viewfinder does: moves the picture, marks its subject or its eye line, or levels it. */
export type FinderMode = 'move' | 'subject' | 'line' | 'level'

export interface Upload {
  readonly id: number
  readonly name: string
  /** Share sent, in [0, 1]; then the server reads the picture. */
  readonly share: number
  readonly state: 'sending' | 'reading' | 'failed'
  readonly message?: string
  /** Stops it, where that can still be done. */
  readonly cancel?: () => void
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
  | 'openings'
  | 'keep'
  | 'finish'
  | 'look'
  | 'lookName'
  | 'oneStencil'
  | 'follow'
  | 'split'
  | 'takes'
  | 'faces'
  | 'slots'
  | 'sameColours'
  | 'change'
  | 'template'
  | 'mockups'
  | 'offerLook'
  | 'film'
  | 'record'

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

/** Which pictures are looked at. */
export const PICTURE_SCOPES = ['all', 'project', 'recent', 'sheets'] as const
export type PictureScope = (typeof PICTURE_SCOPES)[number]

export const TEMPLATE_USES = ['add', 'change'] as const
export type TemplateUse = (typeof TEMPLATE_USES)[number]

export const SUPPLIES_TABS = ['Pictures', 'Stencils', 'Letters', 'Templates', 'Finishes', 'Time'] as const
export type SuppliesTab = (typeof SUPPLIES_TABS)[number]

/** The project, as it is saved and as a gesture would make it. */
export interface DocumentSlice {
  readonly project: Project
  /** The project as it would be if the gesture ended now. */
  readonly preview: Project | null
  /** It is what a hand on the table would make, not a value that is being stepped or slid. */
  readonly isPreviewOfHand: boolean
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
/** Where one was when a sheet was opened that is shown there. */
export interface CameFrom {
  readonly sheetId: string
  readonly selection: readonly string[]
  readonly view: View
  readonly isFitted: boolean
}

export interface ViewSlice {
  readonly sheetId: string
  /** The way back from a sheet that was opened within another, the last step last. */
  readonly cameFrom: readonly CameFrom[]
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

/** What the hand met when it went into a picture: that can be had back as a whole. */
export interface PictureSession {
  readonly frameId: string
  /** The take that was shown; null for what is shared. */
  readonly takeId: string | null
  readonly placed: Placed
}

/** What a gesture under way shows; all of it ends with the gesture. */
export interface HandSlice {
  /** Items are being moved: the rail says what held keys do meanwhile. */
  readonly isMoving: boolean
  /** What the drag under way has snapped to. */
  readonly snapMarks: SnapMarks
  /** Corners in perspective snap to strong edges of the picture beneath. */
  readonly snapsToEdges: boolean
  /** A point of the sheet to look at closely, under the hand. */
  readonly lens: Point | null
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
  /** What the hand met when it went into a picture. */
  readonly session: PictureSession | null
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
  /** Finishes and looks kept for all projects. */
  readonly styles: readonly KeptStyle[]
  /** The templates there are, once they have been asked for. */
  readonly templates: readonly TemplateAnswer[] | null
  /** What a press on a template does: adds its sheets, or changes the sheet that shows to it. */
  readonly templateUse: TemplateUse
  /** Files of artwork from which stencils are to be taken. */
  readonly artwork: readonly (File | PictureAnswer)[]
  /** The typefaces there are. */
  readonly faces: readonly FaceAnswer[]
  /** The face that new letters are set in; the first without one. */
  readonly letterFace: string | null
  /** The text that new letters are made of. */
  readonly letterText: string
  /** Which pictures the supplies show. */
  readonly pictureScope: PictureScope
  /** What the supplies show. */
  readonly suppliesTab: SuppliesTab
  /** A picture pressed while several frames are selected, until it is told how they take it. */
  readonly forSeveral: PictureSupply | null
  /** The panel of alphabets, with the set it is about; null while it is closed. */
  readonly alphabetPanel: { readonly setId: string | null } | null
}

/** The frames whose subjects are marked before they are matched, and what was selected. */
export interface Marking {
  readonly selection: readonly string[]
  readonly frameIds: readonly string[]
  readonly rows: boolean
}

/** What the card and its sections are set to; nothing of it is saved. */
export interface CardSlice {
  /** In CSS pixels. */
  readonly cardWidth: number
  /** Changes of a named finish's layers are for what is selected, or for all that use it. */
  readonly finishScope: 'here' | 'all'
  /** Whether strokes, shadows and corners of fixed size grow with what is sized: one frame, or groups and several. */
  readonly growsLengths: { readonly one: boolean; readonly several: boolean }
  /** The layer of a finish whose values are open in the card. */
  readonly openLayer: string | null
  /** Tones of several pictures are being matched. */
  readonly isMatching: boolean
  /** What places in numbers are measured from. */
  readonly anchor: Anchor
  /** Subjects are being marked one after another, to be matched then. */
  readonly marking: Marking | null
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

/** What a layer of art is for: it is art with openings, its own shape is an opening, or nothing. */
export const LAYER_USES = ['art', 'opening', 'none'] as const
export type LayerUse = (typeof LAYER_USES)[number]

/** A layer of art, as large as the whole. */
export interface ArtLayer {
  readonly name: string
  /** Its picture of the library. */
  readonly hash: string
  /** That comes onto the sheet; null where a frame shows it there already. */
  readonly picture: PictureAnswer | null
  readonly opacity: number
  readonly blend: Blend
  /** What it is for, to begin with. */
  readonly use: LayerUse
  /** Openings that are marked in a drawing; they are not looked for. */
  readonly marked?: readonly Opening[]
}

/** Art whose openings are looked for. */
export interface OpeningsSource {
  readonly name: string
  /** Upright, in pixels. */
  readonly pixels: Size
  /** From the bottom up. */
  readonly layers: readonly ArtLayer[]
  /** Where a frame shows it already; null for art that comes onto the sheet. */
  readonly onSheet: { readonly sheetId: string; readonly frameId: string } | null
  /** What could not be taken as it is, in words. */
  readonly notes: readonly string[]
}

/** A paste that waits for an answer about its colour slots. */
export interface HeldPaste {
  readonly fragment: Fragment
  /** How far it steps aside. */
  readonly steps: number
}

/** What is open above the bench. */
export interface DialogSlice {
  readonly dialog: OpenDialog
  /** The named finish that the dialog of finishes is about; what is selected without one. */
  readonly renaming: string | null
  /** What the dialog of the export begins with; the sheet shown without it. */
  readonly exportChoice: { readonly sheetIds: readonly string[]; readonly pattern: string } | null
  /** The art that the dialog of openings is about. */
  readonly openings: OpeningsSource | null
  /** The paste that the dialog of colours of one name is about. */
  readonly heldPaste: HeldPaste | null
  /** The change that the dialog of previews is about. */
  readonly heldChange: HeldChange | null
  /** A menu of commands is open there, in window pixels. */
  readonly menuAt: Point | null
  /** The search for commands is open. */
  readonly isFinding: boolean
}

/** A change of a sheet that is looked at before it is made. */
export interface HeldChange {
  readonly title: string
  /** The step's name. */
  readonly step: string
  readonly sheetId: string
  readonly after: Project
  /** What becomes of what, in sentences. */
  readonly says: readonly string[]
  readonly make: (project: Project) => Recorded
  /** Hashes of the pictures that it puts to use. */
  readonly used?: readonly string[]
  /** The template that it would be changed to: others can be compared with it. */
  readonly template?: string
}

/** What is said to the person. */
export interface NoticeSlice {
  readonly notice: Notice | null
  readonly spoken: string
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
    TimeSlice,
    NoticeSlice {}
