/** Lengths of finishes, corners and edges that grow with what is sized. */
import { describe, expect, it } from '@jest/globals'
import { SHEET, sampleProject } from '@tests/helpers/project'
import { near } from '@tests/helpers/near'
import { holdsFor, real } from '@tests/helpers/property'
import { putLayer } from '@/core/document/edits/finishes'
import { applyFinish, nameFinish } from '@/core/document/edits/namedFinishes'
import { setFrameBox } from '@/core/document/edits/frames'
import { groupItems } from '@/core/document/edits/groups'
import { sizeItems } from '@/core/document/edits/items'
import { setCorners, setStencils } from '@/core/document/edits/stencils'
import { hullOf } from '@/core/document/extent'
import { layersOf } from '@/core/document/finish'
import { sheetOf } from '@/core/document/read'
import { frameOf, itemOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { LAYER_KINDS, newLayer, type FinishLayer } from '@/core/finish/layers'
import { scaledLayer } from '@/core/finish/scaled'

const [stroke, shadow, glow] = [newLayer('stroke', 'l-1', 8), newLayer('shadow', 'l-2', 8), newLayer('glow', 'l-3', 8)]
const at = (...ids: readonly string[]) => ({ sheetId: SHEET, ids })
const item = (project: Project, id: string) => itemOf(sheetOf(project, SHEET), id)
const sound = (project: Project): void => expect(projectFaults(JSON.parse(JSON.stringify(project)))).toEqual([])
const twoLayers = putLayer(putLayer(sampleProject(), { ...at('f-1'), layer: shadow }), { ...at('f-1'), layer: stroke })
const of = { finishId: 'card', sheetId: SHEET, id: 'f-1', name: 'Card', category: '', withCorners: false }
const named = applyFinish(nameFinish(twoLayers, of), { ...at('f-2', 'f-3'), finishId: 'card' })

/** Numbers to nine digits: the factor is worked out from two boxes. */
const rounded = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (_key, one: unknown) => (typeof one === 'number' ? Number(one.toPrecision(9)) : one)),
  )

describe('lengths that grow with what is sized', () => {
  const corner = { style: 'round', size: { points: 12 } } as const
  const cornered = setCorners(setStencils(twoLayers, { ...at('f-1', 'f-2'), stencil: { kind: 'rectangle' } }), {
    ...at('f-1', 'f-2'),
    corners: [corner],
  })
  const grouped = putLayer(groupItems(cornered, { ...at('f-1', 'f-2'), groupId: 'g-1', name: 'Pair' }), {
    ...at('g-1'),
    layer: glow,
  })
  const sized = (project: Project, k: number, lengths: boolean): Project => {
    const hull = hullOf(sheetOf(project, SHEET), ['g-1'])
    if (!hull) throw new TypeError('a group has a box')
    const to = { ...hull.box, w: hull.box.w * k, h: hull.box.h * k }
    return sizeItems(project, { ...at('g-1'), from: hull, to, lengths })
  }
  const cornerOf = (project: Project, id: string) => {
    const { stencil } = frameOf(sheetOf(project, SHEET), id)
    return stencil.kind === 'rectangle' ? stencil.corners?.[0]?.size : undefined
  }
  it('of a group are its own and those of its members, and come back as they were', () =>
    holdsFor(
      real(0.3, 3),
      (k) => {
        const larger = sized(grouped, k, true)
        sound(larger)
        expect(rounded(layersOf(larger, item(larger, 'f-1')))).toEqual(
          rounded([scaledLayer(shadow, k), scaledLayer(stroke, k)]),
        )
        expect(rounded(layersOf(larger, item(larger, 'g-1')))).toEqual(rounded([scaledLayer(glow, k)]))
        expect(rounded(cornerOf(larger, 'f-2'))).toEqual(rounded({ points: 12 * k }))
        const back = sized(larger, 1 / k, true)
        for (const id of ['f-1', 'g-1'])
          layersOf(back, item(back, id)).forEach((layer, i) => {
            const was = layersOf(grouped, item(grouped, id))[i]
            if ('blur' in layer && was && 'blur' in was) near(layer.blur, was.blur, 1e-6)
            if ('width' in layer && was && 'width' in was) near(layer.width, was.width, 1e-6)
          })
      },
      30,
    ))
  it('stay where that was not asked for, and where the size is not in proportion', () => {
    const plain = sized(grouped, 2, false)
    expect(layersOf(plain, item(plain, 'f-1'))).toEqual([shadow, stroke])
    const hull = hullOf(sheetOf(grouped, SHEET), ['g-1'])
    if (!hull) throw new TypeError('a group has a box')
    const wide = sizeItems(grouped, { ...at('g-1'), from: hull, to: { ...hull.box, w: hull.box.w * 2 }, lengths: true })
    expect(layersOf(wide, item(wide, 'f-1'))).toEqual([shadow, stroke])
  })
  it('of a named finish are shared and stay, what differs from it grows', () => {
    const wide = putLayer(named, { ...at('f-2'), layer: { ...stroke, width: 10 } as FinishLayer })
    const box = frameOf(sheetOf(wide, SHEET), 'f-2').box
    const twice = setFrameBox(wide, {
      sheetId: SHEET,
      frameId: 'f-2',
      box: { ...box, w: box.w * 2, h: box.h * 2 },
      lengths: true,
    })
    expect(item(twice, 'f-2').finish?.changes).toEqual([{ id: 'l-1', width: 20 }])
    expect(twice.finishes).toBe(wide.finishes)
  })
  it('keep within their ranges', () => {
    for (const kind of LAYER_KINDS) {
      const vast = putLayer(sampleProject(), { ...at('f-1'), layer: scaledLayer(newLayer(kind, kind, 40), 1e6) })
      sound(vast)
      sound(putLayer(sampleProject(), { ...at('f-1'), layer: scaledLayer(newLayer(kind, kind, 40), 1e-6) }))
    }
  })
})
