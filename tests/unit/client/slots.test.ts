/** Colour slots as fields write and read them, how they are made and named, and copies that go to other projects. */
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { sampleProject } from '@tests/helpers/project'
import { testBench } from '@tests/helpers/testBench'
import { isKnownColour, slotRef, TINT, type Slots } from '@/core/colour/slots'
import { finishCopySchema } from '@/core/document/schema/finish'
import type { FinishCopy } from '@/core/document/edits/finishes'
import { newLayer, type FinishLayer } from '@/core/finish/layers'
import { RANGE } from '@/core/tolerance'
import { keepCopy, keptCopy } from '@/client/store/keptCopy'
import {
  colourText,
  dropSlot,
  listedSlots,
  makeSlot,
  putSlotColours,
  readColourText,
  renameSlot,
  seenColour,
} from '@/client/store/slots'

const SLOTS: Slots = {
  sea: { id: 'sea', name: 'Sea', colour: '#2c6e63' },
  two: { id: 'two', name: 'Sea 2', colour: '#e7c9a0' },
  odd: { id: 'odd', name: 'Sand - pale', colour: '#f2ead8' },
}

describe('a colour in its field', () => {
  it('is its number, or the name of its slot and how much lighter or darker; read again it is the same', () => {
    expect(colourText('#102030', SLOTS)).toBe('#102030')
    expect(colourText('@sea', SLOTS)).toBe('Sea')
    expect(colourText('@sea:20', SLOTS)).toBe('Sea +20%')
    expect(colourText('@odd:-5', SLOTS)).toBe('Sand - pale −5%')
    holdsFor(fc.tuple(fc.constantFrom(...Object.keys(SLOTS)), fc.integer(TINT)), ([id, tint]) => {
      const ref = slotRef(id, tint)
      expect(readColourText(colourText(ref, SLOTS), SLOTS)).toBe(ref)
    })
  })
  it.each([
    ['sea', '@sea'],
    [' SEA 2 ', '@two'],
    ['sea +30', '@sea:30'],
    ['sea-15%', '@sea:-15'],
    ['sea +0', '@sea'],
    ['ABC', '#aabbcc'],
    ['#F2EAD8', '#f2ead8'],
  ])('%s is read as %s', (text, ref) => {
    expect(readColourText(text, SLOTS)).toBe(ref)
  })
  it.each(['nothing', 'sea +96', 'sea -200%', ''])('%s is refused in words', (text) => {
    expect(() => readColourText(text, SLOTS)).toThrow(/must be|tint/)
  })
  it('of a slot that has just gone is seen grey and breaks nothing', () => {
    expect(seenColour('@gone:20', SLOTS)).toBe('#808080')
    expect(isKnownColour('@gone', SLOTS)).toBe(false)
    expect(colourText('@gone', SLOTS)).toBe('@gone')
  })
})

describe('slots of a project', () => {
  it('get names that are free, and are told when there are too many', () => {
    const bench = testBench(sampleProject())
    const made = Array.from({ length: RANGE.slots }, () => makeSlot(bench, '#102030'))
    expect(new Set(made).size).toBe(RANGE.slots)
    const names = Object.values(bench.get().project.slots).map(({ name }) => name)
    expect(new Set(names).size).toBe(RANGE.slots)
    expect(names[0]).toBe('Colour 1')
    expect(makeSlot(bench, '#102030')).toBeNull()
    expect(Object.keys(bench.get().project.slots)).toHaveLength(RANGE.slots)
    expect(bench.get().notice?.text).toMatch(/at most 60 colour slots/)
  })
  it('are renamed, filled and dropped as steps of their own', () => {
    const bench = testBench(sampleProject())
    const [a, b] = [makeSlot(bench, '#102030') ?? '', makeSlot(bench, '#405060') ?? '']
    renameSlot(bench, a, 'Sea')
    renameSlot(bench, b, 'sea')
    expect(Object.values(bench.get().project.slots).map(({ name }) => name)).toEqual(['Sea', 'sea 2'])
    putSlotColours(bench, { [a]: '#010101', [b]: '#020202' })
    expect(Object.values(bench.get().project.slots).map(({ colour }) => colour)).toEqual(['#010101', '#020202'])
    dropSlot(bench, a)
    bench.undo()
    bench.undo()
    expect(listedSlots(bench.get().project.slots).map(({ name, colour }) => `${name} ${colour}`)).toEqual([
      'Sea #102030',
      'sea 2 #405060',
    ])
  })
})

describe('a finish that is copied', () => {
  const kept = new Map<string, string>()
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, text: string) => kept.set(key, text),
    },
  })
  const copy: FinishCopy = { layers: [{ ...newLayer('shadow', 'l-1', 4), colour: '@sea:20' } as FinishLayer] }
  const colourOf = (found: FinishCopy | null): unknown => (found?.layers[0] as { colour?: string } | undefined)?.colour
  it('keeps its slot where that is, and brings its colour where it is not', () => {
    expect(keepCopy('finish', copy, SLOTS)).toBe(true)
    expect(colourOf(keptCopy<FinishCopy>('finish', finishCopySchema, SLOTS))).toBe('@sea:20')
    // #2c6e63 mixed with white by a fifth, by hand: 44 + 211 / 5 = 86.2, 110 + 29 = 139, 99 + 31.2 = 130.2
    expect(colourOf(keptCopy<FinishCopy>('finish', finishCopySchema, {}))).toBe('#568b82')
  })
  it('whose slots were lost is passed over', () => {
    keepCopy('finish', copy, SLOTS)
    kept.set('finish-slots', '{"sea":{"id":"sea","name":"Sea","colour":"red"}}')
    expect(keptCopy('finish', finishCopySchema, {})).toBeNull()
  })
})
