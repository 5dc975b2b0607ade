import type { Point } from '@/core/geometry/vector'

/** How a tool's press was made. */
export interface ToolPress {
  /** In sheet points. */
  readonly at: Point
  /** The mark that was pressed, if it was one. */
  readonly named: string | null
  readonly shift: boolean
  readonly ctrl: boolean
}

/** A drag of a tool under way. */
export interface ToolDrag {
  move(to: Point, shift: boolean): void
  end(): void
  cancel(): void
}

/** What a tool does with presses on the table. */
export interface ToolHand {
  tap(press: ToolPress): void
  /** Null lets the press do what it would do without a tool. */
  start(press: ToolPress): ToolDrag | null
  hover?(at: Point): void
  /** Takes back its own last step, and with none left is put down. Without it undo is that of the sheet. */
  undo?(): void
  /** True if the key was used. */
  key(key: string, shift: boolean): boolean
}
