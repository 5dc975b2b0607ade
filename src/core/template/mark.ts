/** What a template tells of itself in the gallery; its name is the document's. */
export interface TemplateMark {
  /** The same for all versions. */
  readonly id: string
  /** Counted from 1. */
  readonly version: number
  readonly category: string
  /** Words that it is found by. */
  readonly words: string
}

/** The sheet of a template that a sheet was made of. */
export interface MadeFrom {
  readonly id: string
  readonly version: number
  /** The sheet of the template. */
  readonly sheetId: string
  readonly name: string
}
