/** The time of the sheet that shows; nothing of it is saved. */
export interface TimeSlice {
  /** Seconds since the sheet began to play; null where stills are seen. */
  readonly time: number | null
  readonly isPlaying: boolean
  /** The time line shows all sheets as they follow one another, rather than what moves on one. */
  readonly isSequence: boolean
  /** The film that was asked for last. */
  readonly film: FilmState | null
}

/** A film on its way, made, or what became of it. */
export type FilmState =
  | { readonly kind: 'running'; readonly done: number; readonly of: number; readonly picture: ImageBitmap | null }
  | { readonly kind: 'done'; readonly file: File; readonly name: string; readonly type: string }
  | { readonly kind: 'failed'; readonly words: string }
