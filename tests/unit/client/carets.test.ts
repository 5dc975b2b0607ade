/** The caret of a text on the table: where it stands under any view and turn, and which one a press means. */
import { describe, expect, it } from '@jest/globals'
import { caretHeight, caretLine, nearestCaret, selectedQuads } from '@/client/letters/caretGeometry'
import { laidOut, settingOf } from '@tests/helpers/lettering'
import { near } from '@tests/helpers/near'
import { fc, holdsFor, real } from '@tests/helpers/property'

const VIEW = { scale: 1, x: 0, y: 0 }
const POSE = { cx: 200, cy: 100, turn: 0 }

describe('a caret', () => {
  it('stands upright through its baseline, as high as capitals and a little more', () => {
    const { carets } = laidOut(settingOf('SKY'))
    const { foot, head } = caretLine(carets[0]!, POSE, VIEW)
    near(foot.x, head.x, 1e-9)
    expect(head.y).toBeLessThan(100 - 86)
    expect(foot.y).toBeGreaterThan(100)
  })
  it('turns with the text and along its curve', () => {
    const { carets } = laidOut(settingOf('SKY', 'anton', { curve: { kind: 'arc', bend: 180 } }))
    const [first, last] = [caretLine(carets[0]!, POSE, VIEW), caretLine(carets.at(-1)!, POSE, VIEW)]
    // Over half a circle the first caret lies level to the left, the last to the right.
    near(first.foot.y, first.head.y, 1e-6)
    expect(first.head.x).toBeLessThan(first.foot.x)
    expect(last.head.x).toBeGreaterThan(last.foot.x)
    const turned = caretLine(laidOut(settingOf('SKY')).carets[0]!, { ...POSE, turn: 90 }, VIEW)
    near(turned.foot.y, turned.head.y, 1e-9)
    expect(turned.head.x).toBeGreaterThan(turned.foot.x)
  })
  it('is found by a press on it, in any view', () =>
    holdsFor(
      fc.tuple(real(0.1, 6), real(-300, 300), real(-300, 300), real(-180, 180), fc.nat({ max: 10 })),
      ([scale, x, y, turn, n]) => {
        const { carets } = laidOut(settingOf('GULL\nSTEPS'))
        const [view, pose] = [
          { scale, x, y },
          { ...POSE, turn },
        ]
        const line = caretLine(carets[n]!, pose, view)
        const at = { x: (line.foot.x + line.head.x) / 2, y: (line.foot.y + line.head.y) / 2 }
        const found = nearestCaret(carets, pose, view, at)
        expect(found.distance).toBeLessThan(1e-6 * caretHeight(line))
        expect(found.index).toBe(n)
        near(caretHeight(line), caretHeight(caretLine(carets[n]!, POSE, VIEW)) * scale, 1e-6 * scale * 100)
      },
    ))
  it('selects from one to another, either way, without line ends', () => {
    const { carets } = laidOut(settingOf('AB\nC'))
    const graphemes = ['A', 'B', '\n', 'C']
    expect(selectedQuads(carets, graphemes, [0, 4], POSE, VIEW)).toHaveLength(3)
    expect(selectedQuads(carets, graphemes, [4, 0], POSE, VIEW)).toEqual(
      selectedQuads(carets, graphemes, [0, 4], POSE, VIEW),
    )
    expect(selectedQuads(carets, graphemes, [1, 1], POSE, VIEW)).toEqual([])
  })
})
