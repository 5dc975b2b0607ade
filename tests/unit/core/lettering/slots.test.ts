/** Letters keep their identity while a text is typed. */
import { describe, expect, it } from '@jest/globals'
import { isLetter, lettersOfSlots, setWhole, slotsOf, textOfSlots, typed, type Slot } from '@/core/lettering/slots'
import { graphemesOf } from '@/core/lettering/graphemes'
import { sweep } from '@tests/helpers/sweep'
import { fc, holdsFor } from '@tests/helpers/property'

const counter = (): (() => string) => {
  let n = 0
  return () => `new-${(n += 1)}`
}

const start = (text: string): readonly Slot[] => {
  const graphemes = graphemesOf(text)
  return slotsOf(
    graphemes,
    graphemes.filter(isLetter).map((_, i) => `l${i}`),
  )
}

const ids = (slots: readonly Slot[]): string =>
  lettersOfSlots(slots)
    .map(({ id }) => id)
    .join(' ')

/** Types as a person does: at a caret, or over a selection. */
const strike = (slots: readonly Slot[], from: number, to: number, put: string, newId: () => string) => {
  const graphemes = graphemesOf(textOfSlots(slots))
  const after = [...graphemes.slice(0, from), ...graphemesOf(put), ...graphemes.slice(to)]
  return typed(slots, after, from + graphemesOf(put).length, newId)
}

describe('typing', () => {
  it('gives an inserted letter a new id and leaves all others theirs', () =>
    expect(ids(strike(start('KITS'), 3, 3, 'E', counter()))).toBe('l0 l1 l2 new-1 l3'))
  it('tells repeated letters apart by the caret', () => {
    expect(ids(strike(start('AAB'), 0, 1, '', counter()))).toBe('l1 l2')
    expect(ids(strike(start('AAB'), 1, 2, '', counter()))).toBe('l0 l2')
    expect(ids(strike(start('AAB'), 1, 1, 'A', counter()))).toBe('l0 new-1 l1 l2')
  })
  it('lets a substituted letter keep its id, in one stroke or in two', () => {
    expect(ids(strike(start('KOTES'), 1, 2, 'I', counter()))).toBe('l0 l1 l2 l3 l4')
    const gone = strike(start('KOTES'), 1, 2, '', counter())
    expect(ids(strike(gone, 1, 1, 'I', counter()))).toBe('l0 l1 l2 l3 l4')
  })
  it('passes through an empty text without a loss', () => {
    const newId = counter()
    const empty = strike(start('GULL'), 0, 4, '', newId)
    expect(textOfSlots(empty)).toBe('')
    const again = [...'BILGE'].reduce((slots, letter, i) => strike(slots, i, i, letter, newId), empty)
    expect(ids(again)).toBe('l0 l1 l2 l3 new-1')
  })
  it('pairs letters put over others in order; those left over go', () => {
    expect(ids(strike(start('STEPS'), 1, 4, 'X', counter()))).toBe('l0 l1 l4')
    expect(ids(strike(start('STEPS'), 1, 2, 'XYZ', counter()))).toBe('l0 l1 new-1 new-2 l2 l3 l4')
  })
  it('gives spaces and line ends no id, and takes none from a letter', () => {
    const slots = strike(start('SKY LOFT'), 3, 4, '\n', counter())
    expect(ids(slots)).toBe('l0 l1 l2 l3 l4 l5 l6')
    expect(textOfSlots(slots)).toBe('SKY\nLOFT')
  })
  it('does not give the place of a letter that went to one typed elsewhere', () => {
    const newId = counter()
    const gone = strike(start('KITES'), 4, 5, '', newId)
    expect(ids(strike(gone, 0, 0, 'X', newId))).toBe('new-1 l0 l1 l2 l3')
  })
  it('of one stroke of nothing changes nothing', () => {
    const slots = start('SAME')
    expect(typed(slots, graphemesOf('SAME'), 2, counter())).toBe(slots)
  })
})

/** What a person may do next: a place, how many graphemes go, and what is put there. */
const strokes = fc.array(
  fc.record({
    at: fc.nat({ max: 14 }),
    take: fc.integer({ min: 0, max: 4 }),
    put: fc.array(fc.constantFrom('A', 'B', 'L', 'L', ' ', 'é', '\n'), { maxLength: 3 }).map((all) => all.join('')),
  }),
  { minLength: 1, maxLength: 8 },
)

describe('any typing', () => {
  it('keeps the id of every letter that stands before or after what was typed, in random edits', () =>
    holdsFor(
      fc.tuple(fc.array(fc.constantFrom('A', 'B', 'L', 'L', ' '), { maxLength: 12 }), strokes),
      ([text, all]) => {
        const newId = counter()
        let slots = start(text.join(''))
        for (const { at, take, put } of all) {
          const before = lettersOfSlots(slots)
          const graphemes = graphemesOf(textOfSlots(slots))
          const from = Math.min(at, graphemes.length)
          const to = Math.min(from + take, graphemes.length)
          const kept = graphemes.slice(0, from).filter(isLetter).length
          const tail = graphemes.slice(to).filter(isLetter).length
          slots = strike(slots, from, to, put, newId)
          const after = lettersOfSlots(slots)
          expect(textOfSlots(slots)).toBe([...graphemes.slice(0, from), put, ...graphemes.slice(to)].join(''))
          expect(new Set(after.map(({ id }) => id)).size).toBe(after.length)
          // What is deleted or put among equal letters could be any of them; the ones around are known by the caret.
          const isSame = put.length === 0 && take === 0
          expect(after.slice(0, isSame ? undefined : kept).map(({ id }) => id)).toEqual(
            before.slice(0, isSame ? undefined : kept).map(({ id }) => id),
          )
          expect(tail ? after.slice(-tail).map(({ id }) => id) : []).toEqual(
            tail ? before.slice(-tail).map(({ id }) => id) : [],
          )
          // Letters put over letters take them over, as many as there are.
          const over = before.length - kept - tail
          const fresh = graphemesOf(put).filter(isLetter).length
          const substituted = after.slice(kept, kept + Math.min(over, fresh)).map(({ id }) => id)
          const wanted = before.slice(kept, kept + Math.min(over, fresh)).map(({ id }) => id)
          expect(substituted).toEqual(wanted)
        }
      },
      sweep(4000) / 4,
    ))
  it('brings every letter back that went and is typed again in its place', () =>
    holdsFor(
      fc.array(fc.constantFrom('A', 'B', 'L', 'O'), { minLength: 1, maxLength: 12 }),
      (letters) => {
        const newId = counter()
        const first = start(letters.join(''))
        const empty = letters.reduce<readonly Slot[]>(
          (slots, _letter, i) => strike(slots, letters.length - 1 - i, letters.length - i, '', newId),
          first,
        )
        const again = letters.reduce((slots, letter, i) => strike(slots, i, i, letter, newId), empty)
        expect(ids(again)).toBe(ids(first))
      },
      300,
    ))
})

describe('a text set as a whole', () => {
  it('keeps the letters of a longest common subsequence and pairs the others in order', () => {
    expect(ids(setWhole(start('KITES'), graphemesOf('KITS'), counter()))).toBe('l0 l1 l2 l4')
    expect(ids(setWhole(start('KITES'), graphemesOf('SKITES'), counter()))).toBe('new-1 l0 l1 l2 l3 l4')
    expect(ids(setWhole(start('DUNE'), graphemesOf('TUNE'), counter()))).toBe('l0 l1 l2 l3')
  })
  it('gives no id twice', () =>
    holdsFor(
      fc.tuple(fc.string({ maxLength: 10 }), fc.string({ maxLength: 10 })),
      ([p, q]) => {
        const found = lettersOfSlots(setWhole(start(p), graphemesOf(q), counter()))
        expect(new Set(found.map(({ id }) => id)).size).toBe(found.length)
        expect(found.length).toBe(graphemesOf(q).filter(isLetter).length)
      },
      400,
    ))
})
