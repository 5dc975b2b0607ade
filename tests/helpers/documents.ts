import { fc, real } from '@tests/helpers/property'
import { boxes, placements, stencils, turns } from '@tests/helpers/arbitrary'
import { pictureRef, SHEET } from '@tests/helpers/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import { addPicture } from '@/core/document/edits/project'
import { flatMesh, isMeshCorner, type Bend } from '@/core/geometry/bend'
import { laidFault, UNIT_QUAD } from '@/core/document/laid'
import type { Quad } from '@/core/geometry/quad'
import type { Frame, Project } from '@/core/document/types'

/** Pictures that the made-up projects know. */
export const PICTURE_IDS = ['pic-1', 'pic-2', 'pic-3', 'pic-4'] as const

/** What they know of them. */
export const KNOWN_PICTURES = PICTURE_IDS.map((_id, i) => pictureRef(i + 1, 300 + 250 * i, 900 - 150 * i))

/** Four corners that lay a frame: those of its box, each moved by up to a fifth of it, which leaves them convex. */
export const laidCorners: fc.Arbitrary<Quad> = fc
  .tuple(...UNIT_QUAD.map(({ x, y }) => fc.record({ x: real(x - 0.2, x + 0.2), y: real(y - 0.2, y + 0.2) })))
  .map(([p, q, r, s]) => [p, q, r, s] as unknown as Quad) // as many as the unit quad has

/** Cylinders whose edges are in sight, and meshes whose inner points are moved a little, which leaves them whole. */
export const bends: fc.Arbitrary<Bend> = fc.oneof(
  fc
    .record({ arc: real(5, 150), share: real(-1, 1), tilt: real(-60, 60) })
    .map(({ arc, share, tilt }) => ({ kind: 'cylinder' as const, arc, around: share * (80 - arc / 2), tilt })),
  fc.array(fc.record({ x: real(-0.04, 0.04), y: real(-0.04, 0.04) }), { minLength: 16, maxLength: 16 }).map((by) => {
    const flat = flatMesh(4, 4)
    const points = flat.points.map((p, i) =>
      isMeshCorner(flat, i) ? p : { x: p.x + (by[i]?.x ?? 0), y: p.y + (by[i]?.y ?? 0) },
    )
    return { ...flat, points }
  }),
)

const frames: fc.Arbitrary<Omit<Frame, 'id' | 'name'>> = fc
  .record({
    stencil: stencils,
    box: boxes,
    turn: turns,
    placed: fc.option(fc.tuple(placements, fc.constantFrom(...PICTURE_IDS)), { freq: 3 }),
    flip: fc.boolean(),
    feather: fc.option(real(0.5, 20), { freq: 4 }),
    laid: fc.option(fc.record({ corners: laidCorners, isFlat: fc.boolean(), bend: fc.option(bends, { freq: 2 }) }), {
      freq: 4,
    }),
  })
  .map(({ stencil, box, turn, placed, flip, feather, laid }) => ({
    kind: 'frame' as const,
    takesPictures: true,
    stencil,
    box,
    turn,
    ...(flip ? { flip: true } : {}),
    ...(feather === null ? {} : { feather }),
    ...(laid
      ? {
          laid: {
            corners: laid.corners,
            ...(laid.bend && !laidFault({ corners: laid.corners, bend: laid.bend }) ? { bend: laid.bend } : {}),
            ...(laid.isFlat ? { isFlat: true as const } : {}),
          },
        }
      : {}),
    fill: placed
      ? {
          kind: 'taken' as const,
          shown: 'take-1',
          takes: [{ id: 'take-1', name: '', placed: { ...placed[0], pictureId: placed[1] } }],
        }
      : { kind: 'none' as const },
  }))

/** Projects of one sheet with 4 to 9 frames, filled or empty, some of them in groups and groups within groups. */
export const someProjects: fc.Arbitrary<Project> = fc
  .tuple(fc.array(frames, { minLength: 4, maxLength: 9 }), fc.integer({ min: 0, max: 3 }))
  .map(([made, groups]) => {
    const blank = newProject(
      'p-made',
      'Made up',
      newSheet(SHEET, 'Sheet 1', { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 9 }),
    )
    const known = KNOWN_PICTURES.reduce(
      (project, picture, i) => addPicture(project, { pictureId: PICTURE_IDS[i] ?? '', picture }),
      blank,
    )
    const filled = made.reduce(
      (project, frame, i) =>
        addFrame(project, {
          sheetId: SHEET,
          frame: { ...newFrame(`f-${i}`, frame.stencil, frame.box, `frame ${i}`), ...frame },
        }),
      known,
    )
    return Array.from({ length: groups }).reduce<Project>((project, _none, i) => {
      const ids = i === 0 ? ['f-0', 'f-1'] : i === 1 ? ['f-2', 'f-3'] : ['g-0', 'g-1']
      return groupItems(project, { sheetId: SHEET, ids, groupId: `g-${i}`, name: `group ${i}` })
    }, filled)
  })
