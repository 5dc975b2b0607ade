import { toolOf } from '@/client/store/modes'
import { colourHand } from '@/client/gestures/tools/colourHand'
import { findHand } from '@/client/gestures/tools/findHand'
import type { ToolHand } from '@/client/gestures/tools/hand'
import { planeHand } from '@/client/gestures/tools/planeHand'
import { pointsHand } from '@/client/gestures/tools/pointsHand'
import { traceHand } from '@/client/gestures/tools/traceHand'
import { typeHand } from '@/client/gestures/tools/typeHand'
import { uprightHand } from '@/client/gestures/tools/uprightHand'
import { writeHand } from '@/client/gestures/tools/writeHand'
import type { Bench } from '@/client/store/bench'

export type { ToolDrag, ToolHand, ToolPress } from '@/client/gestures/tools/hand'

/** What the tool in hand does with presses and keys; null without one. */
export const toolHand = (bench: Bench): ToolHand | null => {
  const tool = toolOf(bench.get())
  switch (tool?.kind) {
    case 'points':
      return pointsHand(bench)
    case 'trace':
      return traceHand(bench)
    case 'upright':
      return uprightHand(bench)
    case 'colour':
      return colourHand(bench)
    case 'type':
      return typeHand(bench)
    case 'write':
      return writeHand(bench)
    case 'find':
      return findHand(bench)
    case 'plane':
      return planeHand(bench)
    case undefined:
      return null
  }
}
