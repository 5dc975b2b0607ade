import { describe, expect, it } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { patched, type Patch } from '@/core/document/history'
import { PROJECT_ROOTS, projectSchema, SHEET_ROOTS, type Root } from '@/core/document/roots'
import { sheetSchema } from '@/core/document/schema'
import type { Project } from '@/core/document/types'
import { isFailure } from '@/core/failure'
import { limitPassed, projectFaults, touchedFaults } from '@/core/document/validate'
import { SEED } from '@tests/helpers/property'
import { pictureRef, sampleProject, SHEET } from '@tests/helpers/project'
import { anyStep, randomFrom } from '@tests/helpers/randomSteps'
import { sweep } from '@tests/helpers/sweep'

const filled = (): Project => placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })

const pathsOf = (patches: readonly Patch[]) => patches.map(({ path }) => path)

/** What a step makes of a project, or null where its patches do not fit. */
const applied = (project: Project, patches: readonly Patch[]): Project | null => {
  try {
    return patched(project, patches)
  } catch (error) {
    if (!isFailure(error)) throw error
    return null
  }
}

describe('the table of roots', () => {
  it('has every root of a document and of a sheet, and makes the schema', () => {
    expect(Object.keys(PROJECT_ROOTS).sort()).toEqual([...Object.keys(sampleProject()), 'template'].sort())
    const sheet = sampleProject().sheets[SHEET] ?? {}
    const optional = ['veil', 'grid', 'notes', 'madeFrom', 'film']
    expect(Object.keys(SHEET_ROOTS).sort()).toEqual([...Object.keys(sheet), ...optional].sort())
    expect(Object.keys(projectSchema.fields).sort()).toEqual(Object.keys(PROJECT_ROOTS).sort())
    expect(Object.keys(sheetSchema.fields).sort()).toEqual(Object.keys(SHEET_ROOTS).sort())
  })

  it('orders each held root by a list that is one of its roots', () => {
    const ordered = (roots: Readonly<Record<string, Root<never>>>): readonly unknown[] =>
      Object.values(roots).flatMap(({ orderedBy }) => orderedBy ?? [])
    expect(ordered(PROJECT_ROOTS as never)).toEqual(['order'])
    expect(ordered(SHEET_ROOTS as never)).toEqual(['order'])
  })
})

const HOLDERS: readonly (readonly [string, number, (n: number, project: Project) => Project, RegExp])[] = [
  [
    'named finishes',
    500,
    (n, project) => ({
      ...project,
      finishes: Object.fromEntries(
        Array.from({ length: n }, (_, i) => [`n-${i}`, { id: `n-${i}`, name: 'N', category: '', layers: [] }]),
      ),
    }),
    /at most 500 named finishes, and this would make 501/,
  ],
  [
    'pictures',
    5000,
    (n, project) => ({
      ...project,
      pictures: Object.fromEntries(Array.from({ length: n }, (_, i) => [`pic-${i + 1}`, pictureRef(i + 1)])),
    }),
    /at most 5000 pictures/,
  ],
  [
    'kept colours',
    200,
    (n, project) => ({ ...project, colours: Array.from({ length: n }, () => '#aabbcc') }),
    /at most 200 kept colours/,
  ],
  [
    'sheets',
    400,
    (n, project) => {
      const sheet = project.sheets[SHEET]
      const ids = Array.from({ length: n }, (_, i) => `s-${i}`)
      return {
        ...project,
        order: ids,
        sheets: Object.fromEntries(ids.map((id) => [id, { ...sheet, id, items: {}, order: [] }])),
      } as unknown as Project
    },
    /at most 400 sheets/,
  ],
]

describe('one beyond a limit', () => {
  it.each(HOLDERS)(
    'of %s is found by the step and said before it; at the limit nothing is',
    (_what, most, make, words) => {
      const roots = [['finishes'], ['pictures'], ['colours'], ['sheets'], ['order']] as const
      const full = make(most, sampleProject())
      expect(projectFaults(full)).toEqual([])
      expect(limitPassed(full)).toBeNull()
      expect(touchedFaults(full, roots)).toEqual([])
      const over = make(most + 1, sampleProject())
      expect(touchedFaults(over, roots).length).toBeGreaterThan(0)
      expect(limitPassed(over)).toMatch(words)
      expect(limitPassed(over)).toMatch(/Remove some/)
    },
  )
  it('of frames on a sheet is found where only the new frame was touched', () => {
    const project = sampleProject()
    const sheet = project.sheets[SHEET]
    const frame = sheet?.items['f-1']
    const ids = Array.from({ length: 2001 }, (_, i) => `f-${i}`)
    const over = {
      ...project,
      sheets: { [SHEET]: { ...sheet, order: ids, items: Object.fromEntries(ids.map((id) => [id, { ...frame, id }])) } },
    } as unknown as Project
    expect(touchedFaults(over, [['sheets', SHEET, 'items', 'f-2000']])).toEqual([
      { path: `sheets.${SHEET}.items`, message: 'may hold at most 2000' },
    ])
    expect(limitPassed(over)).toMatch(/at most 2000 frames and groups on one sheet/)
  })
})

describe('what breaks the whole although each part is sound', () => {
  const CASES: readonly (readonly [string, readonly Patch[], RegExp])[] = [
    ['a picture key with a space', [{ op: 'add', path: ['pictures', 'a b'], value: pictureRef(9) }], /not an id/],
    [
      'a picture key of the language',
      [{ op: 'add', path: ['pictures', 'hasOwnProperty'], value: pictureRef(9) }],
      /not an id/,
    ],
    ['a picture of nothing', [{ op: 'add', path: ['pictures', 'p'], value: null }], /pictures\.p/],
    ['an alphabet of nothing', [{ op: 'add', path: ['alphabets', 'p'], value: null }], /alphabets\.p/],
    ['a finish of nothing', [{ op: 'add', path: ['finishes', 'p'], value: null }], /finishes\.p/],
    [
      'a sheet without its place',
      [{ op: 'add', path: ['sheets', 'lone'], value: { ...sampleProject().sheets[SHEET], id: 'lone' } }],
      /lone is not named in order/,
    ],
    ['a sheet that went from its place', [{ op: 'remove', path: ['sheets', SHEET] }], /not in sheets/],
    ['a name with NUL', [{ op: 'replace', path: ['name'], value: 'a\u0000b' }], /NUL/],
    ['a root that is none', [{ op: 'add', path: ['extra'], value: 1 }], /not known/],
  ]
  it.each(CASES)('%s is found from the step alone', (_what, patches, words) => {
    const project = applied(filled(), patches)
    if (!project) throw new TypeError('the patches were to fit')
    const told = touchedFaults(project, pathsOf(patches)).map(({ path, message }) => `${path} ${message}`)
    expect(told.join('\n')).toMatch(words)
    expect(projectFaults(JSON.parse(JSON.stringify(project)))).not.toEqual([])
  })
})

describe('patches', () => {
  const orderOf = (value: number): readonly Patch[] => [
    { op: 'replace', path: ['sheets', SHEET, 'order', 'length'], value },
  ]
  it('set the length of a list to what it has or less, never to more', () => {
    for (const value of [3_000_000, 4, -1, 1.5, NaN]) expect(() => patched(filled(), orderOf(value))).toThrow(/fit/)
    expect(patched(filled(), orderOf(3)).sheets[SHEET]?.order).toHaveLength(3)
    expect(patched(filled(), orderOf(1)).sheets[SHEET]?.order).toEqual(['f-1'])
  })
  it.each([4, 1e6, -1, 0.5, '0', '-', '__proto__'])('put nothing at the place %p of a list of three', (place) => {
    const patch: Patch = { op: 'add', path: ['sheets', SHEET, 'order', place], value: 'f-9' }
    expect(() => patched(filled(), [patch])).toThrow(/does not fit the project/)
  })
  it('reach no prototype, by a key or within a value', () => {
    const value = JSON.parse('{"__proto__":{"stolen":true}}') as unknown
    for (const patch of [
      { op: 'add', path: ['__proto__', 'stolen'], value: true },
      { op: 'add', path: ['sheets', 'constructor', 'prototype', 'stolen'], value: true },
      { op: 'add', path: ['sheets', SHEET, 'toString', 'stolen'], value: true },
      { op: 'add', path: ['pictures', 'p'], value },
    ] as Patch[])
      expect(() => patched(filled(), [patch])).toThrow(/fit/)
    expect(({} as { stolen?: boolean }).stolen).toBeUndefined()
  })
})

describe('random steps, sound and broken, in all roots', () => {
  it('are found sound by what they touch just when the whole is sound', () => {
    const runs = sweep(2000)
    const random = randomFrom(SEED)
    const told = `seed ${SEED}`
    let project = filled()
    let counts = { sound: 0, broken: 0, misfit: 0 }
    for (let n = 0; n < runs; n += 1) {
      const patches = anyStep(random, project, n)
      const next = applied(project, patches)
      if (!next) {
        counts = { ...counts, misfit: counts.misfit + 1 }
        continue
      }
      const found = touchedFaults(next, pathsOf(patches))
      // What is stored is what JSON makes of it.
      const whole = projectFaults(JSON.parse(JSON.stringify(next)))
      if (Boolean(found.length) !== Boolean(whole.length))
        throw new Error(`${told}, step ${n}: ${JSON.stringify({ patches, found, whole }).slice(0, 1200)}`)
      counts = whole.length ? { ...counts, broken: counts.broken + 1 } : { ...counts, sound: counts.sound + 1 }
      if (!whole.length && Object.keys(next.sheets).length < 8) project = next
    }
    expect(counts.sound).toBeGreaterThan(runs / 5)
    expect(counts.broken).toBeGreaterThan(runs / 20)
    expect(counts.misfit).toBeGreaterThan(runs / 50)
  })
})
