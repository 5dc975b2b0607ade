import { toolHand } from '@/client/gestures/tools'
import type { Bench } from '@/client/store/bench'

/** Takes the last step back: that of the tool that has the table, never what lies beneath it; else the project's. */
export const takeBack = (bench: Bench): void => {
  const tool = toolHand(bench)
  if (tool?.undo) tool.undo()
  else bench.undo()
}

/** Makes again what was taken back; nothing while a tool has the table. */
export const makeAgain = (bench: Bench): void => {
  if (!toolHand(bench)?.undo) bench.redo()
}
