import type { Colour } from '@/core/colour/colour'
import type { Stencil } from '@/core/stencil/stencil'
import type { Carried, Carry, Choosing, LastingMode, ModeSlice, TableTool, Typing } from '@/client/store/state'

type Moded = Pick<ModeSlice, 'mode'>

/** What the hand is for, and will be when a carry or the dropper is over. */
export const lastingOf = ({ mode }: Moded): LastingMode => ('back' in mode ? mode.back : mode)

/** The stencil in hand. */
export const armedOf = (state: Moded): Stencil | null => {
  const mode = lastingOf(state)
  return mode.kind === 'stencil' ? mode.stencil : null
}

/** Does the stencil in hand cut the picture it is drawn over, or will the next one chosen? */
export const cuts = (state: Moded): boolean => {
  const mode = lastingOf(state)
  return mode.kind === 'cutting' || (mode.kind === 'stencil' && mode.isCutting)
}

/** What the next picture chosen in the supplies is for. */
export const choosingOf = (state: Moded): Choosing | null => {
  const mode = lastingOf(state)
  return mode.kind === 'choosing' ? mode.choosing : null
}

/** The tool that has the table. */
export const toolOf = (state: Moded): TableTool | null => {
  const mode = lastingOf(state)
  return mode.kind === 'tool' ? mode.tool : null
}

/** The text under the hand. */
export const typingOf = (state: Moded): Typing | null => {
  const mode = lastingOf(state)
  return mode.kind === 'typing' ? mode.typing : null
}

export const carryOf = ({ mode }: Moded): Carry | null => (mode.kind === 'carry' ? mode.carry : null)

/** What is carried over the table. */
export const carriedOf = (state: Moded): Carried | null => carryOf(state)?.carried ?? null

/** What is done with the colour of the next point pressed, while one is waited for. */
export const dropperOf = ({ mode }: Moded): ((colour: Colour) => void) | null =>
  mode.kind === 'dropper' ? mode.take : null
