/** Openings as they are decided on, and what is put on the sheet for them. */
import { describe, expect, it } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { framesOf } from '@/core/document/tree'
import { parseSvgPath } from '@/core/path/svgPath'
import { selectedSource, sharedStart, sourceOfPicture, sourceOfPictures } from '@/client/store/artSources'
import { decidedOf, joined, type FoundOpening } from '@/client/store/openings'
import { putOpenings } from '@/client/store/putOpenings'
import type { ArtWay } from '@/client/store/putOpenings'
import type { LayerUse } from '@/client/store/state'
import { coversOf } from '@/client/stage/covers'
import type { DrawNode } from '@/core/render/ops'
import { select } from '@/client/store/selection'
import { pictureAnswer, sampleProject, SHEET } from '@tests/helpers/project'
import { testBench } from '@tests/helpers/testBench'

const opening = (x: number, kind: FoundOpening['kind'] = 'inside', layer = 0): FoundOpening => {
  const outline = { path: parseSvgPath(`M${x} 100h200v300h-200z`), fillRule: 'evenodd' } as const
  return { outline, under: outline, bounds: { x0: x, y0: 100, x1: x + 200, y1: 400 }, area: 60_000, kind, layer }
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
  const decision = { uses: [], way: 'over', by: 'transparency', chosen } as const
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

describe('layers', () => {
  const [ground, card, cord] = [pictureAnswer(7), pictureAnswer(8), pictureAnswer(9)]
  const art = sourceOfPictures([ground, { ...card, name: 'photo place' }, cord])
  it('of one size make one art; that of another size is named', () => {
    expect(art.layers.map(({ name, use }) => [name, use])).toEqual([
      ['kite-7', 'art'],
      ['photo place', 'opening'],
      ['kite-9', 'art'],
    ])
    expect(() => sourceOfPictures([ground, { ...card, width: 7 }])).toThrow(
      /one size: kite-7 has 1200 × 800 px, kite-8 7/,
    )
    // Names that all say the same mark none.
    const all = sourceOfPictures([ground, card].map((one) => ({ ...one, name: 'photo' })))
    expect(all.layers.map(({ use }) => use)).toEqual(['art', 'art'])
  })
  it('are told apart by how their names end', () => {
    expect(sharedStart(['reef Card one', 'reef Card two', 'reef Cord'])).toBe('reef ')
    expect(sharedStart(['kite-7', 'kite-9'])).toBe('kite-')
    expect(sharedStart(['left', 'lower'])).toBe('')
    expect(sharedStart(['a b', 'a b'])).toBe('a ')
    const named = sourceOfPictures([ground, card].map((one, i) => ({ ...one, name: `reef ${i ? 'cord' : 'ground'}` })))
    expect([named.name, ...named.layers.map(({ name }) => name)]).toEqual(['reef', 'ground', 'cord'])
  })
  it('give an opening the name of the layer that it is', () => {
    const found = [opening(100, 'inside', 1), opening(400, 'inside', 2)]
    expect(decidedOf(found, art.layers).map(({ name }) => name)).toEqual(['photo place', 'Opening 2'])
  })
  const chosen = [
    { name: 'A', found: [opening(100, 'inside', 1)] },
    { name: 'B', found: [opening(400, 'inside', 2)] },
    { name: 'C', found: [opening(700, 'inside', 0)] },
  ]
  const namesAfter = async (uses: readonly LayerUse[], way: ArtWay = 'over') => {
    const bench = testBench()
    const isMade = await putOpenings(bench, art, { uses, way, by: 'transparency', chosen })
    const sheet = bench.get().project.sheets[SHEET]
    const names = sheet?.order.flatMap((id) => sheet.items[id]?.name ?? [])
    return { isMade, names, sheet, bench }
  }
  const OWN = ['Frame', 'Frame', 'Frame']
  it('lie over one another as they did, each over its openings and those of layers that are openings', async () => {
    const { names, sheet, bench } = await namesAfter(['art', 'opening', 'art'])
    expect(names?.slice(3)).toEqual(['C', 'kite-7', 'A', 'B', 'kite-9'])
    expect(
      sheet &&
        framesOf(sheet)
          .filter(({ locked }) => locked)
          .map(({ name }) => name),
    ).toEqual(['kite-7', 'kite-9'])
    expect(bench.get().history.undo).toHaveLength(1)
  })
  it('that are openings above all art lie above it; what is left out comes not at all', async () =>
    expect((await namesAfter(['art', 'opening', 'none'])).names?.slice(3)).toEqual(['C', 'kite-7', 'A', 'B']))
  it('of which the lowest is the background leave it no frame', async () => {
    const { names, sheet } = await namesAfter(['art', 'art', 'art'], 'background')
    expect(sheet?.background.kind).toBe('picture')
    expect(names).toEqual(['C', ...OWN.map((_, i) => names?.[i + 1]), 'A', 'photo place', 'B', 'kite-9'])
  })
  it('without any art make nothing, which is said', async () => {
    const { isMade, names, bench } = await namesAfter(['none', 'opening', 'opening'])
    expect([isMade, names?.length]).toEqual([false, 3])
    expect(bench.get().notice?.text).toBe('Keep one layer at least as art.')
  })
})

describe('what covers a picture', () => {
  const bounds = (x0: number) => ({ x0, y0: 0, x1: x0 + 10, y1: 10 })
  const item = (id: string, x0: number): DrawNode => ({ id, bounds: bounds(x0), ops: [] })
  const group = { ...item('g', 0), children: [item('b', 0), item('c', 5), item('far', 50)] } as DrawNode
  const nodes = [item('a', 0), group, item('d', 2), item('e', 40)]
  it('is what lies above it, in its group and over that, and reaches it', () => {
    const ids = (id: string) => coversOf(nodes, id, bounds(0)).map((node) => node.id)
    expect([ids('a'), ids('b'), ids('c'), ids('d'), ids('none')]).toEqual([['g', 'd'], ['c', 'd'], ['d'], [], []])
  })
})
