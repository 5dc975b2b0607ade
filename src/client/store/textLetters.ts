import { apply, compose, scaling } from '@/core/geometry/matrix'
import type { BlockAlign } from '@/core/text/block'
import { newSetting, type Setting, type TextAlign } from '@/core/lettering/settings'
import { isLetter } from '@/core/lettering/slots'
import { joinRecorded } from '@/core/document/edit'
import { addWord } from '@/core/document/edits/lettering/words'
import { removeItems } from '@/core/document/edits/items'
import { frameMatrix } from '@/core/document/read'
import { flowIn, type TextFrame } from '@/core/document/text'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { wordsOf } from '@/client/store/faces'
import { inkOn, layoutFor, newLetterId, refusalOf } from '@/client/store/lettering'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { select } from '@/client/store/selection'
import { selectedText } from '@/client/store/texts'

/** Letters have no justified lines: those begin at the left. */
const ALIGN: Readonly<Record<BlockAlign, TextAlign>> = {
  left: 'left',
  centre: 'centre',
  right: 'right',
  justify: 'left',
}
const SHARES: Readonly<Record<TextAlign, number>> = { left: -0.5, centre: 0, right: 0.5 }

/** The text as its lines stand in the box, each ended by hand. */
const brokenText = (frame: TextFrame): string =>
  flowIn(frame)
    .lines.map(({ from, to, hyphen }) => {
      const line = frame.stencil.text.slice(from, to).replaceAll('\u00ad', '').trimEnd()
      return hyphen ? `${line}-` : line
    })
    .join('\n')

/** The look that most of the letters have. */
const commonRun = ({ stencil }: TextFrame) =>
  stencil.runs.reduce((most, run) => (run.length > most.length ? run : most))

const settingFor = (frame: TextFrame): Setting => {
  const { leading, align, tracking } = frame.stencil
  const { face, size } = commonRun(frame)
  return {
    ...newSetting(brokenText(frame), face, Math.round(size * flowIn(frame).scale * 100) / 100),
    leading,
    align: ALIGN[align],
    tracking,
    ligatures: true,
  }
}

/** Makes letters of the selected text: each becomes a frame of its own, where it stood. */
export const textToLetters = async (bench: Bench): Promise<void> => {
  bench.endBurst()
  const state = bench.get()
  const { sheetId } = state
  const frame = selectedText(state)
  if (!frame) return
  const setting = settingFor(frame)
  const refused = refusalOf(setting.text)
  if (refused) return say(bench, refused, 'fault')
  if (![...setting.text].some(isLetter)) return say(bench, 'This text has no letters yet. Write some first.')
  try {
    const layout = await layoutFor(bench, setting)
    if (selectedText(bench.get())?.stencil !== frame.stencil) return
    const groupId = newItemId().replace(/^f-/, 'g-')
    const [first] = flowIn(frame).lines
    const own = { x: frame.box.w * SHARES[setting.align], y: first?.baseline ?? 0 }
    const { x, y } = apply(compose(frameMatrix(frame), scaling(frame.flip ? -1 : 1, 1)), own)
    const ink =
      frame.fill.kind === 'colour'
        ? frame.fill.colour
        : (commonRun(frame).colour ?? inkOn(shownSheet(state), state.project.slots))
    bench.commit('Text to letters', (project) =>
      joinRecorded(
        addWord.record(project, {
          sheetId,
          groupId,
          setting,
          layout,
          letterIds: layout.letters.map(newLetterId),
          pose: { cx: x, cy: y, turn: frame.turn, ...(frame.flip ? { flip: true } : {}) },
          above: frame.id,
          ink,
        }),
        (now) => removeItems.record(now, { sheetId, ids: [frame.id] }),
      ),
    )
    select(bench, groupId)
    const { runs } = frame.stencil
    if (runs.some(({ face, size, colour }) => face.id !== runs[0]?.face.id || size !== runs[0].size || colour))
      say(bench, 'Letters have one typeface, size and colour: those that most of the text had.')
  } catch (error) {
    say(bench, wordsOf(error, 'The letters could not be set. Try again.'), 'fault')
  }
}
