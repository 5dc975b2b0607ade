import path from 'node:path'
import sharp from 'sharp'
import { KNOWN_PICTURES, someProjects } from '@tests/helpers/documents'
import { SHEET } from '@tests/helpers/project'
import { fc, real } from '@tests/helpers/property'
import { BLENDS, type Blend } from '@/core/colour/blend'
import { putLayer, setMixing } from '@/core/document/edits/finishes'
import { fillFrames } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import type { Item, Project } from '@/core/document/types'
import { LAYER_KINDS, newLayer, STROKE_SIDES, type FinishLayer, type StrokeLine } from '@/core/finish/layers'

const LINES: readonly StrokeLine[] = [
  { kind: 'solid' },
  { kind: 'dashes', dash: 12, gap: 6, cap: 'round' },
  { kind: 'double', gap: 0.4 },
  { kind: 'dots', gap: 4 },
  { kind: 'brushed', bristles: 6, dryness: 0.4, seed: 3 },
]

const layers: fc.Arbitrary<FinishLayer> = fc
  .record({
    kind: fc.constantFrom(...LAYER_KINDS),
    at: fc.constantFrom('under' as const, 'over' as const),
    opacity: fc.constantFrom(1, 0.6),
    line: fc.constantFrom(...LINES),
    side: fc.constantFrom(...STROKE_SIDES),
    scale: real(4, 24),
  })
  .map(({ kind, scale, line, side, ...common }) => {
    const layer = newLayer(kind, kind, scale)
    return { ...layer, ...common, ...(layer.kind === 'stroke' ? { line, side } : {}) } as FinishLayer // of one kind
  })

interface Look {
  readonly layers: readonly FinishLayer[]
  readonly opacity: number
  readonly blend: Blend
  readonly cx: number
  readonly cy: number
  readonly isGradient: boolean
}

const looks: fc.Arbitrary<Look> = fc.record({
  layers: fc.uniqueArray(layers, { maxLength: 2, selector: ({ id }) => id }),
  opacity: fc.constantFrom(1, 1, 0.5),
  blend: fc.constantFrom('normal', 'normal', ...BLENDS),
  cx: real(180, 620),
  cy: real(150, 450),
  isGradient: fc.boolean(),
})

const GRADIENT = {
  kind: 'gradient',
  shape: 'linear',
  turn: 30,
  stops: [
    { at: 0, colour: '#204080' },
    { at: 0.5, colour: '#e0c040' },
    { at: 1, colour: '#c04030' },
  ],
} as const

/** Frames lie well within the sheet: some readers of SVG lose what filters would take from beyond it. */
const withinSheet = (item: Item, { cx, cy }: Look): Item => {
  if (item.kind !== 'frame') return item
  const shrink = Math.min(1, 220 / Math.max(item.box.w, item.box.h))
  return { ...item, box: { cx, cy, w: Math.max(8, item.box.w * shrink), h: Math.max(8, item.box.h * shrink) } }
}

/** Sheets whose frames and groups have finishes, mixing, fading edges, colours, gradients and pictures. */
export const finishedSheets: fc.Arbitrary<Project> = fc
  .tuple(someProjects, fc.array(looks, { minLength: 14, maxLength: 14 }))
  .map(([made, chosen]) => {
    const sheet = made.sheets[SHEET]
    if (!sheet) throw new TypeError('no sheet')
    const entries = Object.entries(sheet.items)
    const lookOf = (i: number): Look => chosen[i % chosen.length]! // never empty
    const items = Object.fromEntries(entries.map(([id, item], i) => [id, withinSheet(item, lookOf(i))]))
    const placed: Project = { ...made, sheets: { ...made.sheets, [SHEET]: { ...sheet, items } } }
    const ground = setBackground(placed, { sheetId: SHEET, background: { kind: 'colour', colour: '#e8e2d0' } })
    return entries.reduce<Project>((project, [id, item], i) => {
      const at = { sheetId: SHEET, ids: [id] }
      const { layers: own, opacity, blend, isGradient } = lookOf(i)
      const isEmpty = item.kind === 'frame' && item.fill.kind === 'none'
      const fill = isGradient ? GRADIENT : ({ kind: 'colour', colour: '#3a7f6b' } as const)
      const filled = isEmpty ? fillFrames(project, { ...at, fill }) : project
      const mixed = setMixing(filled, {
        ...at,
        opacity: opacity < 1 ? opacity : null,
        blend: blend === 'normal' ? null : blend,
      })
      return own.reduce((sofar, layer) => putLayer(sofar, { ...at, layer }), mixed)
    }, ground)
  })

// Reached once: a global is slow to reach from within a test's own context.
const { sin } = Math

const softFields = (w: number, h: number, phase: number): Buffer => {
  const data = Buffer.alloc(w * h * 3)
  const down = Array.from({ length: h }, (_, y) => 128 + 80 * sin((4 * y) / h))
  const across = Array.from({ length: w }, (_, x) => 128 + 90 * sin((3 * x) / w + phase))
  for (let y = 0, at = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      data[at++] = across[x] ?? 0
      data[at++] = down[y] ?? 0
      data[at++] = 60 + (150 * x) / w
    }
  return data
}

/** The pictures of made-up projects as soft colour fields, so that no reader's way of shrinking shows; by their hashes. */
export const paintPictures = async (folder: string): Promise<Readonly<Record<string, string>>> => {
  const files: Record<string, string> = {}
  for (const [i, { hash, pixels }] of KNOWN_PICTURES.entries()) {
    const { w, h } = pixels
    const file = path.join(folder, `picture-${i}.${i % 2 ? 'png' : 'jpg'}`)
    const picture = sharp(softFields(w, h, i), { raw: { width: w, height: h, channels: 3 } })
    await (i % 2 ? picture.png() : picture.jpeg({ quality: 95, chromaSubsampling: '4:4:4' })).toFile(file)
    files[hash] = file
  }
  return files
}
