/** Openings as they are decided on, and what is put on the sheet for them. */
import { describe, expect, it } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { framesOf } from '@/core/document/tree'
import { parseSvgPath } from '@/core/path/svgPath'
import { selectedSource, sourceOfPicture } from '@/client/store/artSources'
import { decidedOf, joined, type FoundOpening } from '@/client/store/openings'
import { putOpenings } from '@/client/store/putOpenings'
import { select } from '@/client/store/selection'
import { pictureAnswer, sampleProject, SHEET } from '@tests/helpers/project'
import { testBench } from '@tests/helpers/testBench'

const opening = (x: number, kind: FoundOpening['kind'] = 'inside'): FoundOpening => {
  const outline = { path: parseSvgPath(`M${x} 100h200v300h-200z`), fillRule: 'evenodd' } as const
  return { outline, under: outline, bounds: { x0: x, y0: 100, x1: x + 200, y1: 400 }, area: 60_000, kind, layer: 0 }
}

describe('openings that were found', () => {
  it('are kept but for what lies around the art; joined, all that are kept are one in the place of the first', () => {
    const decided = decidedOf([opening(100), opening(400), opening(700), opening(0, 'around')], [])
    expect(decided.map(({ isKept }) => isKept)).toEqual([true, true, true, false])
    const dropped = decided.map((one, i) => ({ ...one, isKept: one.isKept && i !== 1 }))
    expect(joined(dropped).map(({ name, parts }) => [name, parts])).toEqual([
      ['Opening 1', [0, 2]],
      ['Opening 2', [1]],
      ['Around the art', [3]],
    ])
    expect(joined(joined(dropped))).toEqual(joined(dropped))
  })
})

describe('frames for openings', () => {
  const chosen = [
    { name: 'Door', found: [opening(100)] },
    { name: '  ', found: [opening(400), opening(700)] },
  ]
  const decision = { uses: [], way: 'over', chosen } as const
  it('come with a picture of the library as art on top of them, the first of them in hand', async () => {
    const bench = testBench()
    expect(await putOpenings(bench, sourceOfPicture(pictureAnswer(9)), decision)).toBe(true)
    const { project, selection, history } = bench.get()
    const sheet = project.sheets[SHEET]
    const made = sheet ? framesOf(sheet).slice(-3) : []
    expect(made.map(({ name }) => name)).toEqual(['Door', 'Opening', 'kite-9'])
    // 1200 × 800 px on 800 × 600 pt: as wide as the sheet.
    expect(made[2]).toMatchObject({ locked: true, takesPictures: false, box: { w: 800 } })
    expect(made[2]?.box.h).toBeCloseTo(800 / 1.5, 6)
    expect(selection).toEqual([made[0]?.id])
    expect(history.undo.map(({ name }) => name)).toEqual(['Frames for 2 openings'])
  })
  it('lie beneath art that is on the sheet, and are refused in words when it has gone meanwhile', async () => {
    const bench = testBench(placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' }))
    select(bench, 'f-2')
    expect(selectedSource(bench.get())).toBeNull()
    select(bench, 'f-1')
    const source = selectedSource(bench.get())
    if (!source) throw new TypeError('no art')
    const gone = { ...source, onSheet: { sheetId: SHEET, frameId: 'f-9' } }
    expect(await putOpenings(bench, gone, decision)).toBe(false)
    expect(bench.get().notice?.text).toMatch(/not on the sheet any more/)
    expect(await putOpenings(bench, source, decision)).toBe(true)
    expect(bench.get().project.sheets[SHEET]?.items['f-1']?.locked).toBe(true)
  })
})
