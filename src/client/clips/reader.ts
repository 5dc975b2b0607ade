import type { ClipFile } from '@/core/film/clip'
import type { Planes } from '@/core/film/planes'
import type { Size } from '@/core/geometry/vector'
import type { PlaneRoom } from '@/client/clips/planes'

/** What a clip's file says of itself. */
export interface ClipFacts extends Omit<ClipFile, 'file'> {
  /** Upright size in pixels. */
  readonly pixels: Size
  readonly hasAlpha: boolean
  /** What is left out of it or shown otherwise, in words. */
  readonly notes: readonly string[]
}

/** One picture of a clip, until another is asked for. */
export interface ClipPicture {
  /** What is asked for from here until before there shows it, in seconds from the first picture on. */
  readonly start: number
  readonly end: number
  /** Draws it upright, stretched to a size. */
  readonly draw: DrawClip
  /** As it was decoded, until its memory is given back; null where it can only be drawn. */
  readonly planes: (room: PlaneRoom) => Promise<Planes | null>
  /** The same, kept beyond the time that another is asked for, until it is closed. */
  readonly keep: () => { readonly draw: DrawClip; readonly close: () => void }
}

export type DrawClip = (context: OffscreenCanvasRenderingContext2D, x: number, y: number, size: Size) => void

/** Reads the pictures of one clip, in any order; in time's own order it is quick. */
export interface ClipReader {
  readonly facts: ClipFacts
  /** The picture that shows at a moment. Throws in words where it can't be decoded. */
  readonly pictureAt: (moment: number) => Promise<ClipPicture>
  readonly close: () => void
}

/** Where a clip is read from: a file that a person chose, or one that the server keeps. */
export type ClipSource = { readonly blob: Blob } | { readonly url: string }
