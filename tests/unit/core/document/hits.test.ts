/** Which frame a drop is meant for: by outline, by the holes of letters, by nearness. */
import { describe, expect, it } from '@jest/globals'
import { addFrame } from '@/core/document/edits/frames'
import { newFrame } from '@/core/document/create'
import { dropFrameAt } from '@/core/document/hits'
import { sheetOf } from '@/core/document/read'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { withWord } from '@tests/helpers/lettering'
import { frames, sheet } from '@tests/helpers/words'
import { sampleProject, SHEET } from '@tests/helpers/project'

const all = (): boolean => true

describe('the frame a drop is meant for', () => {
  // A circle of radius 80 about 200, 200 is the sample's first frame, 200 wide and 160 high; here a true circle.
  const circle = newFrame('f-o', { kind: 'ellipse' }, { cx: 400, cy: 500, w: 100, h: 100 })
  const project = addFrame(sampleProject(), { sheetId: SHEET, frame: circle })
  const at = (x: number, y: number, reach: number): string | null =>
    dropFrameAt(sheetOf(project, SHEET), { x, y }, reach, all)?.id ?? null
  it('is the one whose outline holds it, or one within reach: by the distance to its true outline', () =>
    holdsFor(fc.tuple(real(0, 360), real(51, 70), real(0, 25)), ([degrees, radius, reach]) => {
      const turn = (degrees * Math.PI) / 180
      const met = at(400 + radius * Math.cos(turn), 500 + radius * Math.sin(turn), reach)
      // The distance from a circle is known: radius less 50. Others lie nearer on one side of it.
      if (radius - 50 > reach + 1e-6) expect(met).not.toBe('f-o')
      else if (met !== 'f-3') expect(met).toBe('f-o')
    }))
  it('is none where nothing is near, and none that is not wanted', () => {
    expect(at(700, 500, 12)).toBeNull()
    expect(dropFrameAt(sheetOf(project, SHEET), { x: 400, y: 500 }, 12, ({ id }) => id !== 'f-o')).toBeNull()
  })
  it('is a letter where the drop falls into its hole', () => {
    const written = withWord(sampleProject(), 'O', { change: { size: 300 }, faceId: 'archivo-black' })
    const [letter] = frames(written)
    if (!letter) throw new TypeError('no letter')
    const { cx, cy } = letter.box
    expect(dropFrameAt(sheet(written), { x: cx, y: cy }, 0, ({ stencil }) => stencil.kind === 'glyph')?.id).toBe(
      letter.id,
    )
  })
})
