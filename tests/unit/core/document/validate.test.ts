import { describe, expect, it } from '@jest/globals'
import { placePicture } from '@/core/document/edits/fills'
import { checkTouched, projectFaults, readProject } from '@/core/document/validate'
import { sampleProject, SHEET } from '@tests/helpers/project'

type Loose = Record<string, any> // a document that may be anything

const sound = (): Loose =>
  JSON.parse(JSON.stringify(placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })))
const broken = (harm: (document: Loose) => void): Loose => {
  const document = sound()
  harm(document)
  return document
}
const sheet = (document: Loose): Loose => document['sheets'][SHEET]
const placed = (document: Loose): Loose => sheet(document)['items']['f-1'].fill.takes[0].placed

const CASES: readonly [string, (document: Loose) => void, string][] = [
  ['a sheet of nothing', (d) => (sheet(d)['size'].w = 0), `sheets.${SHEET}.size.w`],
  ['a sheet of 10 m', (d) => (sheet(d)['size'].h = 28346), `sheets.${SHEET}.size.h`],
  ['ppi 0', (d) => (sheet(d)['ppi'] = 0), `sheets.${SHEET}.ppi`],
  ['a number that JSON cannot hold', (d) => (sheet(d)['ppi'] = null), `sheets.${SHEET}.ppi`],
  ['NaN', (d) => (sheet(d)['bleed'] = NaN), `sheets.${SHEET}.bleed`],
  ['infinity', (d) => (sheet(d)['items']['f-1'].box.w = Infinity), `sheets.${SHEET}.items.f-1.box.w`],
  ['a number as text', (d) => (sheet(d)['items']['f-1'].turn = '30'), `sheets.${SHEET}.items.f-1.turn`],
  [
    'a focus out of range',
    (d) => (placed(d)['focus'].u = 1e9),
    `sheets.${SHEET}.items.f-1.fill.takes[0].placed.focus.u`,
  ],
  ['an unknown fit', (d) => (placed(d)['fit'] = 'squash'), `sheets.${SHEET}.items.f-1.fill.takes[0].placed.fit`],
  ['a name of a megabyte', (d) => (d['name'] = 'x'.repeat(1e6)), 'name'],
  ['a missing name', (d) => delete d['name'], 'name'],
  ['an unknown key', (d) => (sheet(d)['extra'] = 1), `sheets.${SHEET}`],
  [
    'an unknown stencil',
    (d) => (sheet(d)['items']['f-2'].stencil = { kind: 'blot' }),
    `sheets.${SHEET}.items.f-2.stencil.kind`,
  ],
  [
    'a polygon of two sides',
    (d) => (sheet(d)['items']['f-3'].stencil.sides = 2),
    `sheets.${SHEET}.items.f-3.stencil.sides`,
  ],
  ['a colour in words', (d) => (sheet(d)['background'].colour = 'plum'), `sheets.${SHEET}.background.colour`],
  ['a hash that is none', (d) => (d['pictures']['pic-1'].hash = '../../etc'), 'pictures.pic-1.hash'],
  ['a dangling sheet id', (d) => d['order'].push('ghost'), 'order[1]'],
  ['a sheet named twice', (d) => d['order'].push(SHEET), 'order[1]'],
  ['a frame left out of the order', (d) => sheet(d)['order'].pop(), `sheets.${SHEET}.items.f-3`],
  ['a dangling item id', (d) => sheet(d)['order'].push('ghost'), `sheets.${SHEET}.order[3]`],
  ['an item under another id', (d) => (sheet(d)['items']['f-1'].id = 'f-9'), `sheets.${SHEET}.items.f-1.id`],
  [
    'a dangling picture',
    (d) => (placed(d)['pictureId'] = 'ghost'),
    `sheets.${SHEET}.items.f-1.fill.takes[0].placed.pictureId`,
  ],
  ['a dangling take', (d) => (sheet(d)['items']['f-1'].fill.shown = 'ghost'), `sheets.${SHEET}.items.f-1.fill.shown`],
  ['items as a list', (d) => (sheet(d)['items'] = []), `sheets.${SHEET}.items`],
  ['no sheets at all', (d) => ((d['order'] = []), (d['sheets'] = {})), 'order'],
]

describe('a project', () => {
  it('that is sound has no faults', () => expect(projectFaults(sound())).toEqual([]))

  it.each(CASES)('with %s is refused, its path named', (_what, harm, path) => {
    const faults = projectFaults(broken(harm))
    expect(faults.map((fault) => fault.path)).toContain(path)
    for (const fault of faults) expect(fault.message.length).toBeGreaterThan(5)
    expect(() => readProject(broken(harm))).toThrow(/Correct it/)
  })

  it('with keys of the language itself is refused at any depth', () => {
    const hostile = JSON.parse(JSON.stringify(sound()).replace('"tags":[]', '"tags":[],"__proto__":{"polluted":true}'))
    expect(projectFaults(hostile)[0]?.path).toMatch(/__proto__$/)
    const ids = JSON.parse(JSON.stringify(sound()).replaceAll('"pic-3"', '"constructor"'))
    expect(projectFaults(ids)).not.toEqual([])
    expect(({} as Loose)['polluted']).toBeUndefined()
  })

  it.each([null, 1, 'text', [], {}, { format: 1 }])('is not %j', (value) =>
    expect(() => readProject(value)).toThrow(/fault/),
  )

  it('of another format is refused with what to do', () => {
    expect(() => readProject({ ...sound(), format: 99 })).toThrow(/format 99.*newer version/)
  })

  it('nested without end is refused without end of the program', () => {
    let deep: unknown = 1
    for (let i = 0; i < 5000; i += 1) deep = { deep }
    expect(projectFaults({ ...sound(), pictures: deep })[0]?.message).toMatch(/nested deeper/)
  })
})

describe('a change', () => {
  it('is checked where it touched', () => {
    const project = sound() as never
    expect(() => checkTouched(project, [['sheets', SHEET, 'items', 'f-1', 'turn']])).not.toThrow()
    const bad = broken((d) => (sheet(d)['items']['f-1'].turn = 999)) as never
    expect(() => checkTouched(bad, [['sheets', SHEET, 'items', 'f-1', 'turn']])).toThrow(/turn/)
  })
  it('that takes a used picture away is refused', () => {
    const bad = broken((d) => delete d['pictures']['pic-1']) as never
    expect(() => checkTouched(bad, [['pictures', 'pic-1']])).toThrow(/not in pictures/)
  })
  it('of the whole document is checked whole', () => {
    const bad = broken((d) => d['order'].push('ghost')) as never
    expect(() => checkTouched(bad, [['order', 1]])).toThrow(/ghost/)
    expect(() => checkTouched(bad, [['order']])).toThrow(/ghost/)
  })
  it('by a key of the language itself is refused', () => {
    expect(() => checkTouched(broken((d) => (d['extra'] = 1)) as never, [['extra']])).toThrow(/not known/)
  })
})
