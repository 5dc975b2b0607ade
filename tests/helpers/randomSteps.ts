import { randomFrom } from '@/core/random'
import type { Recorded } from '@/core/document/edit'
import { addFinish } from '@/core/document/edits/namedFinishes'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { moveItems, removeItems } from '@/core/document/edits/items'
import { addPicture, renameProject, setColours } from '@/core/document/edits/project'
import { addSheet, moveSheet, removeSheet, setGuides } from '@/core/document/edits/sheets'
import { newFrame, newSheet } from '@/core/document/create'
import type { Patch } from '@/core/document/history'
import type { NamedFinish, Project } from '@/core/document/types'
import { pictureRef } from '@tests/helpers/project'

type Random = () => number

/** Values that a hostile or broken program might put anywhere. */
const JUNK: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e9,
  3_000_000,
  '',
  'a b',
  'hasOwnProperty',
  '\u0000',
  [],
  {},
  [null],
  { id: 'x' },
  { kind: 'none' },
  JSON.parse('{"__proto__":{"locked":true}}') as unknown,
  { constructor: 1 },
]

const KEYS = [
  'a b',
  'hasOwnProperty',
  'toLocaleString',
  '__proto__',
  'constructor',
  '',
  'length',
  '-',
  'x',
  'f-1',
  'new',
]

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T // never empty

const isHolder = (value: unknown): value is Readonly<Record<string, unknown>> | readonly unknown[] =>
  typeof value === 'object' && value !== null

/** A place anywhere in a document: the keys that lead to it. */
const anyPath = (random: Random, project: Project): readonly (string | number)[] => {
  const path: (string | number)[] = []
  let held: unknown = project
  do {
    if (!isHolder(held)) break
    const keys: readonly (string | number)[] = Array.isArray(held) ? held.map((_, i) => i) : Object.keys(held)
    const key: string | number =
      random() < 0.12 || !keys.length
        ? Array.isArray(held)
          ? pick<string | number>(random, [held.length, held.length + 1, -1, 0.5, 'length', '-'])
          : pick(random, KEYS)
        : pick(random, keys)
    path.push(key)
    held = Array.isArray(held) ? held[Number(key)] : Object.hasOwn(held, key) ? held[key as never] : undefined
  } while (random() < 0.8)
  return path
}

/** A patch of any kind, anywhere. */
export const anyPatch = (random: Random, project: Project): Patch => {
  const op = pick(random, ['add', 'replace', 'remove'] as const)
  return { op, path: [...anyPath(random, project)], ...(op === 'remove' ? {} : { value: pick(random, JUNK) }) } as Patch
}

const finish = (id: string): NamedFinish => ({ id, name: id, category: '', layers: [] })

/** A change as a person makes it. */
export const anyEdit = (random: Random, project: Project, n: number): Recorded => {
  const sheetId = pick(random, project.order)
  const ids = Object.keys(project.sheets[sheetId]?.items ?? {})
  const at = { cx: 400 * random(), cy: 300 * random(), w: 40, h: 30 }
  const acts: readonly (() => Recorded)[] = [
    () => addFrame.record(project, { sheetId, frame: newFrame(`n-${n}`, { kind: 'ellipse' }, at) }),
    () => moveItems.record(project, { sheetId, ids: ids.slice(0, 2), delta: { x: 3, y: -2 } }),
    () => (ids.length > 1 ? removeItems.record(project, { sheetId, ids: [pick(random, ids)] }) : none(project)),
    () => addPicture.record(project, { pictureId: `p-${n}`, picture: pictureRef(n + 10) }),
    () => {
      const frameId = ids.find((id) => project.sheets[sheetId]?.items[id]?.kind === 'frame')
      const pictureId = pick(random, Object.keys(project.pictures))
      return frameId === undefined ? none(project) : placePicture.record(project, { sheetId, frameId, pictureId })
    },
    () => addFinish.record(project, { finish: finish(`fin-${n}`) }),
    () => renameProject.record(project, { name: `Name ${n}` }),
    () => setColours.record(project, { colours: ['#102030', '#aabbcc'] }),
    () => setGuides.record(project, { sheetId, guides: { x: [n], y: [] } }),
    () =>
      addSheet.record(project, {
        sheet: newSheet(`sh-${n}`, 'More', { unit: 'px', size: { w: 80, h: 60 }, ppi: 72, bleed: 0 }),
        after: sheetId,
      }),
    () => (project.order.length > 1 ? removeSheet.record(project, { sheetId }) : none(project)),
    () => moveSheet.record(project, { sheetId, to: 0 }),
  ]
  return pick(random, acts)()
}

const none = (project: Project): Recorded => ({ project, forward: [], inverse: [] })

/** Patches of a step, sound or broken, on a project: half of each. The stream is the same for the same seed. */
export const anyStep = (random: Random, project: Project, n: number): readonly Patch[] => {
  const edit = anyEdit(random, project, n).forward
  if (random() < 0.5) return edit
  const broken = anyPatch(random, project)
  // Alone, after a sound change, or with another.
  if (random() < 0.4) return [broken]
  return random() < 0.5 ? [...edit, broken] : [broken, anyPatch(random, project)]
}

export { randomFrom }
