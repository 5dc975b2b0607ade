import type { Adjustments } from '@/core/adjust/adjustments'
import type { Clip } from '@/core/film/clip'
import type { Size } from '@/core/geometry/vector'
import type { SubjectMark } from '@/core/placement/subject'

/** What a project knows of everything that can be placed as a picture. */
interface PictureKept {
  readonly name: string
  /** Upright size in pixels. */
  readonly pixels: Size
  readonly tags: readonly string[]
  /** What matters in the picture, in this project. */
  readonly subject?: SubjectMark
  /** The tones it had when it last lost its place to another template; the next place gives them back. */
  readonly spareTones?: Adjustments
}

/** A picture from a file, which is found by its content hash; of a clip its still, so that what knows nothing of time shows that. */
export interface FilePicture extends PictureKept {
  /** SHA-256 of the original file, hexadecimal. */
  readonly hash: string
  /** It moves: the clip that its still was taken of, and how that plays. */
  readonly clip?: Clip
  /** While it plays: the moment of its clip that shows. Never kept in a document. */
  readonly moment?: number
}

/** A sheet of the project as a picture: it shows what the sheet shows, and its name and size are those of the sheet. */
export interface SheetPicture extends PictureKept {
  readonly sheetId: string
}

export type PictureRef = FilePicture | SheetPicture
