/** The parts of the package that are used here. */
declare module 'linebreak' {
  interface Break {
    /** In UTF-16 units: the line may end before it. */
    readonly position: number
    readonly required: boolean
  }
  export default class LineBreaker {
    constructor(text: string)
    nextBreak(): Break | null
  }
}
