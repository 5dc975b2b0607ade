import type { Command } from '@/client/commands/command'
import { allOf, needsItems } from '@/client/commands/command'
import { areLaid, forgetPerspective, layByOutline, ownCorners, togglePerspective } from '@/client/store/laid'
import { selectedFrame, selectedFrames } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'

const HELD = ['frame', 'letter', 'block', 'several', 'group'] as const

const needsFramesHeld = (state: BenchState): string | null =>
  selectedFrames(state).length > 0 ? null : 'Select a frame first.'

const needsLaid = (state: BenchState): string | null =>
  selectedFrames(state).some(({ laid }) => laid !== undefined) ? null : 'Lay a frame in perspective first.'

const needsOwnCorners = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  return frame && ownCorners(state, frame)
    ? null
    : 'Select a frame whose outline has four straight sides, such as one that was traced.'
}

/** Frames that are seen from the side. */
export const PERSPECTIVE_COMMANDS: readonly Command[] = [
  {
    id: 'perspective',
    family: 'Perspective',
    words: 'In perspective',
    does: 'Lay into four corners in perspective, or take up flat again',
    synonyms: 'distort skew warp quad corners wall screen lay flat tilt 3d',
    menus: HELD,
    whyNot: allOf(needsItems, needsFramesHeld),
    isOn: areLaid,
    run: togglePerspective,
  },
  {
    id: 'ownCorners',
    family: 'Perspective',
    words: 'Lay into its own corners',
    short: 'Its own corners',
    does: 'Make a traced outline of four corners a rectangle seen in perspective',
    synonyms: 'quad traced corners wall screen card',
    whyNot: needsOwnCorners,
    run: layByOutline,
  },
  {
    id: 'forgetPerspective',
    family: 'Perspective',
    words: 'Forget the perspective',
    short: 'Forget',
    does: 'Stand flat and forget the corners in perspective',
    synonyms: 'reset straight remove corners',
    whyNot: needsLaid,
    run: forgetPerspective,
  },
]
