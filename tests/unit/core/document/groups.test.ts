import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { deepFreeze, SHEET } from '@tests/helpers/project'
import { someProjects } from '@tests/helpers/documents'
import { boxCorners } from '@/core/geometry/box'
import { groupItems, reorderItems, restackItems, STACK_MOVES, ungroupItems } from '@/core/document/edits/groups'
import { flipItems, moveItems, removeItems, sizeItems, turnItems } from '@/core/document/edits/items'
import { hullOf } from '@/core/document/extent'
import { sheetOf } from '@/core/document/read'
import { framesOf, frameOf, idsUnder, topmostIds } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'
import type { Project, Sheet } from '@/core/document/types'

const sheetIn = (project: Project): Sheet => sheetOf(project, SHEET)
const cornersOf = (project: Project): readonly unknown[] =>
  framesOf(sheetIn(project))
    .map((frame) => ({ id: frame.id, corners: boxCorners(frame.box, frame.turn) }))
    .sort((p, q) => (p.id < q.id ? -1 : 1))

/** A project with some frames, groups within groups, and a choice of its items. */
const scenes = fc.tuple(someProjects, fc.integer(), fc.integer({ min: 1, max: 6 })).map(([project, seed, count]) => {
  const ids = Object.keys(sheetIn(project).items)
  const start = Math.abs(seed) % ids.length
  return { project: deepFreeze(project), ids: [...ids.slice(start), ...ids.slice(0, start)].slice(0, count) }
})

describe('groups', () => {
  it('made and dissolved leave every point where it was, and a sound document', () => {
    holdsFor(scenes, ({ project, ids }) => {
      const grouped = groupItems(project, { sheetId: SHEET, ids, groupId: 'g-new', name: 'New' })
      expect(cornersOf(grouped)).toEqual(cornersOf(project))
      expect(projectFaults(grouped)).toEqual([])
      const again = ungroupItems(grouped, { sheetId: SHEET, ids: ['g-new'] })
      expect(cornersOf(again)).toEqual(cornersOf(project))
      expect(projectFaults(again)).toEqual([])
    })
  })

  it('move, size, turn and flip all they hold as one: distances among points keep their proportion', () => {
    const changes = fc.record({ dx: real(-90, 90), dy: real(-90, 90), by: real(-170, 170), k: real(0.3, 3) })
    holdsFor(fc.tuple(scenes, changes), ([{ project, ids }, { dx, dy, by, k }]) => {
      const at = { sheetId: SHEET, ids }
      const hull = hullOf(sheetIn(project), topmostIds(sheetIn(project), ids))
      if (!hull) return
      const sized = { ...hull.box, w: hull.box.w * k, h: hull.box.h * k }
      const centre = { x: hull.box.cx, y: hull.box.cy }
      const held = [...idsUnder(sheetIn(project), ids)].filter((id) => sheetIn(project).items[id]?.kind === 'frame')
      const spread = (of: Project): readonly number[] => {
        const middles = held.map((id) => frameOf(sheetIn(of), id).box)
        return middles.flatMap((p, i) => middles.slice(i + 1).map((q) => Math.hypot(p.cx - q.cx, p.cy - q.cy)))
      }
      const before = spread(project)
      const results: readonly (readonly [Project, number])[] = [
        [moveItems(project, { ...at, delta: { x: dx, y: dy } }), 1],
        [turnItems(project, { ...at, centre, by }), 1],
        [flipItems(project, { ...at, axis: 'x' }), 1],
        [flipItems(project, { ...at, axis: 'y' }), 1],
        [sizeItems(project, { ...at, from: hull, to: sized }), k],
      ]
      for (const [result, factor] of results) {
        spread(result).forEach((distance, i) => near(distance, (before[i] ?? 0) * factor, 1e-6))
        expect(projectFaults(result)).toEqual([])
      }
    })
  })

  it('flipped twice are as they were', () => {
    holdsFor(fc.tuple(scenes, fc.constantFrom<'x' | 'y'>('x', 'y')), ([{ project, ids }, axis]) => {
      const twice = flipItems(flipItems(project, { sheetId: SHEET, ids, axis }), { sheetId: SHEET, ids, axis })
      for (const frame of framesOf(sheetIn(project))) {
        const back = frameOf(sheetIn(twice), frame.id)
        near(back.box.cx, frame.box.cx, 1e-6)
        near(back.box.cy, frame.box.cy, 1e-6)
        near(Math.abs(((((back.turn - frame.turn) % 360) + 540) % 360) - 180), 0, 1e-6)
        expect(back.flip ?? false).toBe(frame.flip ?? false)
      }
    })
  })

  it('removed with all they hold leave a sound document', () => {
    holdsFor(scenes, ({ project, ids }) => {
      const gone = idsUnder(sheetIn(project), ids)
      const rest = removeItems(project, { sheetId: SHEET, ids })
      expect(projectFaults(rest)).toEqual([])
      for (const id of gone) expect(sheetIn(rest).items[id]).toBeUndefined()
    })
  })
})

describe('reordering', () => {
  const everyId = (project: Project): readonly string[] => {
    const sheet = sheetIn(project)
    return [...idsUnder(sheet, sheet.order)].sort()
  }

  it('is a permutation: every item stands in one list, once', () => {
    const moves = fc.constantFrom(...STACK_MOVES)
    holdsFor(fc.tuple(scenes, moves), ([{ project, ids }, move]) => {
      const next = restackItems(project, { sheetId: SHEET, ids, move })
      expect(everyId(next)).toEqual(everyId(project))
      expect(projectFaults(next)).toEqual([])
    })
  })

  it('puts what is dragged just above the item it is dropped on, in its own order', () => {
    holdsFor(fc.tuple(scenes, fc.integer({ min: 0, max: 99 })), ([{ project, ids }, pick]) => {
      const sheet = sheetIn(project)
      const inside = idsUnder(sheet, ids)
      const places = sheet.order.filter((id) => !inside.has(id))
      const below = places[pick % Math.max(1, places.length)] ?? null
      const next = reorderItems(project, { sheetId: SHEET, ids, parentId: null, below })
      expect(everyId(next)).toEqual(everyId(project).filter((id) => sheetIn(next).items[id]))
      expect(projectFaults(next)).toEqual([])
      const moved = topmostIds(sheet, ids)
      const { order } = sheetIn(next)
      // A group whose last member was dragged out is gone, and the members stand where it stood.
      const isThere = below !== null && order.includes(below)
      const at = isThere ? order.indexOf(below) + 1 : order.indexOf(moved[0] ?? '')
      expect(order.slice(at, at + moved.length)).toEqual(moved)
    })
  })

  it('of a group into itself is refused in words', () => {
    holdsFor(someProjects, (project) => {
      const sheet = sheetIn(project)
      const group = Object.values(sheet.items).find((item) => item.kind === 'group')
      if (!group) return
      expect(() => reorderItems(project, { sheetId: SHEET, ids: [group.id], parentId: group.id, below: null })).toThrow(
        /outside the group/,
      )
    })
  })
})
