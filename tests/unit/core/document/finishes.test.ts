/** Finishes of frames and groups, named and their own; every edit keeps the project sound and can be undone. */
import { scaledChange, scaledLayer } from '@/core/finish/scaled'
import { describe, expect, it } from '@jest/globals'
import { deepFreeze, sampleProject, SHEET } from '@tests/helpers/project'
import { soundAndUndone, type RunStep } from '@tests/helpers/runs'
import { adjustPictures, withoutAdjustments } from '@/core/document/edits/adjust'
import { placePicture, replacePicture } from '@/core/document/edits/fills'
import {
  clearFinish,
  copyFinish,
  moveLayer,
  pasteFinish,
  putLayer,
  removeLayer,
  setMixing,
} from '@/core/document/edits/finishes'
import {
  addFinish,
  applyFinish,
  changeFinish,
  nameFinish,
  removeFinish,
  setBack,
  shareDifferences,
} from '@/core/document/edits/namedFinishes'
import { groupItems } from '@/core/document/edits/groups'
import { setCorners, setStencils } from '@/core/document/edits/stencils'
import { copiedSheet } from '@/core/document/edits/sheets'
import { differenceOf, finishUses, layersOf, shownFinish } from '@/core/document/finish'
import { fragmentOf, readFragment } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf, itemOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { projectFaults, readProject } from '@/core/document/validate'
import { changeBetween, changedKeys, withChange } from '@/core/finish/changes'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { LAYER_KINDS, newLayer, type FinishLayer } from '@/core/finish/layers'
import { FINISH_PRESETS } from '@/core/finish/presets'
import { renderSheet } from '@/core/render/drawList'
import { isGroup } from '@/core/render/ops'

const stroke = newLayer('stroke', 'l-1', 8)
const shadow = newLayer('shadow', 'l-2', 8)
const glow = newLayer('glow', 'l-3', 8)
const at = (...ids: readonly string[]) => ({ sheetId: SHEET, ids })
const item = (project: Project, id: string) => itemOf(sheetOf(project, SHEET), id)
const sound = (project: Project): void => expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
const layerIds = (project: Project, id: string): readonly string[] =>
  layersOf(project, item(project, id)).map((l) => l.id)

const twoLayers = putLayer(putLayer(sampleProject(), { ...at('f-1'), layer: shadow }), { ...at('f-1'), layer: stroke })
const named = deepFreeze(
  applyFinish(
    nameFinish(twoLayers, {
      finishId: 'card',
      sheetId: SHEET,
      id: 'f-1',
      name: 'Card',
      category: 'Post',
      withCorners: true,
    }),
    { ...at('f-2', 'f-3'), finishId: 'card' },
  ),
)

describe('layers of an item', () => {
  it('are put on, replaced by their id, moved and taken off', () => {
    expect(layerIds(twoLayers, 'f-1')).toEqual(['l-2', 'l-1'])
    const wider = putLayer(twoLayers, { ...at('f-1'), layer: { ...stroke, opacity: 0.5 } })
    expect(layersOf(wider, item(wider, 'f-1'))[1]?.opacity).toBe(0.5)
    expect(layerIds(moveLayer(twoLayers, { ...at('f-1'), layerId: 'l-2', by: 1 }), 'f-1')).toEqual(['l-1', 'l-2'])
    const bare = removeLayer(removeLayer(twoLayers, { ...at('f-1'), layerId: 'l-1' }), { ...at('f-1'), layerId: 'l-2' })
    expect(item(bare, 'f-1').finish).toBeUndefined()
    expect(clearFinish(twoLayers, at('f-1')).sheets[SHEET]?.items['f-1']).toEqual(
      sampleProject().sheets[SHEET]?.items['f-1'],
    )
  })
  it('may be no more than 24', () => {
    const many = Array.from({ length: 24 }, (_, i) => newLayer('glow', `g-${i}`, 2))
    const full = many.reduce((project, layer) => putLayer(project, { ...at('f-1'), layer }), sampleProject())
    expect(() => putLayer(full, { ...at('f-1'), layer: glow })).toThrow(/at most 24/)
  })
  it('of every kind are sound, and scale with a copied sheet', () => {
    const all = LAYER_KINDS.reduce(
      (project, kind) => putLayer(project, { ...at('f-1'), layer: newLayer(kind, kind, 6) }),
      sampleProject(),
    )
    sound(all)
    const copy = copiedSheet(sheetOf(all, SHEET), 's-2', 'Twice', { w: 1600, h: 1200 })
    expect(copy.items['f-1']?.finish?.layers).toEqual(
      LAYER_KINDS.map((kind) => scaledLayer(newLayer(kind, kind, 6), 2)),
    )
    expect(scaledLayer(newLayer('stroke', 's', 6), 2)).toMatchObject({ width: 12 })
  })
})

describe('a named finish', () => {
  it('is shared: a change reaches all that use it', () => {
    expect(finishUses(named, 'card').map((use) => use.item.id)).toEqual(['f-1', 'f-2', 'f-3'])
    const changed = changeFinish(named, { finishId: 'card', change: { layers: [glow], opacity: 0.4 } })
    for (const id of ['f-1', 'f-2', 'f-3']) {
      expect(layerIds(changed, id)).toEqual(['l-3'])
      expect(shownFinish(changed, item(changed, id)).opacity).toBe(0.4)
    }
    sound(changed)
  })
  it('lets one differ: changed, added, left out; the rest goes on following', () => {
    const differs = [
      (p: Project) => putLayer(p, { ...at('f-2'), layer: { ...stroke, opacity: 0.2 } }),
      (p: Project) => putLayer(p, { ...at('f-2'), layer: glow }),
      (p: Project) => removeLayer(p, { ...at('f-2'), layerId: 'l-2' }),
      (p: Project) => setMixing(p, { ...at('f-2'), opacity: 0.7, blend: 'multiply' }),
    ].reduce<Project>((p, edit) => edit(p), named)
    expect(layerIds(differs, 'f-2')).toEqual(['l-1', 'l-3'])
    expect(differenceOf(differs, item(differs, 'f-2'))).toMatchObject({
      changed: ['l-1'],
      added: ['l-3'],
      without: ['l-2'],
      opacity: true,
      blend: true,
    })
    expect(differenceOf(differs, item(differs, 'f-3'))).toBeNull()
    const followed = changeFinish(differs, {
      finishId: 'card',
      change: { layers: [shadow, stroke, newLayer('relief', 'l-9', 4)] },
    })
    expect(layerIds(followed, 'f-2')).toEqual(['l-1', 'l-9', 'l-3'])
    expect(layersOf(followed, item(followed, 'f-2'))[0]?.opacity).toBe(0.2)
    const one = setBack(differs, { ...at('f-2'), layerId: 'l-2' })
    expect(layerIds(one, 'f-2')).toEqual(['l-2', 'l-1', 'l-3'])
    expect(differenceOf(setBack(differs, at('f-2')), item(setBack(differs, at('f-2')), 'f-2'))).toBeNull()
    const shared = shareDifferences(differs, { sheetId: SHEET, id: 'f-2' })
    expect(layerIds(shared, 'f-3')).toEqual(['l-1', 'l-3'])
    sound(differs)
    sound(shared)
  })
  it('removed leaves the looks there are', () => {
    const gone = removeFinish(named, { finishId: 'card' })
    for (const id of ['f-1', 'f-2', 'f-3'])
      expect(layersOf(gone, item(gone, id))).toEqual(layersOf(named, item(named, id)))
    expect(gone.finishes).toEqual({})
    sound(gone)
  })
  it('may hold corners: frames take them, and follow unless they have others', () => {
    const corner = { style: 'round', size: { share: 0.1 } } as const
    const square = setStencils(sampleProject(), { ...at('f-1', 'f-2', 'f-3'), stencil: { kind: 'rectangle' } })
    const held = addFinish(square, { finish: { id: 'soft', name: 'Soft', category: '', layers: [], corners: corner } })
    const used = applyFinish(held, { ...at('f-1', 'f-2'), finishId: 'soft' })
    expect(frameOf(sheetOf(used, SHEET), 'f-1').stencil).toMatchObject({ corners: [corner] })
    const other = setCorners(used, { ...at('f-2'), corners: [{ style: 'bevel', size: { points: 4 } }] })
    expect(differenceOf(other, item(other, 'f-2'))?.corners).toBe(true)
    const changed = changeFinish(other, {
      finishId: 'soft',
      change: { corners: { style: 'notch', size: { share: 0.2 } } },
    })
    expect(frameOf(sheetOf(changed, SHEET), 'f-1').stencil).toMatchObject({ corners: [{ style: 'notch' }] })
    expect(frameOf(sheetOf(changed, SHEET), 'f-2').stencil).toMatchObject({ corners: [{ style: 'bevel' }] })
    sound(changed)
  })
  it('must be known', () => {
    expect(() => applyFinish(sampleProject(), { ...at('f-1'), finishId: 'none' })).toThrow(/one of the project/)
    const bad = JSON.parse(JSON.stringify(named)) as { finishes: Record<string, unknown> }
    bad.finishes = {}
    expect(
      projectFaults(bad)
        .map(({ message }) => message)
        .join(),
    ).toMatch(/not in finishes/)
  })
  it('travels with what is copied to another project', () => {
    const fragment = readFragment(JSON.parse(JSON.stringify(fragmentOf(named, SHEET, ['f-2']))))
    const pasted = pasteFragment(sampleProject(), {
      sheetId: SHEET,
      fragment,
      newIds: { 'f-2': 'n-1' },
      delta: { x: 0, y: 0 },
    })
    expect(layerIds(pasted, 'n-1')).toEqual(['l-2', 'l-1'])
    sound(pasted)
  })
  it('copied and pasted stays shared where it is known, else becomes layers', () => {
    const copy = copyFinish(named, item(named, 'f-1'))
    expect(item(pasteFinish(clearFinish(named, at('f-3')), { ...at('f-3'), copy }), 'f-3').finish).toEqual({
      finishId: 'card',
    })
    expect(layerIds(pasteFinish(sampleProject(), { ...at('f-3'), copy }), 'f-3')).toEqual(['l-2', 'l-1'])
  })
  it('that come with the program are sound at every scale', () => {
    for (const scale of [0.5, 7, 60])
      for (const { name, parts } of FINISH_PRESETS)
        sound(
          applyFinish(addFinish(sampleProject(), { finish: { id: 'x', name, category: '', ...parts(scale) } }), {
            ...at('f-1'),
            finishId: 'x',
          }),
        )
  })
})

describe('on a group', () => {
  const grouped = groupItems(sampleProject(), { ...at('f-1', 'f-2'), groupId: 'g', name: 'Two' })
  it('a finish isolates it; without one it passes through', () => {
    const filled = ['f-1', 'f-2'].reduce(
      (p, frameId) => placePicture(p, { sheetId: SHEET, frameId, pictureId: 'pic-1' }),
      grouped,
    )
    const list = (p: Project) => renderSheet(p, sheetOf(p, SHEET)).items
    expect(list(filled).some(isGroup)).toBe(false)
    const finished = list(putLayer(filled, { ...at('g'), layer: stroke })).find(isGroup)
    expect(finished?.children).toHaveLength(2)
    expect(list(setMixing(filled, { ...at('g'), blend: 'screen' })).find(isGroup)?.blend).toBe('screen')
    sound(putLayer(filled, { ...at('g'), layer: stroke }))
  })
})

describe('adjustments of a picture', () => {
  const filled = placePicture(sampleProject(), { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
  const toned = adjustPictures(filled, {
    ...at('f-1'),
    change: () => ({ exposure: 0.4, grain: { amount: 0.2, size: 0.002, seed: 3 } }),
  })
  const held = (project: Project) => shownPlaced(frameOf(sheetOf(project, SHEET), 'f-1'))?.adjustments
  it('stay when the picture is replaced and go when it starts fresh', () => {
    expect(held(replacePicture(toned, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-2' }))).toEqual(held(toned))
    expect(held(placePicture(toned, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' }))).toBeUndefined()
    sound(toned)
  })
  it('can be seen without, the rest the same', () => expect(withoutAdjustments(toned)).toEqual(filled))
})

describe('any run of finish edits', () => {
  const layerOf = (i: number): FinishLayer => newLayer(LAYER_KINDS[i % 5] ?? 'stroke', `l-${i % 7}`, 3 + (i % 9))
  const id = (i: number): string => `f-${1 + (i % 3)}`
  const steps: readonly RunStep[] = [
    (p, i) => putLayer.record(p, { ...at(id(i)), layer: layerOf(i) }),
    (p, i) => removeLayer.record(p, { ...at(id(i)), layerId: `l-${i % 7}` }),
    (p, i) => moveLayer.record(p, { ...at(id(i)), layerId: `l-${i % 7}`, by: i % 2 ? 1 : -1 }),
    (p, i) =>
      nameFinish.record(p, {
        finishId: `n-${i % 3}`,
        sheetId: SHEET,
        id: id(i),
        name: `N${i}`,
        category: '',
        withCorners: i % 2 === 0,
      }),
    (p, i) =>
      p.finishes[`n-${i % 3}`]
        ? applyFinish.record(p, { ...at(id(i + 1)), finishId: `n-${i % 3}` })
        : clearFinish.record(p, at(id(i))),
    (p, i) =>
      p.finishes[`n-${i % 3}`]
        ? changeFinish.record(p, { finishId: `n-${i % 3}`, change: { layers: [layerOf(i)] } })
        : setBack.record(p, at(id(i))),
    (p, i) => removeFinish.record(p, { finishId: `n-${i % 3}` }),
    (p, i) => setMixing.record(p, { ...at(id(i)), opacity: (i % 11) / 10, blend: i % 2 ? 'overlay' : 'normal' }),
    (p, i) => shareDifferences.record(p, { sheetId: SHEET, id: id(i) }),
  ]
  it('leaves a sound project at every step, and undo brings each state back', () =>
    soundAndUndone(sampleProject(), steps, 80))
})

describe('differences from a named finish', () => {
  const kinds = fc.constantFrom(...LAYER_KINDS)
  const layerOf = (kind: (typeof LAYER_KINDS)[number], id: string) =>
    fc
      .tuple(real(1, 20), real(0.1, 1), fc.boolean(), fc.constantFrom('#102030', '#ffffff', '#8e2a5b'))
      .map(([scale, opacity, hidden, colour]): FinishLayer => {
        const layer = newLayer(kind, id, scale)
        const coloured =
          layer.kind === 'stroke'
            ? { ...layer, paint: { kind: 'colour', colour } as const }
            : layer.kind === 'relief'
              ? layer
              : { ...layer, colour }
        return { ...coloured, opacity, ...(hidden ? { hidden } : {}) }
      })
  const pairs = kinds.chain((kind) => fc.tuple(layerOf(kind, 'a'), layerOf(kind, 'a')))
  it('of one layer from another make the one of the other, and name nothing that is the same', () =>
    holdsFor(pairs, ([from, to]) => {
      const change = changeBetween(from, to)
      if (!change) throw new TypeError('layers of one kind differ by values')
      expect(withChange(from, change)).toEqual(to)
      expect(changedKeys(changeBetween(to, withChange(from, change)) ?? change)).toEqual([])
      expect(changedKeys(changeBetween(from, from) ?? change)).toEqual([])
      const k = 2.5
      expect(withChange(scaledLayer(from, k), scaledChange(change, k))).toEqual(scaledLayer(to, k))
    }))
  it('of another kind leave out what a layer has not', () => {
    expect(withChange(glow, { side: 'inside', width: 3, blur: 4 })).toEqual({ ...glow, blur: 4 })
    expect(changeBetween(glow, stroke)).toBeNull()
  })
  it('are kept by value: whatever else the finish changes is followed', () =>
    holdsFor(
      fc.tuple(pairs, real(0.2, 30)),
      ([[from, to], width]) => {
        const kept = changeFinish(named, { finishId: 'card', change: { layers: [{ ...stroke, id: 'a' }, from] } })
        const shared = changeFinish(kept, { finishId: 'card', change: { layers: [from] } })
        const differs = putLayer(shared, { ...at('f-2'), layer: to })
        sound(differs)
        expect(layersOf(differs, item(differs, 'f-2'))).toEqual([to])
        expect(layersOf(differs, item(differs, 'f-1'))).toEqual([from])
        const change = changeBetween(from, to)
        // All follow in another value, but where it is one that differs.
        const later = changeFinish(differs, {
          finishId: 'card',
          change: { layers: [{ ...from, opacity: 0.05, ...('width' in from ? { width } : {}) } as FinishLayer] },
        })
        const [seen] = layersOf(later, item(later, 'f-2'))
        const keeps = (key: string): boolean => change !== null && changedKeys(change).includes(key)
        expect(seen?.opacity).toBe(keeps('opacity') ? to.opacity : 0.05)
        if (seen?.kind === 'stroke' && to.kind === 'stroke') expect(seen.width).toBe(keeps('width') ? to.width : width)
        const back = setBack(later, { ...at('f-2'), layerId: 'a' })
        expect(item(back, 'f-2').finish).toEqual({ finishId: 'card' })
        expect(readProject(JSON.parse(JSON.stringify(later)))).toEqual(later)
      },
      80,
    ))
  it('of several that differ are changed in the one value that was changed', () => {
    const wide = putLayer(named, { ...at('f-2'), layer: { ...stroke, width: 30 } as FinishLayer })
    const both = putLayer(wide, { ...at('f-1', 'f-2'), from: stroke, layer: { ...stroke, opacity: 0.5 } })
    expect(item(both, 'f-1').finish).toEqual({ finishId: 'card', changes: [{ id: 'l-1', opacity: 0.5 }] })
    expect(item(both, 'f-2').finish?.changes).toEqual([{ id: 'l-1', opacity: 0.5, width: 30 }])
    sound(both)
  })
  it('go with a copied finish, which brings its name to another project, once', () => {
    const wide = putLayer(named, { ...at('f-2'), layer: { ...stroke, width: 30 } as FinishLayer })
    const copy = copyFinish(wide, item(wide, 'f-2'))
    const once = pasteFinish(sampleProject(), { ...at('f-1'), copy })
    const twice = pasteFinish(once, { ...at('f-3'), copy })
    sound(twice)
    expect(Object.values(twice.finishes).map(({ name }) => name)).toEqual(['Card'])
    for (const id of ['f-1', 'f-3']) expect(layersOf(twice, item(twice, id))).toEqual(layersOf(wide, item(wide, 'f-2')))
    // The same finish under another id is the same.
    const renamed = JSON.parse(JSON.stringify(once).replaceAll('"card"', '"other"')) as Project
    expect(Object.keys(pasteFinish(renamed, { ...at('f-2'), copy }).finishes)).toEqual(['other'])
  })
})
