/** The keepsake of the demo: layered art, brought in as a person brings it in. */
import { describe, expect, it } from '@jest/globals'
import { projectFaults } from '@/core/document/validate'
import { standingRect, shownPlaced, sheetOf } from '@/core/document/read'
import { isText, linesOver } from '@/core/document/text'
import { framesOf } from '@/core/document/tree'
import { intersectRects } from '@/core/geometry/rect'
import { keepsake } from '@demo/keepsake'
import { DEMO_PICTURES } from '@demo/paint/pictures'
import { useDataFolder } from '@tests/helpers/dataFolder'

useDataFolder()

const refs = Object.fromEntries(
  DEMO_PICTURES.map(({ name, tags }, i) => [
    name,
    { name, tags, pixels: { w: 3000, h: 2000 }, hash: String(i).padStart(64, '0') },
  ]),
)

describe('the keepsake of the demo', () => {
  it('is a sound project with three filled openings, each beneath its own card, which overlap', async () => {
    const project = await keepsake(refs)
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
    const frames = framesOf(sheetOf(project, 'sheet-1'))
    expect(frames.map(({ name, locked }) => [name, locked ?? false])).toEqual([
      ['Opening', false],
      ['Card with the dunes', true],
      ['Opening', false],
      ['Card with the light', true],
      ['Opening', false],
      ['Card with the huts', true],
      ['Cord', true],
      ['Tail', true],
    ])
    const openings = frames.filter(({ name }) => name === 'Opening')
    expect(openings.map((frame) => shownPlaced(frame)?.pictureId)).toEqual([
      'dune-kites',
      'lighthouse-late',
      'beach-huts',
    ])
    const [first, , last] = openings.map(standingRect)
    expect(first && last && intersectRects(first, last)).not.toBeNull()
    // The message on its back fits: three texts of several looks.
    const texts = framesOf(sheetOf(project, 'sheet-2')).filter(isText)
    expect(texts.map((frame) => [frame.name, linesOver(frame)])).toEqual([
      ['Greetings from', 0],
      ['Dear Ode,', 0],
      ['Brannoch & Wivvy', 0],
    ])
  }, 60_000)
})
