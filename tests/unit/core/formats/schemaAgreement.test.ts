/** The published JSON Schema (read by Ajv) and the program's own must judge alike. */
import { describe, expect, it } from '@jest/globals'
import { Ajv } from 'ajv'
import { readFileSync } from 'node:fs'
import { FIRST_PARTS } from '@/core/adjust/adjustments'
import { adjustPictures } from '@/core/document/edits/adjust'
import { echoOf } from '@/core/document/edits/echoes'
import { putLayer } from '@/core/document/edits/finishes'
import { applyFinish, nameFinish } from '@/core/document/edits/namedFinishes'
import { setEntrance, setSheetFilm } from '@/core/document/edits/film'
import { newClip } from '@/core/film/clip'
import { makeSpan, pinWindows } from '@/core/document/edits/spans'
import { LAYER_KINDS, newLayer, type FinishLayer, type Stroke, type StrokeLine } from '@/core/finish/layers'
import { removeItems } from '@/core/document/edits/items'
import { pictureAcross, pictureEach } from '@/core/document/edits/lettering/across'
import { UNIT_QUAD } from '@/core/document/laid'
import type { Project } from '@/core/document/types'
import { look, textOf, withText } from '@tests/helpers/text'
import { withWord } from '@tests/helpers/lettering'
import { fillFrames, placePicture } from '@/core/document/edits/fills'
import { addSlot } from '@/core/document/edits/slots'
import { addFrame } from '@/core/document/edits/frames'
import { newFrame } from '@/core/document/create'
import { PRESETS } from '@/core/stencil/presets'
import { stencilFaults } from '@/core/document/schema'
import type { Stencil } from '@/core/stencil/stencil'
import { bundleDocument, bundlePictures, completeDocument } from '@/core/formats/bundleDocument'
import { projectFaults } from '@/core/document/validate'
import { casesOf } from '@tests/helpers/sweep'
import { bendFrame } from '@/core/document/edits/bend'
import { flatMesh } from '@/core/geometry/bend'
import { projectOfSheets, withSheetShown } from '@tests/helpers/sheets'
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

/** One that differs in every value. */
const differing = putLayer(applyFinish(namedToo, { sheetId: SHEET, ids: ['f-3'], finishId: 'fine' }), {
  sheetId: SHEET,
  ids: ['f-3'],
  layer: {
    ...(newLayer('stroke', 'l-stroke', 9) as Stroke), // a stroke was asked for
    hidden: true,
    at: 'under',
    opacity: 0.3,
    side: 'outside',
    join: 'round',
    mitreLimit: 9,
    line: { kind: 'dots', gap: 3 },
    paint: { kind: 'colour', colour: '#123456' },
  },
})

const bare = removeItems(sampleProject(), { sheetId: SHEET, ids: ['f-1', 'f-2', 'f-3'] })

/** A text on a curve in a box, a picture aside and one once across; and a set of letters. */
const BOXED = { fit: 'box', box: { w: 300, h: 90 }, curve: { kind: 'arc', bend: 40 } } as const
const lettered = pictureEach(
  pictureAcross(withWord(bare, 'AB', { change: BOXED }), { sheetId: SHEET, groupId: 'g-word', pictureId: 'pic-2' }),
  { sheetId: SHEET, groupId: 'g-word' },
)
const spared = removeItems(lettered, { sheetId: SHEET, ids: ['l-1'] })
const waved = withWord(spared, 'C', {
  id: 'g-wave',
  change: { curve: { kind: 'wave', height: 0.2, waves: 1 } },
  ids: 'm',
})
const lettersToo: Project = {
  ...waved,
  alphabets: {
    set: {
      id: 'set',
      name: 'Letters',
      face: { id: 'anton', name: 'Anton' },
      heights: 'common',
      margin: 0.1,
      members: [{ text: 'A', sheetId: SHEET, groupId: 'g-word', place: { cx: 100, cy: 100, w: 80, h: 80 } }],
    },
  },
}

/** Colours of a slot, one of them tinted. */
const slotsToo = fillFrames(
  addSlot(removeItems(sampleProject(), { sheetId: SHEET, ids: ['f-2', 'f-3'] }), {
    slot: { id: 'sea', name: 'Sea', colour: '#2c6e63' },
  }),
  {
    sheetId: SHEET,
    ids: ['f-1'],
    fill: {
      kind: 'gradient',
      shape: 'linear',
      turn: 0,
      stops: [
        { at: 0, colour: '@sea' },
        { at: 1, colour: '@sea:-40' },
      ],
    },
  },
)

/** A text of two looks with a soft hyphen, one of them in a colour of its own. */
const textToo = withText(
  bare,
  textOf('Hi so\u00adon', [
    { ...look('lora', 12), length: 3 },
    { ...look('lora-bold', 14, '#118822'), length: 5 },
  ]),
)

/** A frame laid into four corners, two on a plane with a picture over both. */
const seenToo: Project = (() => {
  const project: Loose = JSON.parse(
    JSON.stringify(
      makeSpan(sampleProject(), {
        sheetId: SHEET,
        ids: ['f-1', 'f-2'],
        spanId: 's-1',
        pictureId: 'pic-2',
        gaps: 'hide',
      }),
    ),
  )
  const sheet = project['sheets'][SHEET]
  const corners = [
    { x: 10, y: 20 },
    { x: 300, y: 60 },
    { x: 310, y: 250 },
    { x: 0, y: 300 },
  ]
  sheet.planes['wall'] = { id: 'wall', name: 'Wall', corners, size: { w: 900, h: 700 } }
  for (const id of ['f-1', 'f-2']) sheet.items[id].planeId = 'wall'
  sheet.spans['s-1'].planeId = 'wall'
  sheet.items['f-3'].laid = { corners: UNIT_QUAD.map(({ x, y }) => ({ x: x * (1 - 0.2 * y), y })), isFlat: true }
  return project as Project // made of a sound one
})()

/** One sheet within another, on a cylinder; beside it a frame on a mesh. */
const withinToo: Project = (() => {
  const shown = withSheetShown(projectOfSheets(2), 's-0', 'a-s-0', 's-1')
  const at = { sheetId: 's-0', frameId: 'a-s-0' }
  const bent = bendFrame(shown, { ...at, bend: { kind: 'cylinder', arc: 90, around: 10, tilt: -20 } })
  return bendFrame(bent, { ...at, frameId: 'b-s-0', bend: flatMesh(3, 2) })
})()

const filled = placePicture(differing, { sheetId: SHEET, frameId: 'f-1', pictureId: 'pic-1' })

/** A clip, what comes in, and a sheet's part of a film. */
const timeToo: Project = (() => {
  const clip = newClip({ file: 'c'.repeat(64), container: 'webm', duration: 4, rate: 25 })
  const held = filled.pictures['pic-1']
  const moving = { ...filled, pictures: { ...filled.pictures, 'pic-1': { ...held, clip } } } as Project // of a file
  const entering = setEntrance(moving, {
    sheetId: SHEET,
    ids: ['f-1', 'f-2'],
    entrance: { kind: 'slide', side: 'top', delay: 0.5, duration: 1 },
  })
  return setSheetFilm(entering, {
    sheetId: SHEET,
    duration: 3,
    transition: { kind: 'slide', side: 'left', duration: 1 },
  })
})()
const written = (project: Project): Loose => JSON.parse(JSON.stringify(bundleDocument(project, () => 'jpg')))
const sound = (): Loose => written(filled)

const ours = (document: Loose): boolean => {
  const held = bundlePictures(document)
  const { pictures, faults } = held
  const files = new Map(
    [...pictures.values()].map((p) => [
      p.file,
      { hash: p.hash ?? 'a'.repeat(64), pixels: p.pixels ?? { w: 10, h: 10 } },
    ]),
  )
  return faults.length === 0 && projectFaults(completeDocument(document, held, files).document).length === 0
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
  /^(order|sheets\.sheet-1\.order|sheets\.sheet-1\.items\.(f-\d|[lmt]-\d|g-\w+)( |\.id|\.order)|.*stencil\.(text|drawings|runs( |\.\d+( |\.(length|clusters|hyphen))))|.*lettering\.(text|letters|aside\.\d\.text)|alphabets|sheets\.sheet-1 |sheets\.sheet-1\.id|pictures\.pic-\d |pictures\.sheet-|sheets\.s-\d( |\.(order|id|size|ppi|items\.[ab]-s-\d( |\.id)))|.*sheetId|.*laid\.bend\.|.*pictureId|.*shown|.*takes\.0 |.*spanId|.*frameId|.*finishId|.*planeId|sheets\.sheet-1\.planes|.*corners\.\d|slots( |\.\w+ |\.\w+\.id)|sheets\.sheet-1\.spans|finishes)/

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
    for (const project of [filled, lettersToo, textToo, slotsToo, seenToo, withinToo, timeToo]) {
      expect(published(written(project))).toBe(true)
      expect(ours(written(project))).toBe(true)
    }
  })

  it.each([
    ['of finishes, spans and stencils', filled],
    ['of lettering and alphabets', lettersToo],
    ['of texts that wrap', textToo],
    ['of colour slots', slotsToo],
    ['of perspective', seenToo],
    ['of sheets within sheets and bent surfaces', withinToo],
    ['of clips, entrances and films', timeToo],
  ])('and the program refuse the same harm %s', (_what, project) => {
    const disagreements = casesOf(harms(written(project))).flatMap(({ path, harm }) => {
      const document = written(project)
      harm(document)
      const [theirs, mine] = [published(document) as boolean, ours(document)]
      const isReference = REFERENCES.test(path) && theirs && !mine
      return theirs === mine || isReference ? [] : [`${path}: schema ${theirs}, program ${mine}`]
    })
    expect(disagreements).toEqual([])
  })
})
