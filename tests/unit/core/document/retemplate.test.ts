import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { holdsFor } from '@tests/helpers/property'
import { deepFreeze, pictureRef } from '@tests/helpers/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { patched } from '@/core/document/history'
import { adjustPictures } from '@/core/document/edits/adjust'
import { placePicture, replacePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { refilled, retemplate, textMoves } from '@/core/document/edits/retemplate'
import { addText } from '@/core/document/edits/texts'
import { isText, newText, type TextFrame } from '@/core/document/text'
import { faceNamed } from '@tests/helpers/lettering'
import { look, textOf } from '@tests/helpers/text'
import { setText } from '@/core/text/setting'
import { putSwitch } from '@/core/document/edits/templates'
import { openingsOf } from '@/core/document/filling'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { framesOf } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'
import { groupItems } from '@/core/document/edits/groups'
import { markItems } from '@/core/document/edits/items'
import { filled as words } from '@tests/helpers/words'
import type { Frame, Project, Sheet } from '@/core/document/types'

const SIZE = { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 0 } as const
const SHEET = 'sheet-1'
const BOX = { cx: 100, cy: 100, w: 80, h: 80 }

interface Made {
  readonly names: readonly string[]
  readonly shapes: readonly (readonly [number, number])[]
}

/** A template of one sheet with openings of these names and shapes. */
const templateOf = (id: string, { names, shapes }: Made): Project => {
  const blank = newProject(`t-${id}`, id, newSheet(SHEET, 'Sheet 1', SIZE))
  const made = names.reduce((held, name, i) => {
    const [w, h] = shapes[i % shapes.length] ?? [100, 100]
    const box = { cx: 60 + (i % 5) * 160, cy: 80 + Math.floor(i / 5) * 200, w, h }
    return addFrame(held, {
      sheetId: SHEET,
      frame: { ...newFrame(`f-${i}`, { kind: 'rectangle' }, box, name), opening: {} },
    })
  }, blank)
  return { ...made, template: { id, version: 1, category: 'Test', words: '' } }
}

/** The same as a project of its own, filled with so many pictures, each with a warmth of its own. */
const filledFrom = (template: Project, count: number): Project => {
  let project: Project = { ...template, id: 'p-1' }
  openingsOf(sheetOf(template, SHEET))
    .slice(0, count)
    .forEach(({ id }, i) => {
      const pictureId = `pic-${i}`
      project = addPicture(project, { pictureId, picture: pictureRef(i + 1, 300 + (i % 3) * 300, 300 + (i % 2) * 400) })
      project = placePicture(project, { sheetId: SHEET, frameId: id, pictureId })
      project = adjustPictures(project, { sheetId: SHEET, ids: [id], change: () => ({ warmth: (i + 1) / 20 }) })
    })
  return deepFreeze(project)
}

const change = (project: Project, template: Project) =>
  retemplate(project, { sheetId: SHEET, template, base: null, newIds: { [SHEET]: SHEET }, texts: [], spareTexts: [] })

/** What is shown where: the picture and its warmth, by the opening's name. */
const shown = (sheet: Sheet): ReadonlyMap<string, string> =>
  new Map(
    openingsOf(sheet).flatMap((frame) => {
      const placed = shownPlaced(frame)
      return placed ? [[frame.name, `${placed.pictureId} ${placed.adjustments?.warmth}`] as const] : []
    }),
  )

const made = fc.record({
  names: fc.uniqueArray(fc.constantFrom('Left', 'Right', 'Middle', 'Above', 'Below', 'Large', 'Small', 'Foot'), {
    minLength: 1,
    maxLength: 8,
  }),
  shapes: fc.array(fc.tuple(fc.integer({ min: 40, max: 150 }), fc.integer({ min: 40, max: 150 })), {
    minLength: 1,
    maxLength: 4,
  }),
})

describe('another template under the pictures', () => {
  it('loses no picture and no tone: each is in an opening, those of one name in theirs, or told to be spare', () => {
    holdsFor(fc.tuple(made, made, fc.nat({ max: 8 })), ([from, to, count]) => {
      const project = filledFrom(templateOf('from', from), count)
      const template = templateOf('to', to)
      const { recorded, moved, spare } = change(project, template)
      expect(projectFaults(recorded.project)).toEqual([])
      const [before, after] = [shown(sheetOf(project, SHEET)), shown(sheetOf(recorded.project, SHEET))]
      for (const [name, held] of before)
        if ((to.names as readonly string[]).includes(name)) expect(after.get(name)).toBe(held)
      const kept = [
        ...after.values(),
        ...[...before.values()].filter((held) => spare.includes(held.split(' ')[0] ?? '')),
      ]
      expect(kept.sort()).toEqual([...before.values()].sort())
      expect(moved).toBe(after.size)
      expect(after.size).toBe(Math.min(before.size, to.names.length))
      // Spare pictures are still the project's.
      for (const id of spare) expect(recorded.project.pictures[id]).toBeDefined()
      // Their tones wait with them, and come back with the next place, once.
      const tones = new Map([...before.values()].map((held) => held.split(' ') as [string, string]))
      for (const id of spare) {
        const { spareTones } = recorded.project.pictures[id] ?? {}
        expect(String(spareTones?.warmth)).toBe(tones.get(id))
        const placed = [1, 2].reduce(
          (held, i) =>
            placePicture(addFrame(held, { sheetId: SHEET, frame: newFrame(`new-${i}`, { kind: 'rectangle' }, BOX) }), {
              sheetId: SHEET,
              frameId: `new-${i}`,
              pictureId: id,
            }),
          recorded.project,
        )
        const given = (i: number) => {
          const item = sheetOf(placed, SHEET).items[`new-${i}`]
          return item?.kind === 'frame' ? shownPlaced(item)?.adjustments : null
        }
        expect([given(1), given(2)]).toEqual([spareTones, undefined])
      }
    })
  })

  it('is taken back by its patches', () => {
    holdsFor(fc.tuple(made, made, fc.nat({ max: 8 })), ([from, to, count]) => {
      const project = filledFrom(templateOf('from', from), count)
      const { recorded } = change(project, templateOf('to', to))
      expect(patched(recorded.project, recorded.inverse)).toEqual(project)
    })
  })

  it('there and back leaves every picture where it was, if the other had room for all', () => {
    holdsFor(fc.tuple(made, fc.nat({ max: 8 })), ([from, count]) => {
      const template = templateOf('from', from)
      const project = filledFrom(template, count)
      const there = change(project, templateOf('to', { names: [...from.names].reverse(), shapes: [[90, 90]] }))
      const back = change(there.recorded.project, template)
      expect(shown(sheetOf(back.recorded.project, SHEET))).toEqual(shown(sheetOf(project, SHEET)))
    })
  })

  it('keeps looks of one name on, and what a person added where it was', () => {
    const from = filledFrom(templateOf('from', { names: ['Left'], shapes: [[100, 100]] }), 1)
    const look = { id: 'a', name: 'Vintage', on: true, adjustments: { fade: 0.2 } }
    const added = addFrame(putSwitch(from, { sheetId: SHEET, look }), {
      sheetId: SHEET,
      frame: {
        ...newFrame('f-0-own', { kind: 'ellipse' }, { cx: 700, cy: 500, w: 50, h: 50 }, 'My dot'),
        takesPictures: false,
        fill: { kind: 'colour', colour: '#123456' },
      },
    })
    const to = putSwitch(templateOf('to', { names: ['Right'], shapes: [[80, 120]] }), {
      sheetId: SHEET,
      look: { id: 'b', name: 'vintage', on: false, adjustments: { fade: 0.9 } },
    })
    const sheet = sheetOf(change(added, to).recorded.project, SHEET)
    expect(sheet.switches['b']).toMatchObject({ on: true, adjustments: { fade: 0.9 } })
    expect(framesOf(sheet).find(({ name }) => name === 'My dot')).toMatchObject({
      box: { cx: 700, cy: 500, w: 50, h: 50 },
    })
  })
})

describe('what a person put on a sheet, under another template', () => {
  const from = filledFrom(templateOf('from', { names: ['Left'], shapes: [[100, 100]] }), 1)
  const to = templateOf('to', { names: ['Right'], shapes: [[80, 120]] })
  const star = newFrame('star', { kind: 'star', points: 5, inner: 0.5 }, { cx: 700, cy: 500, w: 50, h: 50 }, 'Star')
  const withStar = (project: Project, more: Partial<Frame>): Project =>
    addFrame(project, { sheetId: SHEET, frame: { ...star, ...more } })
  const kept = (project: Project) => sheetOf(change(project, to).recorded.project, SHEET).items

  it('stays, though it could take a picture: a colour, a picture of its own, hidden or not', () => {
    expect(kept(withStar(from, { fill: { kind: 'colour', colour: '#123456' } }))['star']).toMatchObject({
      name: 'Star',
    })
    const pictured = placePicture(withStar(from, {}), { sheetId: SHEET, frameId: 'star', pictureId: 'pic-0' })
    expect(kept(pictured)['star']).toMatchObject({ fill: { kind: 'taken' } })
    const hidden = markItems(pictured, { sheetId: SHEET, ids: ['star'], hidden: true })
    expect(kept(hidden)['star']).toMatchObject({ hidden: true, fill: { kind: 'taken' } })
  })

  it('stays out of a group whose other members go', () => {
    const both = withStar(from, { fill: { kind: 'colour', colour: '#123456' } })
    const grouped = groupItems(both, { sheetId: SHEET, ids: ['f-0', 'star'], groupId: 'g', name: 'Both' })
    expect(kept(grouped)['star']).toBeDefined()
    expect(kept(grouped)['g']).toBeUndefined()
  })

  it('stays with its letters: a word is nobody’s opening on a sheet that was never marked', () => {
    const after = change(words(), to).recorded.project
    expect(projectFaults(after)).toEqual([])
    const lettered = Object.values(sheetOf(after, SHEET).items).filter(
      (item) => item.kind === 'group' && item.lettering,
    )
    expect(lettered).toHaveLength(1)
  })

  it('stays locked: only what is locked on a sheet of a template is the template’s, by what that had', () => {
    const locked = withStar(from, { locked: true, takesPictures: false })
    expect(kept(locked)['star']).toBeDefined()
    const made = (base: Sheet | null) => {
      const sheet = sheetOf(locked, SHEET)
      const madeFrom = { id: 'from', version: 1, sheetId: SHEET, name: 'From' }
      const project = { ...locked, sheets: { [SHEET]: { ...sheet, madeFrom } } }
      const wish = { sheetId: SHEET, template: to, base, newIds: { [SHEET]: SHEET }, texts: [], spareTexts: [] }
      return sheetOf(retemplate(project, wish).recorded.project, SHEET).items['star']
    }
    expect(made(sheetOf(templateOf('from', { names: ['Left'], shapes: [[100, 100]] }), SHEET))).toBeDefined()
    expect(made(sheetOf(locked, SHEET))).toBeUndefined()
    expect(made(null)).toBeUndefined()
  })
})

describe('another set in the openings', () => {
  it('leaves tones and placement rules to each opening, whatever comes', () => {
    holdsFor(fc.tuple(made, fc.integer({ min: 1, max: 8 })), ([from, count]) => {
      const filled = filledFrom(templateOf('from', from), from.names.length)
      const ids = Array.from({ length: count }, (_, i) => `new-${i}`)
      const known = ids.reduce(
        (held, pictureId, i) => addPicture(held, { pictureId, picture: pictureRef(40 + i, 400 + i * 90, 500) }),
        filled,
      )
      const { project } = refilled(known, SHEET, ids, (now, frameId, pictureId) =>
        replacePicture.record(now, { sheetId: SHEET, frameId, pictureId }),
      )
      const warmths = (of: Project) =>
        openingsOf(sheetOf(of, SHEET)).map((frame) => shownPlaced(frame)?.adjustments?.warmth)
      expect(warmths(project)).toEqual(warmths(filled))
      const pictures = openingsOf(sheetOf(project, SHEET)).map((frame) => shownPlaced(frame)?.pictureId ?? '')
      expect(pictures.filter((id) => id.startsWith('new-'))).toHaveLength(Math.min(count, from.names.length))
    })
  })
})

describe('texts under another template', () => {
  const field = (name: string, said: string, id: string, cy: number): TextFrame => {
    const frame = { ...newText(id, textOf(said), { cx: 300, cy, w: 200, h: 60 }, '#22282b'), name, field: {} }
    if (!isText(frame)) throw new TypeError('no text')
    return frame
  }
  const withFields = (base: Project, fields: readonly TextFrame[]): Project =>
    fields.reduce((held, frame) => addText(held, { sheetId: SHEET, frame }), base)
  const empty = (id: string) => templateOf(id, { names: ['Left'], shapes: [[90, 90]] })
  const from = withFields({ ...empty('from'), id: 'p-1' }, [
    field('Title', 'Up, up', 't-1', 60),
    field('Line', 'over the dunes', 't-2', 160),
    field('Third', 'and home', 't-3', 260),
  ])
  const to = withFields(empty('to'), [field('Heading', 'Sample', 'h-1', 80), field('title', 'Sample too', 'h-2', 220)])
  const newIds = { [SHEET]: SHEET }

  it('go to fields by name, then in reading order; what finds none is told', () => {
    const { moves, spare } = textMoves(sheetOf(from, SHEET), to, newIds, () => true)
    expect(moves.map((move) => [move.from.name, move.field.name])).toEqual([
      ['Title', 'title'],
      ['Line', 'Heading'],
    ])
    expect(spare.map(({ name }) => name)).toEqual(['Third'])
  })

  it('that nobody wrote stay behind', () => {
    const { moves, spare } = textMoves(sheetOf(from, SHEET), to, newIds, ({ name }) => name === 'Line')
    expect(moves.map((move) => move.from.name)).toEqual(['Line'])
    expect(spare).toEqual([])
  })

  it('stand in their fields, and spare ones on the sheet, hidden: none is lost', () => {
    const { moves, spare } = textMoves(sheetOf(from, SHEET), to, newIds, () => true)
    const texts = moves.map((move) => {
      const { text } = move.from.stencil
      return { ...move, set: setText(text, [{ ...look(), length: text.length }], faceNamed) }
    })
    const { recorded } = retemplate(from, {
      sheetId: SHEET,
      template: to,
      base: null,
      newIds,
      texts,
      spareTexts: spare,
    })
    expect(projectFaults(recorded.project)).toEqual([])
    const said = framesOf(sheetOf(recorded.project, SHEET)).flatMap((frame) =>
      isText(frame) ? [[frame.name, frame.stencil.text, frame.hidden ?? false] as const] : [],
    )
    expect(said).toEqual(
      expect.arrayContaining([
        ['title', 'Up, up', false],
        ['Heading', 'over the dunes', false],
        ['Third', 'and home', true],
      ]),
    )
    expect(patched(recorded.project, recorded.inverse)).toEqual(from)
  })

  it('that found no field come back when a template has one', () => {
    const { moves, spare } = textMoves(sheetOf(from, SHEET), to, newIds, () => true)
    const none = retemplate(from, { sheetId: SHEET, template: to, base: null, newIds, texts: [], spareTexts: spare })
    expect(moves).toHaveLength(2)
    const again = textMoves(sheetOf(none.recorded.project, SHEET), from, newIds, () => true)
    expect(again.moves.map((move) => move.from.stencil.text)).toContain('and home')
  })
})
