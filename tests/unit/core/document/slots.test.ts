/** Colours with a name: what is painted of them, what changes with them, what becomes of them in copies and when they go. */
import { describe, expect, it } from '@jest/globals'
import { applyPatches } from 'immer'
import { readFileSync } from 'node:fs'
import { paintedSheet } from '@tests/helpers/painted'
import { fc, holdsFor } from '@tests/helpers/property'
import { deepFreeze, sampleProject, SHEET } from '@tests/helpers/project'
import { slotted as slottedOn, SLOTS } from '@tests/helpers/slots'
import { textOf, withText } from '@tests/helpers/text'
import type { Colour } from '@/core/colour/colour'
import { resolveColour, slotRef, tinted } from '@/core/colour/slots'
import { COLOUR_KEYS, freed, mapColours, resolved, slotRefsIn, slotUses } from '@/core/document/colours'
import { adjustPictures } from '@/core/document/edits/adjust'
import { fillFrames, placePicture, setFrameEdge } from '@/core/document/edits/fills'
import { addLook } from '@/core/document/edits/looks'
import { nameFinish } from '@/core/document/edits/namedFinishes'
import { setBackground, setVeil } from '@/core/document/edits/sheets'
import { addSlot, changeSlot, fillSlots, removeSlot } from '@/core/document/edits/slots'
import { fragmentOf, readFragment, slotsToChoose } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { sheetOf } from '@/core/document/read'
import { isText } from '@/core/document/text'
import type { Project } from '@/core/document/types'
import { projectFaults, readProject, touchedFaults } from '@/core/document/validate'

const at = (...ids: readonly string[]) => ({ sheetId: SHEET, ids })
const slotted = (ref?: Parameters<typeof slottedOn>[1]): Project => deepFreeze(slottedOn(sampleProject(), ref))

/** Compared as bytes: the test runner would take minutes over millions of numbers. */
const isSame = (a: Uint8ClampedArray, b: Uint8ClampedArray): boolean =>
  Buffer.from(a.buffer).equals(Buffer.from(b.buffer))

const written = (project: Project): Project => ({ ...freed(project, project.slots), slots: {} })

describe('what is painted of slots', () => {
  it('is to the last bit what the colours written out paint, before and after one changes', async () => {
    const project = slotted()
    const plain = slotted((id, tint = 0) => tinted(SLOTS.find((slot) => slot.id === id)?.colour ?? '#000000', tint))
    const seen = await paintedSheet(project)
    expect(isSame(seen.data, (await paintedSheet(plain)).data)).toBe(true)
    const changed = changeSlot(project, { slotId: 'plum', change: { colour: '#1f6fd1' } })
    const after = await paintedSheet(changed)
    expect(isSame(after.data, (await paintedSheet(written(changed))).data)).toBe(true)
    expect(isSame(after.data, seen.data)).toBe(false)
  })

  it('changes exactly where the slot is used', async () => {
    // Plum: the stroke of f-1, the right end of f-2, the letters. Nothing of f-1's inside, f-3's place or the ground.
    const project = slotted()
    const [before, after] = [
      await paintedSheet(project),
      await paintedSheet(changeSlot(project, { slotId: 'plum', change: { colour: '#1f6fd1' } })),
    ]
    const differs = (x: number, y: number): boolean =>
      [0, 1, 2, 3].some((k) => before.data[(y * 800 + x) * 4 + k] !== after.data[(y * 800 + x) * 4 + k])
    for (const [x, y] of [
      [200, 200],
      [200, 160],
      [300, 450],
      [20, 20],
      [780, 20],
    ] as const)
      expect([x, y, differs(x, y)]).toEqual([x, y, false])
    expect(differs(100, 200)).toBe(true) // on the left edge of the ellipse: 200 − 100
    expect(differs(570, 290)).toBe(true) // near the right foot of the triangle
    const count = (from: readonly [number, number], to: readonly [number, number]): number => {
      let changed = 0
      for (let y = from[1]; y < to[1]; y += 1) for (let x = from[0]; x < to[0]; x += 1) changed += differs(x, y) ? 1 : 0
      return changed
    }
    expect(count([450, 460], [750, 540])).toBeGreaterThan(500)
    // Outside all three there is not one: the stroke reaches at most its width beyond the ellipse's box.
    const outside =
      count([0, 0], [800, 600]) -
      count([80, 100], [320, 300]) -
      count([405, 115], [595, 305]) -
      count([440, 450], [760, 550])
    expect(outside).toBe(0)
  })

  it('is resolved once: what uses no changed slot stays the same object', () => {
    const project = slotted()
    const first = resolved(project)
    expect(slotRefsIn(first)).toEqual([])
    expect(resolved(project)).toBe(first)
    const changed = resolved(changeSlot(project, { slotId: 'plum', change: { colour: '#1f6fd1' } }))
    const [was, now] = [sheetOf(first, SHEET).items, sheetOf(changed, SHEET).items]
    expect(now['f-3']).toBe(was['f-3'])
    expect(now['f-1']).not.toBe(was['f-1'])
    expect(sheetOf(changed, SHEET).background).toBe(sheetOf(first, SHEET).background)
    // A finish of a slot is the same for what is painted of others: nothing is painted anew for a change elsewhere.
    const finished = nameFinish(project, {
      sheetId: SHEET,
      id: 'f-1',
      finishId: 'n-1',
      name: 'Edge',
      category: '',
      withCorners: false,
    })
    const moved = fillFrames(finished, { ...at('f-3'), fill: { kind: 'colour', colour: '#102030' } })
    expect(resolved(finished).finishes).not.toBe(finished.finishes)
    expect(resolved(moved).finishes).toBe(resolved(finished).finishes)
    // Names alone change nothing that is painted.
    const named = resolved(changeSlot(project, { slotId: 'plum', change: { name: 'Damson' } }))
    expect(sheetOf(named, SHEET).items['f-1']).toBe(was['f-1'])
    expect(resolved(sampleProject()).slots).toEqual({})
    const without = sampleProject()
    expect(resolved(without)).toBe(without)
  })
})

describe('where documents hold colours', () => {
  it('is where the published schema has them, and nowhere else', () => {
    const keys = new Set<string>()
    const walk = (node: unknown): void => {
      if (typeof node !== 'object' || node === null) return
      for (const [key, value] of Object.entries(node)) {
        const isColour = (value as { $ref?: unknown } | null)?.$ref === '#/definitions/colour'
        if (isColour) keys.add(key)
        walk(value)
      }
    }
    walk(JSON.parse(readFileSync('docs/bundle.schema.json', 'utf8')))
    expect([...keys].sort()).toEqual([...COLOUR_KEYS].sort())
  })

  it('is never in names and texts that look like a slot', () => {
    const project = withText(slotted(), textOf('@sea'), { id: 't-2' })
    const changed = mapColours(project, () => '#000000')
    const text = sheetOf(changed, SHEET).items['t-2']
    expect(isText(text) && text.stencil.text).toBe('@sea')
  })
})

describe('use of slots', () => {
  it('is counted over all that holds colours', () => {
    expect(Object.fromEntries(slotUses(slotted()))).toEqual({ sea: 2, sand: 3, plum: 3, ink: 2 })
    let next = slotted()
    next = setFrameEdge(placePicture(next, { sheetId: SHEET, frameId: 'f-3', pictureId: 'pic-1' }), {
      ...at('f-3'),
      backing: '@sea',
    })
    next = adjustPictures(next, {
      ...at('f-3'),
      change: () => ({ tones: { dark: '@ink' as Colour, light: '@sand:50' as Colour, amount: 1 } }),
    })
    next = addLook(next, {
      look: { id: 'l-1', name: 'Duo', adjustments: { tones: { dark: '@ink', light: '#ffffff', amount: 1 } } },
    })
    next = nameFinish(next, {
      sheetId: SHEET,
      id: 'f-1',
      finishId: 'n-1',
      name: 'Edge',
      category: '',
      withCorners: false,
    })
    expect(projectFaults(next)).toEqual([])
    expect(slotUses(next).get('sea')).toBe(3)
    expect(slotUses(next).get('ink')).toBe(4)
  })

  it('goes with the slot: what used it keeps the colour that it had, and undo brings all back', () => {
    holdsFor(fc.constantFrom(...SLOTS.map(({ id }) => id)), (slotId) => {
      const project = slotted()
      const step = removeSlot.record(project, { slotId })
      expect(projectFaults(step.project)).toEqual([])
      expect(slotUses(step.project).has(slotId)).toBe(false)
      expect(resolved(step.project).sheets).toEqual(resolved(project).sheets)
      expect(applyPatches(step.project, [...step.inverse])).toEqual(project)
      const gone = sheetOf(step.project, SHEET).items
      expect(gone['f-3']).toBe(sheetOf(project, SHEET).items['f-3'])
    })
  })

  it('is filled in one step', () => {
    const project = slotted()
    const step = fillSlots.record(project, { colours: { sea: '#010203', sand: '#040506', unknown: '#ffffff' } })
    expect(step.project.slots).toEqual({
      ...project.slots,
      sea: { ...project.slots['sea'], colour: '#010203' },
      sand: { ...project.slots['sand'], colour: '#040506' },
    })
    expect(fillSlots.record(step.project, { colours: { sea: '#010203' } }).forward).toEqual([])
  })
})

describe('a document', () => {
  it.each([
    ['an item', (p: Project) => fillFrames(p, { ...at('f-3'), fill: { kind: 'colour', colour: '@gone' } })],
    [
      'a background',
      (p: Project) => setBackground(p, { sheetId: SHEET, background: { kind: 'colour', colour: '@gone:20' } }),
    ],
    ['a veil', (p: Project) => setVeil(p, { sheetId: SHEET, veil: { colour: '@gone', opacity: 1 } })],
    [
      'a look',
      (p: Project) =>
        addLook(p, {
          look: { id: 'l', name: 'L', adjustments: { tones: { dark: '@gone', light: '#ffffff', amount: 1 } } },
        }),
    ],
  ])('whose %s names a slot that is not there is refused', (_what, change) => {
    const wrong = change(slotted())
    expect(
      projectFaults(wrong)
        .map(({ message }) => message)
        .join(),
    ).toMatch(/names the colour slot "@gone(:20)?", which is not in slots/)
  })

  it('that loses a slot in use is refused, whatever was touched', () => {
    const project = slotted()
    const { plum, ...others } = project.slots
    expect(plum).toBeDefined()
    const faults = touchedFaults({ ...project, slots: others }, [['slots', 'plum']])
    expect(faults.length).toBeGreaterThan(0)
    expect(faults[0]?.message).toMatch(/names the colour slot/)
  })

  it.each(['@sea:96', '@sea:0', '@', 'sea', '#2C6E63', 'rgb(1,2,3)'])('with the colour %s is refused', (colour) => {
    const project = slotted()
    const wrong = setVeil(project, { sheetId: SHEET, veil: { colour: colour as Colour, opacity: 1 } })
    expect(projectFaults(wrong).map(({ path }) => path)).toContain(`sheets.${SHEET}.veil.colour`)
  })

  it('of format 8 gets none, and a slot of a slot is refused', () => {
    const { slots, ...rest } = sampleProject()
    expect(slots).toEqual({})
    expect(readProject({ ...rest, format: 8 }).slots).toEqual({})
    const wrong = addSlot(sampleProject(), { slot: { id: 'a', name: 'A', colour: '@a' as unknown as Colour } })
    expect(projectFaults(wrong)[0]?.path).toBe('slots.a.colour')
  })
})

const ownSlot = (id: string, name: string, colour: Colour): Project => {
  const project = addSlot(sampleProject(), { slot: { id, name, colour } })
  return fillFrames(project, { ...at('f-1'), fill: { kind: 'colour', colour: slotRef(id, 20) } })
}
const newIds = { 'f-1': 'copy-1' }
const copied = (project: Project) => readFragment(JSON.parse(JSON.stringify(fragmentOf(project, SHEET, ['f-1']))))
const fillOf = (project: Project, id: string): unknown => {
  const item = sheetOf(project, SHEET).items[id]
  return item?.kind === 'frame' ? item.fill : null
}

describe('what is copied', () => {
  const paste = { sheetId: SHEET, newIds, delta: { x: 10, y: 10 } }
  it('takes along the slots that it uses, and no others', () => {
    expect(Object.keys(fragmentOf(slotted(), SHEET, ['f-2']).slots).sort()).toEqual(['plum', 'sand'])
    expect(fragmentOf(slotted(), SHEET, ['f-3']).slots).toEqual({})
  })
  it('stays with its slot in its own project, whatever that has become', () => {
    const project = ownSlot('sea', 'Sea', '#2c6e63')
    const changed = changeSlot(project, { slotId: 'sea', change: { colour: '#112233', name: 'Deep' } })
    const pasted = pasteFragment(changed, { ...paste, fragment: copied(project) })
    expect(pasted.slots).toEqual(changed.slots)
    expect(fillOf(pasted, 'copy-1')).toEqual({ kind: 'colour', colour: '@sea:20' })
  })
  it('brings its slot into another project', () => {
    const pasted = pasteFragment(sampleProject(), { ...paste, fragment: copied(ownSlot('sea', 'Sea', '#2c6e63')) })
    expect(pasted.slots).toEqual({ sea: { id: 'sea', name: 'Sea', colour: '#2c6e63' } })
    expect(projectFaults(pasted)).toEqual([])
  })
  it('joins the slot of its name there, or keeps its own apart', () => {
    const fragment = copied(ownSlot('sea', 'Sea', '#2c6e63'))
    const other = ownSlot('mine', 'sea', '#000080')
    expect(slotsToChoose(other, fragment).map(({ id }) => id)).toEqual(['sea'])
    const joined = pasteFragment(other, { ...paste, fragment, same: 'join' })
    expect(joined.slots).toEqual(other.slots)
    expect(fillOf(joined, 'copy-1')).toEqual({ kind: 'colour', colour: '@mine:20' })
    const apart = pasteFragment(other, { ...paste, fragment, same: 'apart' })
    expect(apart.slots['sea']).toEqual({ id: 'sea', name: 'Sea 2', colour: '#2c6e63' })
    expect(fillOf(apart, 'copy-1')).toEqual({ kind: 'colour', colour: '@sea:20' })
    for (const made of [joined, apart]) expect(projectFaults(made)).toEqual([])
    // Of one name and one colour there is nothing to choose.
    expect(slotsToChoose(ownSlot('mine', 'SEA', '#2c6e63'), fragment)).toEqual([])
  })
  it('with a slot that it does not bring is refused', () => {
    const fragment = fragmentOf(ownSlot('sea', 'Sea', '#2c6e63'), SHEET, ['f-1'])
    expect(() => readFragment({ ...fragment, slots: {} })).toThrow(/cannot be pasted here/)
    expect(() => readFragment({ ...fragment, slots: { sea: { id: 'sea', name: 'Sea', colour: 'red' } } })).toThrow(
      /cannot be pasted/,
    )
  })
  it('is painted as before, whichever way it went', () => {
    const from = slotted()
    const fragment = readFragment(JSON.parse(JSON.stringify(fragmentOf(from, SHEET, ['f-2']))))
    holdsFor(
      fc.constantFrom('join' as const, 'apart' as const),
      (same) => {
        const other = ownSlot('mine', 'Elsewhere', '#000080')
        const pasted = pasteFragment(other, { ...paste, newIds: { 'f-2': 'copy-2' }, fragment, same })
        expect(fillOf(resolved(pasted), 'copy-2')).toEqual(fillOf(resolved(from), 'f-2'))
      },
      4,
    )
    expect(resolveColour('@plum:30', from.slots)).toBe(tinted('#8e2a5b', 30))
  })
})
