import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import {
  isFound,
  LIBRARY_SORTS,
  listPictures,
  rowsOf,
  spelledAlike,
  tagsOf,
  tileGrid,
  tileRow,
  type Listed,
} from '@/core/document/library'

const pictures: fc.Arbitrary<readonly Listed[]> = fc.array(
  fc.record({
    hash: fc.uuid(),
    name: fc.constantFrom('kite 2', 'kite 10', 'Dunes', 'waves'),
    tags: fc.subarray(['dusk', 'sea', 'crew']),
    width: fc.integer({ min: 1, max: 900 }),
    height: fc.integer({ min: 1, max: 900 }),
    addedAt: fc.integer({ min: 1, max: 28 }).map((day) => `2026-05-${String(day).padStart(2, '0')}T10:00:00.000Z`),
    usedAt: fc.option(fc.constantFrom('2026-05-30T10:00:00.000Z', '2026-06-02T10:00:00.000Z')),
  }),
  { maxLength: 25 },
)

describe('the list of pictures', () => {
  it('loses and doubles none in any order', () => {
    holdsFor(fc.tuple(pictures, fc.constantFrom(...LIBRARY_SORTS)), ([all, sort]) => {
      const shown = listPictures(all, { search: '', sort, use: 'all' }, new Set())
      expect([...shown].map(({ hash }) => hash).sort()).toEqual(all.map(({ hash }) => hash).sort())
    })
  })

  it('parts into used here and not', () => {
    holdsFor(pictures, (all) => {
      const used = new Set(all.filter((_p, i) => i % 2).map(({ hash }) => hash))
      const of = (use: 'used' | 'unused') => listPictures(all, { search: '', sort: 'name', use }, used)
      expect(of('used').every(({ hash }) => used.has(hash))).toBe(true)
      expect(of('used').length + of('unused').length).toBe(all.length)
    })
  })

  it('sorts numbers in names as numbers, and what was used last before what is new', () => {
    const one = (name: string, addedAt: string, usedAt: string | null): Listed => ({
      hash: name,
      name,
      tags: [],
      width: 1,
      height: 1,
      addedAt,
      usedAt,
    })
    const all = [
      one('kite 10', '2026-05-03', null),
      one('kite 2', '2026-05-01', '2026-05-09'),
      one('dunes', '2026-05-02', null),
    ]
    const names = (sort: 'name' | 'recent' | 'newest') =>
      listPictures(all, { search: '', sort, use: 'all' }, new Set()).map(({ name }) => name)
    expect(names('name')).toEqual(['dunes', 'kite 2', 'kite 10'])
    expect(names('recent')).toEqual(['kite 2', 'kite 10', 'dunes'])
    expect(names('newest')).toEqual(['kite 10', 'dunes', 'kite 2'])
  })

  it('finds by all words, in name or tags, in any case', () => {
    const picture = { name: 'Gull Steps at dusk', tags: ['headland', 'wide view'] }
    expect(isFound(picture, 'DUSK wide')).toBe(true)
    expect(isFound(picture, 'dusk crew')).toBe(false)
    expect(isFound(picture, '  ')).toBe(true)
  })

  it('tells tags by how often they are used', () => {
    expect(tagsOf([{ tags: ['sea', 'dusk'] }, { tags: ['sea'] }, { tags: ['crew'] }])).toEqual(['sea', 'crew', 'dusk'])
  })
})

describe('rows and tiles', () => {
  it('hold every item once, in order, within the room', () => {
    const widths = fc.array(fc.integer({ min: 10, max: 300 }), { maxLength: 60 })
    holdsFor(fc.tuple(widths, fc.integer({ min: 50, max: 900 })), ([all, room]) => {
      const rows = rowsOf(all, room, 8)
      expect(rows.flat()).toEqual(all.map((_w, i) => i))
      for (const row of rows) {
        const used = row.reduce((sum, i) => sum + (all[i] ?? 0) + 8, -8)
        expect(row.length === 1 || used <= room).toBe(true)
      }
    })
  })
  it('tiles fill rows evenly', () => {
    expect(tileGrid(2000, 900, 148)).toEqual({ columns: 6, rows: 334 })
    expect(tileGrid(3, 10, 148)).toEqual({ columns: 1, rows: 3 })
    expect(tileRow(13, 6)).toBe(2)
  })
})

describe('tags', () => {
  const one = (hash: string, tags: readonly string[]): Listed => ({
    hash,
    name: hash,
    tags,
    width: 1,
    height: 1,
    addedAt: '2026-05-01',
    usedAt: null,
  })
  it('are one whatever their capitals, spelled as they were first', () => {
    expect(spelledAlike([' Dusk', 'dusk', 'sea ', ''], ['Sea'])).toEqual(['Dusk', 'Sea'])
    expect(tagsOf([one('a', ['Dusk', 'sea']), one('b', ['dusk'])])).toEqual(['Dusk', 'sea'])
  })
  it('filter by tag, not by words in names', () => {
    const all = [one('dusk over the loft', []), one('a', ['Dusk']), one('b', ['dusky'])]
    const shown = listPictures(all, { search: '', sort: 'name', use: 'all', tag: 'dusk' }, new Set())
    expect(shown.map(({ hash }) => hash)).toEqual(['a'])
  })
  it('and uses: what no project shows is found once that is known', () => {
    const all = [one('a', []), one('b', []), one('c', [])]
    const of = (anywhere: ReadonlySet<string> | null) =>
      listPictures(all, { search: '', sort: 'name', use: 'nowhere' }, new Set(['a']), anywhere).map(({ hash }) => hash)
    expect(of(new Set(['b']))).toEqual(['c'])
    expect(of(null)).toEqual([])
  })
})
