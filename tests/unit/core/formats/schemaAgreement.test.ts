/** The published JSON Schema (read by Ajv) and the program's own must judge alike. */
import { describe, expect, it } from '@jest/globals'
import { Ajv } from 'ajv'
import { readFileSync } from 'node:fs'
import { FIRST_PARTS } from '@/core/adjust/adjustments'
import { adjustPictures } from '@/core/document/edits/adjust'
import { echoOf } from '@/core/document/edits/echoes'
import { putLayer } from '@/core/document/edits/finishes'
import { nameFinish } from '@/core/document/edits/namedFinishes'
import { makeSpan, pinWindows } from '@/core/document/edits/spans'
import { LAYER_KINDS, newLayer, type FinishLayer, type Stroke, type StrokeLine } from '@/core/finish/layers'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { newFrame } from '@/core/document/create'
import { PRESETS } from '@/core/stencil/presets'
import { stencilFaults } from '@/core/document/schema'
import type { Stencil } from '@/core/stencil/stencil'
import { bundleDocument, bundlePictures, completeDocument } from '@/core/formats/bundleDocument'
import { projectFaults } from '@/core/document/validate'
import { sampleProject, SHEET } from '@tests/helpers/project'

type Loose = Record<string, any>

const published = new Ajv({ allErrors: true, strict: false }).compile(
  JSON.parse(readFileSync('docs/bundle.schema.json', 'utf8')),
)

const STENCILS: readonly Stencil[] = [
  { kind: 'star', points: 5, inner: 0.4, corners: [{ style: 'round', size: { share: 0.1 } }] },
  {
    kind: 'rectangle',
    corners: (['round', 'bevel', 'scoop', 'notch'] as const).map((style) => ({ style, size: { points: 4 } })),
  },
  { kind: 'torn', depth: 0.1, rough: 0.4, edges: 'bottom', seed: 7 },
  { kind: 'ticket', bite: { share: 0.1 }, at: 0.5 },
  { kind: 'path', d: 'M0 0L10 0L5 8Z', fillRule: 'evenodd' },
]

const withStencils = STENCILS.reduce(
  (project, stencil, i) =>
    addFrame(project, {
      sheetId: SHEET,
      frame: newFrame(`f-${i + 4}`, stencil, { cx: 100, cy: 100 + 20 * i, w: 60, h: 40 }),
    }),
  sampleProject(),
)

const LINES: readonly StrokeLine[] = [
  { kind: 'dashes', dash: 4, gap: 2, cap: 'round' },
  { kind: 'dots', gap: 1 },
  { kind: 'double', gap: 0.4 },
  { kind: 'brushed', bristles: 9, dryness: 0.4, seed: 3 },
]

/** Every kind of layer and line, a span, an echo and adjustments are in what is harmed. */
const finished = [...LAYER_KINDS.map((kind) => newLayer(kind, `l-${kind}`, 6)), ...LINES.map(lined)].reduce(
  (project, layer) => putLayer(project, { sheetId: SHEET, ids: ['f-2'], layer }),
  withStencils,
)

function lined(line: StrokeLine): FinishLayer {
  return { ...(newLayer('stroke', `l-${line.kind}`, 6) as Stroke), line } // a stroke is asked for
}

const shared = makeSpan(finished, {
  sheetId: SHEET,
  ids: ['f-6', 'f-7'],
  spanId: 's-1',
  pictureId: 'pic-2',
  gaps: 'skip',
})
const pinned = pinWindows(shared, { sheetId: SHEET, ids: ['f-6'], pinned: true })
const echoed = echoOf(pinned, { sheetId: SHEET, frameId: 'f-8', of: 'f-6' })
const toned = adjustPictures(echoed, {
  sheetId: SHEET,
  ids: ['f-6'],
  change: () => ({ exposure: 0.2, ...FIRST_PARTS }),
})
const namedToo = nameFinish(toned, {
  finishId: 'fine',
  sheetId: SHEET,
  id: 'f-2',
  name: 'Fine',
  category: '',
  withCorners: true,
})

const filled = placePicture(namedToo, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })
const sound = (): Loose => JSON.parse(JSON.stringify(bundleDocument(filled, () => 'jpg')))

const ours = (document: Loose): boolean => {
  const { pictures, faults } = bundlePictures(document)
  const files = new Map(
    [...pictures.values()].map((p) => [
      p.file,
      { hash: p.hash ?? 'a'.repeat(64), pixels: p.pixels ?? { w: 10, h: 10 } },
    ]),
  )
  return faults.length === 0 && projectFaults(completeDocument(document, pictures, files).document).length === 0
}

/** Every way to harm one value: taken away, of another type, out of range. */
const harms = (
  value: unknown,
  path: readonly (string | number)[] = [],
): { path: string; harm: (document: Loose) => void }[] => {
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, inner]) => {
    const at = [...path, Array.isArray(value) ? Number(key) : key]
    const parent = (document: Loose): Loose => path.reduce<Loose>((held, part) => held[part], document)
    const put = (changed: unknown) => (document: Loose) => void (parent(document)[key] = changed)
    const name = at.join('.')
    const own = [
      {
        path: `${name} taken away`,
        harm: (document: Loose) =>
          void (Array.isArray(parent(document))
            ? parent(document)['splice'](Number(key), 1)
            : delete parent(document)[key]),
      },
      { path: `${name} as null`, harm: put(null) },
      { path: `${name} as a list`, harm: put([]) },
      { path: `${name} as text`, harm: put('#Z ') },
      { path: `${name} as a huge number`, harm: put(1e12) },
    ]
    return [...own, ...harms(inner, at)]
  })
}

// Facts beyond the reach of a schema: which ids name what, and what the files are.
const REFERENCES =
  /^(order|sheets\.sheet-1\.order|sheets\.sheet-1\.items\.f-\d( |\.id)|sheets\.sheet-1 |sheets\.sheet-1\.id|pictures\.pic-\d |.*pictureId|.*shown|.*takes\.0 |.*spanId|.*frameId|.*finishId|sheets\.sheet-1\.spans|finishes)/

describe('the published schema', () => {
  it('takes every stencil of the supplies', () => {
    for (const { stencil } of PRESETS) {
      const document = sound()
      document['sheets'][SHEET].items['f-1'].stencil = stencil
      expect(published(document)).toBe(true)
      expect(stencilFaults(stencil)).toEqual([])
    }
  })
  it('takes the example of docs/format.md and what the program writes', () => {
    const [, example = ''] = /```json\n([\s\S]*?)```/.exec(readFileSync('docs/format.md', 'utf8')) ?? []
    expect(published(JSON.parse(example))).toBe(true)
    expect(ours(JSON.parse(example))).toBe(true)
    expect(published(sound())).toBe(true)
    expect(ours(sound())).toBe(true)
  })

  it('and the program refuse the same harm', () => {
    const disagreements = harms(sound()).flatMap(({ path, harm }) => {
      const document = sound()
      harm(document)
      const [theirs, mine] = [published(document) as boolean, ours(document)]
      const isReference = REFERENCES.test(path) && theirs && !mine
      return theirs === mine || isReference ? [] : [`${path}: schema ${theirs}, program ${mine}`]
    })
    expect(disagreements).toEqual([])
  })
})
