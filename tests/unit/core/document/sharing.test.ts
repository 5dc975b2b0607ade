/**
 * Spans, echoes and takes: where a picture lies on the sheet is compared by matrices, to 1e-6 pt. What is seen of a span
 * without gaps against one frame of the union, and of windows against the background, on rendered pixels.
 */
import { describe, expect, it } from '@jest/globals'
import { nearMatrix, near } from '@tests/helpers/near'
import { paintedSheet } from '@tests/helpers/painted'
import { differences, smooth } from '@tests/helpers/smooth'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { deepFreeze, sampleProject, SHEET } from '@tests/helpers/project'
import { soundAndUndone, type RunStep } from '@tests/helpers/runs'
import { contentOf, originalOf, pictureMatrix, spanMembers } from '@/core/document/content'
import { newFrame } from '@/core/document/create'
import { placePicture, setPlaced } from '@/core/document/edits/fills'
import { echoFrames, echoOf, makeIndependent } from '@/core/document/edits/echoes'
import { addFrame } from '@/core/document/edits/frames'
import { moveItems, removeItems, turnItems } from '@/core/document/edits/items'
import { carryFill } from '@/core/document/edits/carry'
import { setBackground } from '@/core/document/edits/sheets'
import { splitFrame } from '@/core/document/edits/split'
import { gridCells, partsOf, type Parting } from '@/core/document/parting'
import { bindToBackground, coverSpan, joinSpan, makeSpan, pinWindows } from '@/core/document/edits/spans'
import { addTake, removeTake, renameTake, showTake, showTakesNamed } from '@/core/document/edits/takes'
import { takeNames } from '@/core/document/takes'
import { fragmentOf, readFragment } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { frameOutline, sheetOf, shownPlaced } from '@/core/document/read'
import { pictureUses } from '@/core/document/roots'
import { frameOf, framesOf } from '@/core/document/tree'
import type { Frame, Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { areaOf } from '@/core/path/area'
import { panPicture, turnPicture, zoomPicture } from '@/core/placement/move'
import { coverPlaced } from '@/core/placement/placed'

/** Three panels in a row with gaps, no pictures yet. */
const triptych = (gap = 20): Project => {
  const empty = removeItems(sampleProject(), { sheetId: SHEET, ids: ['f-1', 'f-2', 'f-3'] })
  return [0, 1, 2].reduce(
    (project, i) =>
      addFrame(project, {
        sheetId: SHEET,
        frame: newFrame(`p-${i + 1}`, { kind: 'rectangle' }, { cx: 150 + i * (200 + gap), cy: 300, w: 200, h: 240 }),
      }),
    empty,
  )
}
const IDS = ['p-1', 'p-2', 'p-3']
const sheet = (project: Project) => sheetOf(project, SHEET)
const frame = (project: Project, id: string): Frame => frameOf(sheet(project), id)
const matrix = (project: Project, id: string) => pictureMatrix(project, sheet(project), frame(project, id))!
const spanned = (gap = 20): Project =>
  deepFreeze(makeSpan(triptych(gap), { sheetId: SHEET, ids: IDS, spanId: 's', pictureId: 'pic-1' }))
const sound = (project: Project): void => expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])

describe('a span', () => {
  it('places one picture once for all: it lies the same whichever frame is asked', () => {
    const project = spanned()
    sound(project)
    for (const id of IDS) nearMatrix(matrix(project, id), matrix(project, 'p-1'), 1e-6, 1200)
    expect(contentOf(project, sheet(project), frame(project, 'p-2'))?.placed.keepCovered).toBe(true)
  })
  it('covers the union: the picture’s edges meet that of the three panels on one axis', () => {
    const project = spanned()
    const m = matrix(project, 'p-1')
    const left = m.e
    const right = m.a * 1200 + m.e
    expect(left).toBeLessThanOrEqual(50 + 1e-6)
    expect(right).toBeGreaterThanOrEqual(690 - 1e-6)
    expect(m.f).toBeLessThanOrEqual(180 + 1e-6)
    expect(m.d * 800 + m.f).toBeGreaterThanOrEqual(420 - 1e-6)
    // One axis just fits.
    near(Math.min(right - left - 640, m.d * 800 - 240), 0, 1e-6)
  })
  it('is looked at by windows: moving one leaves the picture where it is, and never rescales', () =>
    holdsFor(fc.tuple(real(-300, 300), real(-200, 200)), ([x, y]) => {
      const before = spanned()
      const after = moveItems(before, { sheetId: SHEET, ids: ['p-2'], delta: { x, y } })
      for (const id of IDS) nearMatrix(matrix(after, id), matrix(before, 'p-1'), 1e-6, 1200)
    }))
  it('moves its picture in all members at once', () => {
    const before = spanned()
    const held = contentOf(before, sheet(before), frame(before, 'p-3'))!
    const { placed } = zoomPicture(held.placed, held.holder, { x: 0, y: 0 }, 1.7)
    const zoomed = setPlaced(before, { sheetId: SHEET, frameId: 'p-3', placed })
    const again = contentOf(zoomed, sheet(zoomed), frame(zoomed, 'p-1'))!
    const panned = setPlaced(zoomed, {
      sheetId: SHEET,
      frameId: 'p-1',
      placed: panPicture(again.placed, again.holder, { x: 25, y: -12 }).placed,
    })
    for (const id of IDS) nearMatrix(matrix(panned, id), matrix(panned, 'p-1'), 1e-6, 1200)
    near(matrix(panned, 'p-2').e - matrix(zoomed, 'p-2').e, 25, 1e-6)
    near(matrix(panned, 'p-2').f - matrix(zoomed, 'p-2').f, -12, 1e-6)
  })
  it('is left with what is seen, whatever has been done to it', () =>
    holdsFor(
      fc.tuple(fc.constantFrom(...IDS), real(-170, 170), real(-80, 80), real(1, 3), fc.boolean(), fc.boolean()),
      ([id, turn, x, zoom, pinned, skips]) => {
        const gaps = skips ? ('skip' as const) : ('hide' as const)
        const start = coverSpan(spanned(), { sheetId: SHEET, spanId: 's', gaps })
        const held = contentOf(start, sheet(start), frame(start, id))!
        const placed = turnPicture(
          zoomPicture(held.placed, held.holder, { x, y: 0 }, zoom).placed,
          held.holder,
          turn / 3,
        )
        const worked = setPlaced(start, { sheetId: SHEET, frameId: id, placed })
        const leaning = turnItems(worked, { sheetId: SHEET, ids: [id], centre: { x: 300, y: 280 }, by: turn / 2 })
        const marked = pinned ? pinWindows(leaning, { sheetId: SHEET, ids: [id], pinned: true }) : leaning
        // Pinning changes nothing of what is seen.
        nearMatrix(matrix(marked, id), matrix(leaning, id), 1e-6, 1200)
        const turned = turnItems(marked, { sheetId: SHEET, ids: [id], centre: { x: 400, y: 300 }, by: turn })
        const left = makeIndependent(turned, { sheetId: SHEET, ids: [id] })
        nearMatrix(matrix(left, id), matrix(turned, id), 1e-6, 1200)
        sound(left)
      },
      60,
    ))
  it('takes frames in as it lies, and goes when no frame shows it', () => {
    const more = addFrame(spanned(), {
      sheetId: SHEET,
      frame: newFrame('p-4', { kind: 'ellipse' }, { cx: 400, cy: 500, w: 80, h: 60 }),
    })
    const joined = joinSpan(more, { sheetId: SHEET, ids: ['p-4'], spanId: 's' })
    nearMatrix(matrix(joined, 'p-4'), matrix(more, 'p-1'), 1e-6, 1200)
    expect(spanMembers(sheet(joined), 's')).toHaveLength(4)
    const gone = removeItems(joined, { sheetId: SHEET, ids: [...IDS, 'p-4'] })
    expect(sheet(gone).spans).toEqual({})
    expect(pictureUses(joined).get('pic-1')).toBe(1)
    sound(joined)
    sound(gone)
  })
  it('pinned, a frame takes its part along and turns it', () => {
    const pinned = pinWindows(spanned(), { sheetId: SHEET, ids: ['p-2'], pinned: true })
    nearMatrix(matrix(pinned, 'p-2'), matrix(pinned, 'p-1'), 1e-6, 1200)
    const moved = moveItems(pinned, { sheetId: SHEET, ids: ['p-2'], delta: { x: 40, y: -30 } })
    near(matrix(moved, 'p-2').e - matrix(pinned, 'p-2').e, 40, 1e-6)
    const { cx, cy } = frame(pinned, 'p-2').box
    const turned = turnItems(pinned, { sheetId: SHEET, ids: ['p-2'], centre: { x: cx, y: cy }, by: 90 })
    // The picture turns with the frame about its middle.
    near(matrix(turned, 'p-2').b, matrix(pinned, 'p-2').a, 1e-9)
    const freed = pinWindows(moved, { sheetId: SHEET, ids: ['p-2'], pinned: false })
    nearMatrix(matrix(freed, 'p-2'), matrix(freed, 'p-1'), 1e-6, 1200)
  })
  it('skips gaps: what ends at one panel’s edge goes on at the next one’s', () => {
    const project = coverSpan(spanned(30), { sheetId: SHEET, spanId: 's', gaps: 'skip' })
    const [a, b, c] = IDS.map((id) => matrix(project, id))
    near(b!.e - a!.e, 30, 1e-6)
    near(c!.e - b!.e, 30, 1e-6)
    for (const m of [b!, c!]) near(m.a, a!.a, 1e-12)
    const back = coverSpan(project, { sheetId: SHEET, spanId: 's', gaps: 'hide' })
    nearMatrix(matrix(back, 'p-3'), matrix(back, 'p-1'), 1e-6, 1200)
  })
  it('needs frames that take pictures, and a picture', () => {
    const bare = triptych()
    expect(makeSpan(bare, { sheetId: SHEET, ids: IDS, spanId: 's' })).toBe(bare)
    expect(() => makeSpan(triptych(), { sheetId: SHEET, ids: [], spanId: 's' })).toThrow(/frames that take pictures/)
    expect(() => bindToBackground(triptych(), { sheetId: SHEET, ids: IDS, spanId: 's' })).toThrow(/a picture/)
  })
})

describe('what is seen of a span', () => {
  it('without gaps is one frame of the union', async () => {
    const project = spanned(0)
    const one = addFrame(removeItems(project, { sheetId: SHEET, ids: IDS }), {
      sheetId: SHEET,
      frame: newFrame('one', { kind: 'rectangle' }, { cx: 350, cy: 300, w: 600, h: 240 }),
    })
    const whole = placePicture(one, { sheetId: SHEET, frameId: 'one', pictureId: 'pic-1' })
    const [a, b] = [await paintedSheet(project, smooth), await paintedSheet(whole, smooth)]
    const { mean, most } = differences(a.data, b.data, (i) =>
      [250, 450].some((seam) => Math.abs((i % a.width) - seam) < 3),
    )
    expect(mean).toBeLessThanOrEqual(0.5)
    expect(most).toBeLessThanOrEqual(1)
  })
  it('of windows is just what the background shows there', async () => {
    const placed = { ...coverPlaced('pic-1'), zoom: 1.3 }
    const ground = setBackground(triptych(), { sheetId: SHEET, background: { kind: 'picture', placed } })
    const bound = bindToBackground(ground, { sheetId: SHEET, ids: IDS, spanId: 's' })
    const empty = removeItems(ground, { sheetId: SHEET, ids: IDS })
    const [a, b] = [await paintedSheet(bound, smooth), await paintedSheet(empty, smooth)]
    const { most } = differences(a.data, b.data, () => false)
    expect(most).toBeLessThanOrEqual(1)
    // A paler background leaves the windows as they are.
    const pale = setBackground(bound, { sheetId: SHEET, background: { kind: 'picture', placed, opacity: 0.3 } })
    const seen = await paintedSheet(pale, smooth)
    for (const [x, y] of [
      [150, 300],
      [370, 250],
      [600, 380],
    ] as const)
      seen.at(x, y).forEach((value, k) => near(value, b.at(x, y)[k] ?? 0, 1))
    sound(bound)
  })
})

describe('splitting a frame', () => {
  const filled = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
  const ids = Array.from({ length: 100 }, (_, i) => `part-${i}`)
  const plain: Parting = { columns: 3, rows: 2, gap: 6, gaps: 'hide', bleed: 0 }
  it('gives cells of one size with the gap between, that fill the bounds', () =>
    holdsFor(
      fc.tuple(fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 8 }), real(0, 5)),
      ([columns, rows, gap]) => {
        const cells = gridCells({ x0: -100, y0: -80, x1: 100, y1: 80 }, { ...plain, columns, rows, gap })
        expect(cells).toHaveLength(columns * rows)
        const [first, last] = [cells[0]!, cells.at(-1)!]
        near(first.x0, -100, 1e-9)
        near(last.y1, 80, 1e-9)
        if (columns > 1) near(cells[1]!.x0 - first.x1, gap, 1e-9)
      },
    ))
  it('parts an ellipse without losing of it more than the gaps', () => {
    const parts = partsOf(frame(filled, 'f-1'), { ...plain, gap: 0 })
    const area = parts.reduce(
      (sum, part) => sum + Math.abs(areaOf(frameOutline({ ...frame(filled, 'f-1'), ...part }).path)),
      0,
    )
    // Curves are flattened to 1/20,000 of their size.
    near(area, Math.PI * 100 * 80, 6)
    const strips = partsOf(frame(filled, 'f-1'), { ...plain, gap: 0, columns: 5, lean: 20 })
    near(
      strips.reduce((sum, part) => sum + Math.abs(areaOf(frameOutline({ ...frame(filled, 'f-1'), ...part }).path)), 0),
      Math.PI * 100 * 80,
      6,
    )
  })
  it('keeps the picture where it was, in every part', () => {
    const split = splitFrame(filled, { sheetId: SHEET, frameId: 'f-1', spanId: 's', newIds: ids, parting: plain })
    const parts = spanMembers(sheet(split), 's')
    expect(parts).toHaveLength(6)
    for (const { id } of parts) nearMatrix(matrix(split, id), matrix(filled, 'f-1'), 1e-6, 1200)
    expect(sheet(split).items['f-1']).toBeUndefined()
    sound(split)
  })
  it('refuses gaps that leave nothing, and too many parts', () => {
    const held = frame(filled, 'f-1')
    expect(() => partsOf(held, { ...plain, gap: 150 })).toThrow(/gap/)
    expect(() => partsOf(held, { ...plain, columns: 40, rows: 40 })).toThrow(/at most 100/)
  })
})

describe('an echo', () => {
  const filled = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
  const echoed = echoFrames(filled, { sheetId: SHEET, ids: ['f-1'], newIds: { 'f-1': 'e-1' }, delta: { x: 30, y: 0 } })
  const twice = echoFrames(echoed, { sheetId: SHEET, ids: ['e-1'], newIds: { 'e-1': 'e-2' }, delta: { x: 30, y: 0 } })
  it('shows what its original shows, and changes it', () => {
    expect(originalOf(sheet(twice), frame(twice, 'e-2')).id).toBe('f-1')
    const other = placePicture(twice, { sheetId: SHEET, frameId: 'e-2', pictureId: 'pic-2' })
    for (const id of ['f-1', 'e-1', 'e-2'])
      expect(contentOf(other, sheet(other), frame(other, id))?.placed.pictureId).toBe('pic-2')
    sound(other)
  })
  it('goes round in no circle', () => {
    expect(() => echoOf(twice, { sheetId: SHEET, frameId: 'f-1', of: 'e-2' })).toThrow(/does not itself show/)
    const bad = JSON.parse(JSON.stringify(twice)) as {
      sheets: Record<string, { items: Record<string, { fill: unknown }> }>
    }
    bad.sheets[SHEET]!.items['f-1']!.fill = { kind: 'echo', frameId: 'e-2' }
    expect(
      projectFaults(bad)
        .map(({ message }) => message)
        .join(),
    ).toMatch(/circle/)
    bad.sheets[SHEET]!.items['f-1']!.fill = { kind: 'echo', frameId: 'nowhere' }
    expect(
      projectFaults(bad)
        .map(({ message }) => message)
        .join(),
    ).toMatch(/no frame/)
  })
  it('takes the picture over when its original goes, and the others follow it', () => {
    const gone = removeItems(twice, { sheetId: SHEET, ids: ['f-1'] })
    expect(shownPlaced(frame(gone, 'e-1'))?.pictureId).toBe('pic-1')
    expect(originalOf(sheet(gone), frame(gone, 'e-2')).id).toBe('e-1')
    sound(gone)
    sound(removeItems(twice, { sheetId: SHEET, ids: ['e-1'] }))
  })
  it('made independent goes its own way; carried, it is a copy', () => {
    const own = makeIndependent(twice, { sheetId: SHEET, ids: ['e-1'] })
    expect(frame(own, 'e-1').fill.kind).toBe('taken')
    sound(own)
    sound(carryFill(twice, { sheetId: SHEET, from: 'f-1', to: 'e-1' }))
    sound(carryFill(twice, { sheetId: SHEET, from: 'e-1', to: 'f-1' }))
  })
  it('copied without its original takes the picture along', () => {
    const fragment = readFragment(JSON.parse(JSON.stringify(fragmentOf(twice, SHEET, ['e-2']))))
    expect(fragment.items['e-2']).toMatchObject({ fill: { kind: 'taken' } })
    const both = pasteFragment(twice, {
      sheetId: SHEET,
      fragment: fragmentOf(twice, SHEET, ['f-1', 'e-1']),
      newIds: { 'f-1': 'n-1', 'e-1': 'n-2' },
      delta: { x: 5, y: 5 },
    })
    expect(frame(both, 'n-2').fill).toEqual({ kind: 'echo', frameId: 'n-1' })
    sound(both)
  })
})

describe('takes', () => {
  const filled = placePicture(placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' }), {
    sheetId: SHEET,
    frameId: 'f-2',
    pictureId: 'pic-1',
  })
  const two = ['f-1', 'f-2'].reduce(
    (project, frameId) => addTake(project, { sheetId: SHEET, frameId, takeId: 't-2', pictureId: 'pic-2' }),
    filled,
  )
  it('are named, shown, and each keeps its placement', () => {
    expect(frame(two, 'f-1').fill).toMatchObject({ shown: 't-2', takes: [{ name: 'A' }, { name: 'B' }] })
    const first = showTake(two, { sheetId: SHEET, frameId: 'f-1', takeId: 'take-1' })
    expect(shownPlaced(frame(first, 'f-1'))).toEqual(shownPlaced(frame(filled, 'f-1')))
    sound(two)
  })
  it('are shown by name in all frames at once', () => {
    const shown = showTakesNamed(two, { sheetId: SHEET, name: 'A' })
    for (const id of ['f-1', 'f-2']) expect(shownPlaced(frame(shown, id))?.pictureId).toBe('pic-1')
    expect(takeNames(sheet(two))).toEqual([
      { name: 'A', frames: 2 },
      { name: 'B', frames: 2 },
    ])
  })
  it('go one by one, the last stays', () => {
    const one = removeTake(two, { sheetId: SHEET, frameId: 'f-1', takeId: 't-2' })
    expect(shownPlaced(frame(one, 'f-1'))?.pictureId).toBe('pic-1')
    expect(removeTake(one, { sheetId: SHEET, frameId: 'f-1', takeId: 'take-1' })).toBe(one)
    expect(
      frame(renameTake(two, { sheetId: SHEET, frameId: 'f-1', takeId: 't-2', name: 'Dusk' }), 'f-1').fill,
    ).toMatchObject({ takes: [{}, { name: 'Dusk' }] })
  })
})

describe('any run of sharing edits', () => {
  const pick = (project: Project, i: number): string =>
    framesOf(sheet(project))[i % Math.max(1, framesOf(sheet(project)).length)]?.id ?? 'f-1'
  const steps: readonly RunStep[] = [
    (p, i) =>
      makeSpan.record(p, {
        sheetId: SHEET,
        ids: [pick(p, i), pick(p, i + 1)],
        spanId: `s-${i}`,
        pictureId: 'pic-2',
        gaps: i % 2 ? 'skip' : 'hide',
      }),
    (p, i) =>
      echoFrames.record(p, {
        sheetId: SHEET,
        ids: [pick(p, i)],
        newIds: { [pick(p, i)]: `e-${i}-${framesOf(sheet(p)).length}` },
        delta: { x: 9, y: 4 },
      }),
    (p, i) => makeIndependent.record(p, { sheetId: SHEET, ids: [pick(p, i)] }),
    (p, i) =>
      framesOf(sheet(p)).length > 2
        ? removeItems.record(p, { sheetId: SHEET, ids: [pick(p, i)] })
        : removeItems.record(p, { sheetId: SHEET, ids: [] }),
    (p, i) => pinWindows.record(p, { sheetId: SHEET, ids: [pick(p, i)], pinned: i % 3 === 0 }),
    (p, i) => placePicture.record(p, { sheetId: SHEET, frameId: pick(p, i), pictureId: 'pic-3' }),
    (p, i) => turnItems.record(p, { sheetId: SHEET, ids: [pick(p, i)], centre: { x: 300, y: 300 }, by: i * 7 }),
    (p, i) => carryFill.record(p, { sheetId: SHEET, from: pick(p, i), to: pick(p, i + 2) }),
    (p, i) => addTake.record(p, { sheetId: SHEET, frameId: pick(p, i), takeId: `t-${i}`, pictureId: 'pic-1' }),
  ]
  it('leaves a sound project at every step, and undo brings each state back', () =>
    soundAndUndone(placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' }), steps, 60))
})
