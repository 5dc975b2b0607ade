import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { newClip } from '@/core/film/clip'
import { atTime, plays } from '@/core/document/atTime'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { setClip, setEntrance, setEntrancesInTurn, setSheetFilm } from '@/core/document/edits/film'
import { putLayer } from '@/core/document/edits/finishes'
import { addFrame } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import { layFrame } from '@/core/document/edits/laid'
import { addPicture, relinkHash } from '@/core/document/edits/project'
import { makeSpan } from '@/core/document/edits/spans'
import { patched } from '@/core/document/history'
import { migrate } from '@/core/document/migrate'
import { pictureOfSheet } from '@/core/document/sheetPictures'
import type { Project } from '@/core/document/types'
import { projectFaults, touchedFaults } from '@/core/document/validate'
import { newLayer } from '@/core/finish/layers'
import { apply, compose } from '@/core/geometry/matrix'
import { cornersOf } from '@/core/geometry/rect'
import { seenOn } from '@/core/geometry/surface'
import type { Point } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import { listOfView, renderSheet } from '@/core/render/drawList'
import { pictureOps } from '@/core/render/needs'
import { isGroup, type DrawNode, type DrawOp } from '@/core/render/ops'

const STILL = 'b'.repeat(64)
const CLIP = newClip({ file: 'c'.repeat(64), container: 'mp4', duration: 4, rate: 25 })
const FORM = { unit: 'px', size: { w: 600, h: 300 }, ppi: 72, bleed: 0 } as const

/** Three frames side by side, the first two showing one clip, the third a still picture; a second sheet shows the first. */
const made = (): Project => {
  let project = newProject('p', 'Kites', newSheet('s', 'One', FORM))
  const pixels = { w: 200, h: 200 }
  project = addPicture(project, {
    pictureId: 'clip',
    picture: { name: 'kite', pixels, tags: [], hash: STILL, clip: CLIP },
  })
  project = addPicture(project, {
    pictureId: 'still',
    picture: { name: 'hut', pixels, tags: [], hash: 'd'.repeat(64) },
  })
  for (const [n, pictureId] of ['clip', 'clip', 'still'].entries()) {
    const frame = newFrame(`f${n}`, { kind: 'ellipse' }, { cx: 100 + 200 * n, cy: 150, w: 150, h: 150 })
    project = addFrame(project, { sheetId: 's', frame })
    project = placePicture(project, { sheetId: 's', frameId: `f${n}`, pictureId })
  }
  const second = newSheet('t', 'Two', FORM)
  project = { ...project, order: ['s', 't'], sheets: { ...project.sheets, t: second } }
  project = addPicture(project, { pictureId: 'one', picture: pictureOfSheet(project.sheets['s'] ?? second) })
  project = addFrame(project, {
    sheetId: 't',
    frame: newFrame('g', { kind: 'rectangle' }, { cx: 300, cy: 150, w: 400, h: 200 }),
  })
  return placePicture(project, { sheetId: 't', frameId: 'g', pictureId: 'one' })
}

const sheet = (project: Project, id: string) => {
  const found = project.sheets[id]
  if (!found) throw new TypeError(id)
  return found
}

const moments = (project: Project, time?: number): readonly (number | undefined)[] =>
  pictureOps(renderSheet(project, sheet(project, 's'), time === undefined ? {} : { time })).map(({ source }) =>
    source.kind === 'file' ? source.moment?.at : undefined,
  )

/** Where corners of all that nodes paint, and of the pictures and planes in it, are seen on the sheet. */
const seenPoints = (nodes: readonly DrawNode[]): readonly Point[] =>
  nodes.flatMap((node): readonly Point[] => {
    const sides = [...(node.under ?? []), ...(node.over ?? [])]
    if (isGroup(node)) return [...seenPoints(node.children), ...[...sides, ...node.inside].flatMap(pointsOf)]
    return [...cornersOf(node.bounds), ...[...node.ops, ...sides].flatMap(pointsOf)]
  })

const pointsOf = (op: DrawOp): readonly Point[] => {
  if (op.op === 'plane') return cornersOf(op.area).map((p) => seenOn(op.map, p))
  const own = cornersOf(boundsOf(op.outline.path)).map((p) => apply(op.toSheet, p))
  if (op.op !== 'picture') return own
  const { w, h } = op.pixels
  return [...own, ...cornersOf({ x0: 0, y0: 0, x1: w, y1: h }).map((p) => apply(compose(op.toSheet, op.picture), p))]
}

describe('a project at a time', () => {
  it('shows clips at their moments and stills without any', () => {
    const project = setClip(made(), { pictureId: 'clip', change: { from: 1, to: 3, speed: 2, delay: 0.5 } })
    expect(projectFaults(project)).toEqual([])
    expect(moments(project)).toEqual([undefined, undefined, undefined])
    expect(moments(project, 0)).toEqual([1, 1, undefined])
    expect(moments(project, 1)).toEqual([2, 2, undefined])
  })
  it('lets sheets within it play along', () => {
    const project = made()
    const [op] = pictureOps(renderSheet(project, sheet(project, 't'), { time: 1.5 }))
    const view = op?.source.kind === 'sheet' ? op.source.view : null
    const within = view ? pictureOps(listOfView(view)) : []
    expect(within.map(({ source }) => (source.kind === 'file' ? source.moment?.at : null))).toEqual([
      1.5,
      1.5,
      undefined,
    ])
  })
  it('is the same project where nothing moves, and keeps what stays the same', () => {
    const project = made()
    expect(plays(project, 's') && plays(project, 't')).toBe(true)
    const still = relinkHash(project, {
      hash: STILL,
      to: { hash: 'e'.repeat(64), name: 'x', pixels: { w: 10, h: 10 } },
    })
    expect(still.pictures['clip']).not.toHaveProperty('clip')
    expect(plays(still, 's')).toBe(false)
    expect(atTime(still, 's', 3)).toBe(still)
    const [a, b] = [atTime(project, 's', 1), atTime(project, 's', 1)]
    expect(a.pictures['clip']).toBe(b.pictures['clip'])
    expect(a.sheets).toBe(project.sheets)
    expect(a.pictures['still']).toBe(project.pictures['still'])
  })
  it('fades in, slides from outside its sheet, and is hidden until then', () => {
    let project = setEntrance(made(), { sheetId: 's', ids: ['f0'], entrance: { kind: 'fade', delay: 1, duration: 2 } })
    project = setEntrance(project, {
      sheetId: 's',
      ids: ['f2'],
      entrance: { kind: 'slide', side: 'right', delay: 0, duration: 2 },
    })
    expect(projectFaults(project)).toEqual([])
    const at = (time: number) => atTime(project, 's', time).sheets['s']?.items
    expect(at(0.5)?.['f0']).toMatchObject({ hidden: true })
    expect(at(2)?.['f0']).toMatchObject({ opacity: 0.5 })
    expect(at(3)?.['f0']).toBe(project.sheets['s']?.items['f0'])
    // An eighth of the way is left at half of the time: (1 − ½)³ of 600 − 425.
    expect(at(1)?.['f2']).toMatchObject({ box: { cx: 500, cy: 150 }, away: { x: 175 / 8, y: 0 } })
    expect(at(2)?.['f2']).toBe(project.sheets['s']?.items['f2'])
    // What is on its way is for painting only: no document may hold it.
    expect(projectFaults(atTime(project, 's', 1))).not.toEqual([])
  })
  it('slides frames with all that they show: windows onto one picture, in perspective, and in a group with a finish', () => {
    const on = { sheetId: 's' }
    const ids = ['f0', 'f1', 'f2']
    const quad = [
      { x: 420, y: 70 },
      { x: 590, y: 90 },
      { x: 580, y: 240 },
      { x: 430, y: 220 },
    ] as const
    let still = makeSpan(made(), { ...on, ids: ['f0', 'f1'], pictureId: 'still', spanId: 'one' })
    still = layFrame(still, { ...on, frameId: 'f2', quad })
    still = groupItems(still, { ...on, ids, groupId: 'all', name: 'All' })
    still = putLayer(still, { ...on, ids: ['all'], layer: newLayer('shadow', 'below', 8) })
    const entrance = { kind: 'slide', side: 'top', delay: 0, duration: 2 } as const
    const project = setEntrance(still, { ...on, ids: ['all'], entrance })
    const [home, there] = [{}, { time: 1.5 }].map(
      (when) => renderSheet(project, sheet(project, 's'), { ...when, isBare: true }).items,
    )
    const [before, now] = [seenPoints(home ?? []), seenPoints(there ?? [])]
    expect(before.length).toBeGreaterThan(20)
    // At three quarters of the time (1 − ¾)³ is left of the way from above, which is as long as the lowest of them is low.
    const lowest = Math.max(
      ...(home ?? []).flatMap((node) => (isGroup(node) ? node.children : [])).map((one) => one.bounds.y1),
    )
    expect(lowest).toBeGreaterThan(225)
    expect(now).toHaveLength(before.length)
    now.forEach(({ x, y }, i) => {
      expect(x).toBeCloseTo(before[i]?.x ?? Number.NaN, 6)
      expect(y).toBeCloseTo((before[i]?.y ?? Number.NaN) - lowest / 64, 6)
    })
  })
  it('never changes the document, and never moves what has no entrance', () => {
    const before = JSON.stringify(made())
    holdsFor(fc.double({ min: 0, max: 60, noNaN: true }), (time) => {
      const project = made()
      const now = atTime(project, 't', time)
      expect(JSON.stringify(project)).toBe(before)
      expect(now.sheets).toBe(project.sheets)
    })
  })
})

describe('what a hand says of time', () => {
  const ids = ['f2', 'f0', 'f1']
  it('lets frames come in one after another as they are read', () => {
    const like = { kind: 'fade', delay: 0.25, duration: 1 } as const
    const project = setEntrancesInTurn(made(), { sheetId: 's', ids, like, gap: 0.5 })
    const delays = ['f0', 'f1', 'f2'].map((id) => project.sheets['s']?.items[id]?.entrance?.delay)
    expect(delays).toEqual([0.25, 0.75, 1.25])
  })
  it('goes back over any run of changes to what was', () => {
    const changes = fc.record({
      from: fc.double({ min: -1, max: 6, noNaN: true }),
      to: fc.double({ min: -1, max: 6, noNaN: true }),
      speed: fc.double({ min: -1, max: 60, noNaN: true }),
      loops: fc.boolean(),
      still: fc.double({ min: -1, max: 9, noNaN: true }),
    })
    holdsFor(fc.array(fc.tuple(changes, fc.double({ min: 0.1, max: 9, noNaN: true })), { maxLength: 8 }), (runs) => {
      const start = made()
      let now = start
      const back: Parameters<typeof patched>[1][] = []
      for (const [change, duration] of runs)
        for (const recorded of [
          () => setClip.record(now, { pictureId: 'clip', change }),
          () => setSheetFilm.record(now, { sheetId: 's', duration }),
        ]) {
          const { project, inverse, forward } = recorded()
          expect(
            touchedFaults(
              project,
              forward.map(({ path }) => path),
            ),
          ).toEqual([])
          now = project
          back.unshift(inverse)
        }
      expect(projectFaults(now)).toEqual([])
      for (const patches of back) now = patched(now, patches)
      expect(now).toEqual(start)
    })
  })
  it('refuses what plays backwards, never begins, or is no clip', () => {
    const project = made()
    const withClip = (clip: object) => ({
      ...project,
      pictures: { ...project.pictures, clip: { ...project.pictures['clip'], clip: { ...CLIP, ...clip } } },
    })
    for (const wrong of [
      { from: 3, to: 2 },
      { to: 9 },
      { speed: 0 },
      { speed: Infinity },
      { file: '../../etc' },
      { container: 'exe' },
      { still: 5 },
      { more: 1 },
    ])
      expect(projectFaults(withClip(wrong)).length).toBeGreaterThan(0)
    // A moment belongs to playing; no document holds one.
    const playing = { ...project, pictures: { ...project.pictures, clip: { ...project.pictures['clip'], moment: 1 } } }
    expect(projectFaults(playing).length).toBeGreaterThan(0)
  })
  it('reads projects of the format before as they are', () => {
    const { format, ...rest } = made()
    expect(format).toBe(14)
    expect(migrate({ ...rest, format: 13 })).toEqual({ ...rest, format: 14 })
  })
})
