import { describe, expect, it } from '@jest/globals'
import { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import { readArtwork } from '@/core/formats/svg/artwork'
import { boundsOf } from '@/core/path/extent'
import { newStencil } from '@/core/stencil/stencil'
import type { NewStencil } from '@/contract/api'
import { changeStencil, forgetStencil, keepStencils, listStencils } from '@/server/stencils/catalogue'
import { bringBundleIn, writeBundle } from '@/server/useCases/bundles'
import { adoptProject } from '@/server/useCases/projects'
import { categoryZip } from '@/server/useCases/stencils'
import { openProject } from '@/server/projects/store'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { near } from '@tests/helpers/near'
import { unzip } from '@tests/helpers/zip'

useDataFolder()

const heart: NewStencil = { name: 'Heart', category: 'Mine', aspect: 1.2, stencil: newStencil('heart') }
const own: NewStencil = {
  name: '../Gull: <1>',
  category: 'Headland',
  aspect: 2,
  stencil: { kind: 'path', d: 'M0 0L20 0L10 10Z', fillRule: 'nonzero' },
}

describe('kept outlines', () => {
  it('are listed by category and name; the same one is kept once', async () => {
    await keepStencils([heart, own])
    await keepStencils([{ ...heart, name: 'Again' }])
    expect((await listStencils()).map(({ name }) => name)).toEqual(['../Gull: <1>', 'Heart'])
  })
  it('are renamed, moved and forgotten', async () => {
    const [kept] = await keepStencils([{ ...heart, category: 'Other' }])
    if (!kept) throw new TypeError('kept')
    expect(await changeStencil(kept.id, { name: ' Love ', category: 'Signs' })).toMatchObject({
      name: 'Love',
      category: 'Signs',
    })
    await forgetStencil(kept.id)
    await expect(forgetStencil(kept.id)).rejects.toThrow(/no longer kept/)
    await expect(changeStencil(kept.id, { name: 'x' })).rejects.toThrow(/no longer kept/)
  })
  it.each([
    [{ ...heart, stencil: { kind: 'heart', lobe: 9, full: 0.4 } }, /lobe must be at most/],
    [{ ...own, stencil: { kind: 'path', d: 'not a path', fillRule: 'nonzero' } }, /must be path data/],
    [{ ...own, stencil: { kind: 'path', d: 'M0 0L1 1<script>', fillRule: 'nonzero' } }, /must be path data/],
    [
      { ...own, stencil: { kind: 'mask', pictureId: 'p', d: 'M0 0L1 0L1 1Z', fillRule: 'nonzero' } },
      /belongs to its picture/,
    ],
    [{ ...own, stencil: { kind: 'constructor' } }, /kind must be one of/],
  ] as const)('that are unsound are refused in words', async (stencil, words) => {
    await expect(keepStencils([stencil as unknown as NewStencil])).rejects.toThrow(words)
  })
  it('are saved as SVG files under names safe on every system, with their own shape', async () => {
    const { open, fileName } = await categoryZip('Headland')
    expect(fileName).toBe('Headland-stencils.zip')
    const files = await unzip(await buffer(open()))
    expect(Object.keys(files)).toEqual(['Gull-1.svg'])
    const art = readArtwork(String(files['Gull-1.svg']))
    const r = boundsOf(art.outlines[0]?.path ?? [])
    near((r.x1 - r.x0) / (r.y1 - r.y0), 2, 1e-3)
    await expect(categoryZip('Nowhere')).rejects.toThrow(/No outline is kept/)
  })
  it('travel in the bundle of a project whose frames have them', async () => {
    const sheet = newSheet('s', 'S', { unit: 'px', size: { w: 100, h: 100 }, ppi: 72, bleed: 0 })
    const box = { cx: 50, cy: 50, w: 40, h: 20 }
    const project = addFrame(newProject('p', 'Travels', sheet), {
      sheetId: 's',
      frame: newFrame('f', own.stencil, box),
    })
    const id = await adoptProject(project)
    const zip = await buffer((await writeBundle(id)).open())
    expect(JSON.parse(String((await unzip(zip))['stencils.json']))).toEqual({ stencils: [own] })
    for (const { id: kept } of await listStencils()) await forgetStencil(kept)
    const { id: brought } = await bringBundleIn(Readable.from([zip]))
    expect((await listStencils()).map(({ name, category }) => [name, category])).toEqual([[own.name, own.category]])
    const held = (await openProject(brought)).project.sheets['s']?.items['f']
    expect(held?.kind === 'frame' && held.stencil).toEqual(own.stencil)
  })
})
