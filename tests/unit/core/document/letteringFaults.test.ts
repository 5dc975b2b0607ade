/** Documents with wrong texts: each fault is named by its path and says what to do. */
import { describe, expect, it } from '@jest/globals'
import { withWord } from '@tests/helpers/lettering'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { projectFaults, readProject } from '@/core/document/validate'

type Loose = Record<string, any>

const AT = `sheets.${SHEET}.items.g-word`

/** The faults of a sound document with a text, after it was changed. */
const faultsOf = (change: (word: Loose, document: Loose) => void): readonly string[] => {
  const document: Loose = JSON.parse(JSON.stringify(withWord(sampleProject(), 'AB')))
  change(document['sheets'][SHEET].items['g-word'], document)
  return projectFaults(document).map(({ path, message }) => `${path}: ${message}`)
}

describe('a text in a document', () => {
  it.each([
    [
      'more letters than its text has',
      (w: Loose) => (w['lettering'].text = 'A'),
      /letters: holds 2 letters, but the text has 1/,
    ],
    ['fewer letters', (w: Loose) => (w['lettering'].text = 'A B C'), /letters: holds 2 letters, but the text has 3/],
    ['a letter twice', (w: Loose) => (w['lettering'].letters[1].id = 'l-0'), /names a letter twice/],
    [
      'a letter without a frame',
      (w: Loose) => (w['lettering'].letters[1].id = 'nobody'),
      /letters\[1\]\.id: names "nobody", which is no frame/,
    ],
    ['no typeface', (w: Loose) => delete w['lettering'].face, /face: is missing/],
    ['an impossible size', (w: Loose) => (w['lettering'].size = 0), /size: must be at least 2/],
    [
      'a value that is no number',
      (w: Loose) => (w['lettering'].tracking = NaN),
      /tracking: must be a (finite )?number/,
    ],
    [
      'a curve of another kind',
      (w: Loose) => (w['lettering'].curve = { kind: 'spiral' }),
      /curve\.kind: must be one of arc, wave/,
    ],
    ['a curve without its bend', (w: Loose) => (w['lettering'].curve = { kind: 'arc' }), /curve\.bend: is missing/],
    [
      'a text that is too long',
      (w: Loose) => (w['lettering'].text = 'x'.repeat(401)),
      /text: may hold at most 400 letters/,
    ],
    ['a key that is not known', (w: Loose) => (w['lettering'].font = 'Anton'), /not known here: font/],
    [
      'a picture aside that is not there',
      (w: Loose) =>
        w['lettering'].aside.push({
          letterId: 'x',
          text: 'X',
          fill: { kind: 'taken', shown: 't', takes: [{ id: 't', name: '', placed: { ...PLACED, pictureId: 'gone' } }] },
        }),
      /aside\[0\]\.fill\.takes\[0\]\.placed\.pictureId: names the picture "gone"/,
    ],
    [
      'a picture across that is not there',
      (w: Loose) => (w['lettering'].across = { ...PLACED, pictureId: 'gone' }),
      /across\.pictureId: names the picture "gone"/,
    ],
    [
      'a glyph without an outline',
      (_w: Loose, d: Loose) => (d['sheets'][SHEET].items['l-0'].stencil.d = 'M0 0'),
      /stencil\.d: must be path data/,
    ],
  ])('with %s is refused', (_what, change, words) =>
    expect(faultsOf(change as (word: Loose, document: Loose) => void).join('\n')).toMatch(words),
  )
  it('may be empty, a plain group may not', () => {
    const empty = faultsOf((w, d) => {
      Object.assign(w, { order: [] })
      Object.assign(w['lettering'], { text: ' ', letters: [] })
      for (const id of ['l-0', 'l-1']) delete d['sheets'][SHEET].items[id]
    })
    expect(empty).toEqual([])
    expect(
      faultsOf((w, d) => {
        Object.assign(w, { order: [] })
        delete w['lettering']
        for (const id of ['l-0', 'l-1']) delete d['sheets'][SHEET].items[id]
      }),
    ).toEqual([`${AT}.order: must name a member; add one or remove the group`])
  })
  it('may have letters without a frame: joined, or missing in the typeface', () =>
    expect(
      faultsOf((w, d) => {
        delete w['lettering'].letters[1].rest
        w['order'] = ['l-0']
        delete d['sheets'][SHEET].items['l-1']
      }),
    ).toEqual([]))
  it('is unknown to format 4, which is brought to this one', () => {
    const { alphabets, ...older } = JSON.parse(JSON.stringify(sampleProject())) as Loose
    expect(alphabets).toEqual({})
    expect(readProject({ ...older, format: 4 })).toEqual(sampleProject())
  })
  it('in a set of letters is checked like all else', () => {
    const set = {
      id: 'set',
      name: 'Set',
      face: { id: 'anton', name: 'Anton' },
      heights: 'common',
      margin: 0.1,
      members: [],
    }
    expect(faultsOf((_w, d) => (d['alphabets'] = { set }))).toEqual([])
    expect(faultsOf((_w, d) => (d['alphabets'] = { other: set })).join()).toMatch(/alphabets\.other\.id: is "set"/)
    expect(faultsOf((_w, d) => (d['alphabets'] = { set: { ...set, margin: 2 } })).join()).toMatch(
      /margin: must be at most/,
    )
  })
})

const PLACED = {
  pictureId: 'pic-1',
  fit: 'cover',
  zoom: 1,
  aspect: 1,
  focus: { u: 0.5, v: 0.5 },
  turn: 0,
  flipX: false,
  flipY: false,
  keepCovered: true,
}
