import { describe, expect, it } from '@jest/globals'
import { applyPatches } from 'immer'
import { RANGE } from '@/core/tolerance'
import { outputPixels } from '@/core/units'
import { changeResolution, changeSheet, copiedSheet, addSheet, removeSheet } from '@/core/document/edits/sheets'
import { recordOwnSheet, recordTakenBack, sheetShownIn } from '@/core/document/edits/ownSheet'
import { addTake } from '@/core/document/edits/takes'
import { addTemplateSheets } from '@/core/document/edits/templates'
import { makeSpan } from '@/core/document/edits/spans'
import { pasteFragment } from '@/core/document/edits/paste'
import { atTime } from '@/core/document/atTime'
import { fragmentOf, readFragment } from '@/core/document/fragment'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { isSheetPicture, nestingFault, sheetPictureId, sheetsShownOn, wouldCircle } from '@/core/document/sheetPictures'
import { sheetView } from '@/core/document/sheetViews'
import { frameOf, framesOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { limitPassed, projectFaults } from '@/core/document/validate'
import { newClip } from '@/core/film/clip'
import { bundleDocument, bundlePictures, completeDocument } from '@/core/formats/bundleDocument'
import { fileHashes, fileNeeds, listOfView, renderSheet } from '@/core/render/drawList'
import { pictureOps } from '@/core/render/needs'
import { deepFreeze, pictureRef } from '@tests/helpers/project'
import { fc, holdsFor } from '@tests/helpers/property'
import { projectOfSheets, sheetName, withAllShown, withFileShown, withSheetShown } from '@tests/helpers/sheets'

const [FIRST, SECOND, THIRD] = [sheetName(0), sheetName(1), sheetName(2)] as const

/** The second sheet within the first, the third within the second, a file on the third. */
const threeDeep = (): Project => {
  const one = withSheetShown(projectOfSheets(3), FIRST, `a-${FIRST}`, SECOND)
  return withFileShown(withSheetShown(one, SECOND, `a-${SECOND}`, THIRD), THIRD, `b-${THIRD}`, 1)
}

const pixelsShown = (project: Project, sheetId: string) => project.pictures[sheetPictureId(project, sheetId)]?.pixels

describe('a sheet as a picture', () => {
  it('is as large as its output and has its name, also once the sheet is changed', () => {
    const project = deepFreeze(threeDeep())
    expect(projectFaults(project)).toEqual([])
    expect(pixelsShown(project, SECOND)).toEqual({ w: 420, h: 300 })
    const larger = changeSheet(project, { sheetId: SECOND, name: 'Poster', size: { w: 500.4, h: 700 }, ppi: 144 })
    expect(pixelsShown(larger, SECOND)).toEqual({ w: outputPixels(500.4, 144), h: 1400 })
    expect(larger.pictures[sheetPictureId(larger, SECOND)]?.name).toBe('Poster')
    expect(projectFaults(larger)).toEqual([])
    expect(projectFaults(changeResolution(project, { sheetId: SECOND, ppi: 200 }))).toEqual([])
  })

  it('is shown nowhere any more once the sheet is gone, and everywhere again once that is undone', () => {
    const project = deepFreeze(threeDeep())
    const { project: gone, inverse } = removeSheet.record(project, { sheetId: SECOND })
    expect(projectFaults(gone)).toEqual([])
    expect(frameOf(sheetOf(gone, FIRST), `a-${FIRST}`).fill).toEqual({ kind: 'none' })
    expect(
      Object.values(gone.pictures)
        .filter(isSheetPicture)
        .map(({ sheetId }) => sheetId),
    ).toEqual([THIRD])
    expect(applyPatches(gone, [...inverse])).toEqual(project)
  })

  it('goes as one of several takes, across a span and from the background', () => {
    const pictureId = sheetPictureId(projectOfSheets(3), SECOND)
    const shown = withSheetShown(withFileShown(projectOfSheets(3), FIRST, `a-${FIRST}`, 1), THIRD, `a-${THIRD}`, SECOND)
    const taken = addTake(shown, { sheetId: FIRST, frameId: `a-${FIRST}`, takeId: 't-2', pictureId })
    const left = removeSheet(taken, { sheetId: SECOND })
    expect(shownPlaced(frameOf(sheetOf(left, FIRST), `a-${FIRST}`))?.pictureId).toBe('pic-1')
    const ids = [`a-${FIRST}`, `b-${FIRST}`]
    const spanned = makeSpan(shown, { sheetId: FIRST, ids, spanId: 'span-1', pictureId })
    const after = removeSheet(spanned, { sheetId: SECOND })
    expect(sheetOf(after, FIRST).spans).toEqual({})
    expect(projectFaults(after)).toEqual([])
  })

  it('paints what the sheet paints, through three levels, from the files of the lowest', () => {
    const project = threeDeep()
    const list = renderSheet(project, sheetOf(project, FIRST))
    const [op] = pictureOps(list)
    expect(op?.source).toMatchObject({ kind: 'sheet', view: { sheetId: SECOND } })
    expect([...fileHashes(list)]).toEqual([pictureRef(1).hash])
    // Twice as dense above is twice as dense below.
    const [one, two] = [1, 2].map((scale) => fileNeeds(list, scale)[0]?.density ?? 0)
    expect(two).toBeCloseTo((one ?? 0) * 2, 9)
  })

  it('is the same to whoever keeps it, as long as nothing on it or below it changes', () => {
    const project = threeDeep()
    const view = sheetView(project, SECOND)
    const moved = changeSheet(project, { sheetId: FIRST, name: 'Elsewhere' })
    // The name of a sheet is that of its picture too, so only what is not shown leaves the pictures as they are.
    expect(sheetView(moved, SECOND)).toBe(view)
    const below = withFileShown(project, THIRD, `a-${THIRD}`, 2)
    expect(sheetView(below, SECOND)).not.toBe(view)
    if (view) expect(listOfView(view)).toBe(listOfView(view))
  })

  it('is another view but the same scene while only clips on it or below it go on', () => {
    const kite = newClip({ file: 'c'.repeat(64), container: 'mp4', duration: 4, rate: 25 })
    const still = threeDeep()
    const played = Object.entries(still.pictures).map(([id, ref]) => [id, 'hash' in ref ? { ...ref, clip: kite } : ref])
    const project: Project = { ...still, pictures: Object.fromEntries(played) as Project['pictures'] }
    const at = (time: number, of = project) => sheetView(atTime(of, FIRST, time), SECOND)
    const [early, late] = [at(0.5), at(1.5)]
    expect(late).not.toBe(early)
    expect(late?.scene).toBe(early?.scene)
    expect(at(1.5, withFileShown(project, THIRD, `a-${THIRD}`, 2))?.scene).not.toBe(early?.scene)
  })
})

describe('sheets within sheets', () => {
  it('never come to show themselves: over any number of steps that is found, and said', () => {
    holdsFor(
      fc.integer({ min: 2, max: RANGE.sheetDepth + 1 }),
      (count) => {
        let project = projectOfSheets(count)
        for (let n = 0; n + 1 < count; n += 1)
          project = withSheetShown(project, sheetName(n), `a-${sheetName(n)}`, sheetName(n + 1))
        const last = sheetName(count - 1)
        expect(nestingFault(project)).toBeNull()
        expect(wouldCircle(project, last, FIRST)).toBe(true)
        expect(wouldCircle(project, FIRST, last)).toBe(false)
        const closed = withSheetShown(project, last, `b-${last}`, FIRST)
        expect(nestingFault(closed)).toEqual({ sheetId: FIRST, fault: 'circle' })
        expect(limitPassed(closed)).toContain('would come to show itself')
        expect(projectFaults(closed).map(({ message }) => message)).toEqual([
          'shows itself, by way of the sheets that it shows; let it show another sheet',
        ])
        // Even so nothing hangs.
        expect(renderSheet(closed, sheetOf(closed, FIRST)).items.length).toBeGreaterThan(0)
      },
      20,
    )
  })

  it('are refused one level too deep, and allowed just so deep', () => {
    const chain = (count: number): Project => {
      let project = projectOfSheets(count)
      for (let n = 0; n + 1 < count; n += 1)
        project = withSheetShown(project, sheetName(n), `a-${sheetName(n)}`, sheetName(n + 1))
      return project
    }
    expect(nestingFault(chain(RANGE.sheetDepth + 1))).toBeNull()
    expect(nestingFault(chain(RANGE.sheetDepth + 2))).toEqual({ sheetId: FIRST, fault: 'deep' })
    expect(limitPassed(chain(30))).toContain(`more than ${RANGE.sheetDepth} sheets within one another`)
  })

  it('are looked through in bounded time, however often each shows the next', () => {
    // Every sheet shows the next in both frames: 2^29 ways down.
    let project = projectOfSheets(30)
    for (let n = 0; n + 1 < 30; n += 1)
      for (const side of ['a', 'b'])
        project = withSheetShown(project, sheetName(n), `${side}-${sheetName(n)}`, sheetName(n + 1))
    expect(nestingFault(project)?.fault).toBe('deep')
    expect(wouldCircle(project, sheetName(29), FIRST)).toBe(true)
  })

  it('are seen in bounded time, however many each of many shows', () => {
    // Each of 20 sheets shows all 20 of the next level: 20^6 ways down from the first.
    const wide = 20
    let project = projectOfSheets(1 + RANGE.sheetDepth * wide)
    const level = (n: number): readonly string[] =>
      n === 0 ? [FIRST] : Array.from({ length: wide }, (_, i) => sheetName(1 + (n - 1) * wide + i))
    for (let n = 0; n < RANGE.sheetDepth; n += 1)
      for (const on of level(n)) project = withAllShown(project, on, level(n + 1))
    expect(nestingFault(project)).toBeNull()
    const list = renderSheet(project, sheetOf(project, FIRST))
    expect(pictureOps(list)).toHaveLength(wide)
    expect([...fileHashes(list)]).toEqual([])
    expect(fileNeeds(list, 1)).toEqual([])
  })
})

/** What a person may do with sheets that show sheets: each is one edit, none checks for circles by itself. */
const steps = fc.array(
  fc.record({
    kind: fc.constantFrom('show', 'file', 'remove', 'copy', 'rename', 'size', 'own', 'back') as fc.Arbitrary<
      'show' | 'file' | 'remove' | 'copy' | 'rename' | 'size' | 'own' | 'back'
    >,
    on: fc.nat(),
    at: fc.nat(),
    of: fc.nat(),
  }),
  { maxLength: 14 },
)

type Step = typeof steps extends fc.Arbitrary<readonly (infer S)[]> ? S : never

const recordedStep = (project: Project, { kind, on, at, of }: Step, n: number) => {
  const sheetId = project.order[on % project.order.length] ?? ''
  const shown = project.order[of % project.order.length] ?? ''
  const frames = framesOf(sheetOf(project, sheetId))
  const frame = frames[at % Math.max(1, frames.length)]
  const same = { project, forward: [], inverse: [] }
  switch (kind) {
    case 'show': {
      if (!frame || sheetId === shown || wouldCircle(project, sheetId, shown)) return same
      const next = withSheetShown(project, sheetId, frame.id, shown)
      // Too deep is refused where a step is made.
      return nestingFault(next) ? same : { project: next, forward: [], inverse: [] }
    }
    case 'file':
      return frame ? { ...same, project: withFileShown(project, sheetId, frame.id, 1) } : same
    case 'remove':
      return project.order.length > 1 ? removeSheet.record(project, { sheetId }) : same
    case 'copy':
      return addSheet.record(project, {
        sheet: copiedSheet(sheetOf(project, sheetId), `copy-${n}`, 'Copy', { w: 200, h: 500 }),
        after: sheetId,
      })
    case 'rename':
      return changeSheet.record(project, { sheetId, name: `Named ${n}` })
    case 'size':
      return changeSheet.record(project, { sheetId, size: { w: 100 + (of % 900), h: 77 }, ppi: 10 + (at % 300) })
    case 'own': {
      if (!frame) return same
      const rect = { x0: 0, y0: 0, x1: 120, y1: 90 }
      const ids = [frame.id]
      const made = recordOwnSheet(project, {
        sheetId,
        ids,
        rect,
        newSheetId: `own-${n}`,
        frameId: `o-${n}`,
        name: 'Own',
      })
      return nestingFault(made.project) ? same : made
    }
    case 'back': {
      if (!frame || sheetShownIn(project, frame) === null) return same
      return recordTakenBack(project, { sheetId, frameId: frame.id, seed: `back-${n}` }).recorded
    }
  }
}

describe('whatever is done with sheets within sheets', () => {
  it('leaves a sound document, that travels as a bundle and can be undone', () => {
    holdsFor(
      steps,
      (all) => {
        let project = deepFreeze(projectOfSheets(4))
        all.forEach((step, n) => {
          const { project: next, inverse } = recordedStep(project, step, n)
          if (inverse.length > 0) expect(applyPatches(next, [...inverse])).toEqual(project)
          project = next
          expect(projectFaults(project)).toEqual([])
        })
        const document = JSON.parse(JSON.stringify(bundleDocument(project, () => 'jpg'))) as object
        const held = bundlePictures(document)
        expect(held.faults).toEqual([])
        const files = new Map(
          [...held.pictures.values()].map(({ file, hash = '', pixels = { w: 1, h: 1 } }) => [file, { hash, pixels }]),
        )
        const read = completeDocument(document, held, files)
        expect(read).toEqual({ document: project, faults: [] })
      },
      60,
    )
  })
})

describe('items on a sheet of their own', () => {
  it('are seen where they were, and come back there', () => {
    const project = withFileShown(projectOfSheets(1), FIRST, `a-${FIRST}`, 1)
    const before = frameOf(sheetOf(project, FIRST), `a-${FIRST}`)
    const rect = { x0: 30, y0: 50, x1: 190, y1: 250 }
    const ids = [before.id]
    const { project: own } = recordOwnSheet(project, {
      sheetId: FIRST,
      ids,
      rect,
      newSheetId: 'own',
      frameId: 'o',
      name: 'Inset',
    })
    expect(projectFaults(own)).toEqual([])
    const [inner] = framesOf(sheetOf(own, 'own'))
    expect(inner?.box).toEqual({ ...before.box, cx: before.box.cx - 30, cy: before.box.cy - 50 })
    expect(frameOf(sheetOf(own, FIRST), 'o').box).toEqual({ cx: 110, cy: 150, w: 160, h: 200 })
    const { recorded, ids: back } = recordTakenBack(own, { sheetId: FIRST, frameId: 'o', seed: 'again' })
    const now = frameOf(sheetOf(recorded.project, FIRST), back[0] ?? '')
    expect(now.box).toEqual(before.box)
    expect(now.fill).toEqual(before.fill)
    expect(sheetsShownOn(recorded.project.pictures, sheetOf(recorded.project, FIRST))).toEqual([])
  })
})

describe('copies that show sheets', () => {
  const fragment = () => readFragment(JSON.parse(JSON.stringify(fragmentOf(threeDeep(), FIRST, [`a-${FIRST}`]))))

  it('bring all the sheets along that they show', () => {
    const other = { ...projectOfSheets(1), id: 'p-other', pictures: {} }
    const next = pasteFragment(other, {
      sheetId: FIRST,
      fragment: fragment(),
      newIds: { [`a-${FIRST}`]: 'n' },
      delta: { x: 5, y: 5 },
    })
    expect(projectFaults(next)).toEqual([])
    expect(next.order).toHaveLength(3)
    const shown = sheetShownIn(next, frameOf(sheetOf(next, FIRST), 'n')) ?? ''
    expect(sheetOf(next, shown).name).toBe('Sheet 1')
    // A picture that is carried over a frame comes to the project only when it is dropped.
    expect(sheetShownIn({ ...next, pictures: {} }, frameOf(sheetOf(next, FIRST), 'n'))).toBeNull()
    expect([...fileHashes(renderSheet(next, sheetOf(next, FIRST)))]).toEqual([pictureRef(1).hash])
  })

  it('show the same sheet in the project they come from, changed or not', () => {
    const project = changeSheet(threeDeep(), { sheetId: SECOND, name: 'Changed' })
    const at = { sheetId: FIRST, newIds: { [`a-${FIRST}`]: 'n' }, delta: { x: 5, y: 5 } }
    const next = pasteFragment(project, { ...at, fragment: fragment() })
    expect(next.order).toEqual(project.order)
    expect(sheetShownIn(next, frameOf(sheetOf(next, FIRST), 'n'))).toBe(SECOND)
  })

  it('are refused from a clipboard where they make a circle', () => {
    const harmed = structuredClone(fragment()) as unknown as {
      sheets: Project['sheets']
      pictures: Project['pictures']
    }
    const circle = withSheetShown(threeDeep(), THIRD, `a-${THIRD}`, SECOND)
    Object.assign(harmed.sheets, { [THIRD]: circle.sheets[THIRD] })
    Object.assign(harmed.pictures, circle.pictures)
    expect(() => readFragment(harmed)).toThrow('cannot be pasted')
  })

  it('come with a template whose sheets show one another, under its own names', () => {
    const template = { ...threeDeep(), id: 't-1' }
    const newIds = { [FIRST]: 'x-1', [SECOND]: 'x-2', [THIRD]: 'x-3' }
    const next = addTemplateSheets(projectOfSheets(2), { template, newIds, after: FIRST })
    expect(projectFaults(next)).toEqual([])
    expect(sheetShownIn(next, frameOf(sheetOf(next, 'x-1'), `a-${FIRST}`))).toBe('x-2')
  })
})
