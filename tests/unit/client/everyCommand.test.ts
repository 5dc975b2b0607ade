/**
 * Every command of the list, run wherever it applies: whatever it does leaves a sound project, and taking back all that it
 * did gives the project there was. A command that no scene here calls for fails, so that a new one brings its scene along.
 */
import { afterAll, beforeAll, describe, expect, it, jest } from '@jest/globals'
import { COMMANDS, runCommand } from '@/client/commands'
import { picturesToning, setAdjustment } from '@/client/store/toning'
import { nameLook } from '@/client/store/looks'
import { setFold } from '@/client/parts/folds'
import { typeZoom } from '@/client/store/placing'
import { setWay } from '@/client/store/selection'
import type { Bench } from '@/client/store/bench'
import { markPictures, startColour, startPoints, startTracing, takeBackOne } from '@tests/helpers/tools'
import { takeInHand } from '@/client/store/slices/mode'
import { BACKGROUND_ID, pictureBackground } from '@/core/document/background'
import { newSheet } from '@/core/document/create'
import { echoOf, followFrame } from '@/core/document/edits/echoes'
import { fillFrames, placePicture } from '@/core/document/edits/fills'
import { addSlot } from '@/core/document/edits/slots'
import { planeOfFrame } from '@/core/document/edits/planes'
import { setTool } from '@/client/store/slices/mode'
import { workOnPlane } from '@/client/store/planes'
import { layFrame } from '@/core/document/edits/laid'
import { boxQuad } from '@/core/document/laid'
import type { Quad } from '@/core/geometry/quad'
import { markItems } from '@/core/document/edits/items'
import { groupItems } from '@/core/document/edits/groups'
import { addFinish, applyFinish } from '@/core/document/edits/namedFinishes'
import { addSheet, copiedSheet, changeSheet, setBackground, setGuides, setVeil } from '@/core/document/edits/sheets'
import { setEntrance } from '@/core/document/edits/film'
import { putTime } from '@/client/store/slices/time'
import { makeSpan } from '@/core/document/edits/spans'
import { addTake } from '@/core/document/edits/takes'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { openSheetIn } from '@/client/store/shownSheets'
import { withSheetShown } from '@tests/helpers/sheets'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { testBench } from '@tests/helpers/testBench'
import { textOf, withText } from '@tests/helpers/text'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { putFaces, putTemplates } from '@/client/store/slices/supplies'
import { filled as textProject } from '@tests/helpers/words'

/** A worker that never answers: what waits for one changes nothing here. */
class SilentWorker {
  postMessage = (): void => undefined
  terminate = (): void => undefined
}

/** What a browser keeps for a page, as long as the test lasts. */
const kept = new Map<string, string>()
const localStorage = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
}

const real = {
  localStorage: (globalThis as { localStorage?: unknown }).localStorage,
  fetch: globalThis.fetch,
  Worker: (globalThis as { Worker?: unknown }).Worker,
}
beforeAll(() => {
  jest.spyOn(console, 'warn').mockImplementation(() => undefined)
  Object.assign(globalThis, {
    fetch: jest.fn(() => new Promise(() => undefined)),
    Worker: SilentWorker,
    localStorage,
    requestAnimationFrame: () => 0,
    cancelAnimationFrame: () => undefined,
  })
})
afterAll(() => {
  jest.restoreAllMocks()
  Object.assign(globalThis, real)
})

const at = (frameId: string, pictureId: string) => ({ sheetId: SHEET, frameId, pictureId })

/** All that commands may be about: pictures, takes, an echo, a span, a group, a finish, a background with a veil, sheets. */
const rich = (): Project => {
  let project = placePicture(sampleProject(), at('f-1', 'pic-1'))
  project = addTake(project, { ...at('f-1', 'pic-2'), takeId: 't-2' })
  project = placePicture(project, at('f-2', 'pic-3'))
  project = setBackground(project, { sheetId: SHEET, background: pictureBackground({ kind: 'none' }, 'pic-2') })
  project = setVeil(project, { sheetId: SHEET, veil: { colour: '#ffffff', opacity: 0.3 } })
  project = setGuides(project, { sheetId: SHEET, guides: { x: [100], y: [] } })
  project = changeSheet(project, { sheetId: SHEET, ppi: 150 })
  const size = { w: 400, h: 300 }
  for (const id of ['sheet-0', 'sheet-2'])
    project = addSheet(project, {
      sheet: newSheet(id, id, { unit: 'px', size, ppi: 72, bleed: 0 }),
      after: id === 'sheet-2' ? SHEET : null,
    })
  return project
}

/** The hand goes into a picture and moves it. */
const moveInside = (bench: Bench): void => {
  setWay(bench, 'picture')
  typeZoom(bench, 2)
}

/** Tones of its own, kept as a look and then changed. */
const giveLook = (bench: Bench): void => {
  setAdjustment(bench, picturesToning(bench), 'warmth', 0.4)
  nameLook(bench, 'Warm')
  setAdjustment(bench, picturesToning(bench), 'warmth', 0.6)
}

/** The typefaces that a text may be set in. */
/** The project with its sheet made of a template. */
const ofTemplate = (project: Project): Project => {
  const sheet = sheetOf(project, SHEET)
  const madeFrom = { id: 't-card', version: 1, sheetId: SHEET, name: 'Card' }
  return { ...project, sheets: { ...project.sheets, [SHEET]: { ...sheet, madeFrom } } }
}

/** The gallery has that template in a newer version. */
const knowNewer = (bench: Bench): void => {
  const size = { sheetCount: 1, openings: 3, width: 800, height: 600 }
  putTemplates(bench, [
    { id: 't-card', version: 2, name: 'Card', category: 'Mine', words: '', isShipped: false, ...size },
  ])
}

const giveFaces = (bench: Bench): void =>
  putFaces(bench, [
    { id: 'lora', name: 'Lora', kind: 'reading', canTravel: false, bold: 'lora-bold' },
    { id: 'lora-bold', name: 'Lora Bold', kind: 'reading', canTravel: false, regular: 'lora' },
  ])

/** Two quads were found by presses. */
const findTwo = (bench: Bench): void => {
  const quad = (x: number): Quad => [
    { x, y: 100 },
    { x: x + 100, y: 110 },
    { x: x + 90, y: 190 },
    { x, y: 200 },
  ]
  const found = [100, 300].map((x) => ({ quad: quad(x), rounded: x > 200 ? 0.1 : 0 }))
  setTool(bench, { kind: 'find', frameId: null, found, last: { x: 150, y: 150 }, isWorking: false })
}

const TWO = { unit: 'px', size: { w: 300, h: 200 }, ppi: 72, bleed: 0 } as const

const openShown = (bench: Bench): void => void openSheetIn(bench, 'f-1')

interface Scene {
  readonly name: string
  readonly project: Project
  readonly selection: readonly string[]
  readonly prepare?: (bench: Bench) => void
}

const scenes = (): readonly Scene[] => {
  const base = rich()
  const entering = setEntrance(base, {
    sheetId: SHEET,
    ids: ['f-1'],
    entrance: { kind: 'fade', delay: 0, duration: 1 },
  })
  const all = ['f-1', 'f-2', 'f-3']
  const spanned = makeSpan(sampleProject(), { sheetId: SHEET, ids: all, spanId: 'span-1', pictureId: 'pic-1' })
  const echoed = echoOf(base, { sheetId: SHEET, frameId: 'f-3', of: 'f-1' })
  const card = addSheet(base, { sheet: copiedSheet(sheetOf(base, SHEET), 's-card', 'Card'), after: SHEET })
  const of = { sheetId: SHEET, frameId: 'f-1' }
  const led = followFrame(card, { sheetId: 's-card', ids: ['f-3'], of })
  const grouped = groupItems(base, { sheetId: SHEET, ids: all, groupId: 'g-1', name: 'Group' })
  const named = applyFinish(addFinish(base, { finish: { id: 'n-1', name: 'Thin', category: '', layers: [] } }), {
    sheetId: SHEET,
    ids: ['f-1'],
    finishId: 'n-1',
  })
  const wrapped = withText(sampleProject(), textOf('A card for all who came to the Gull Steps'))
  const coloured = fillFrames(addSlot(base, { slot: { id: 'sea', name: 'Sea', colour: '#2c6e63' } }), {
    sheetId: SHEET,
    ids: ['f-3'],
    fill: { kind: 'colour', colour: '@sea:20' },
  })
  const quad = boxQuad(frameOf(sheetOf(base, SHEET), 'f-1')).map(({ x, y }, i) => ({ x: x + 9 * i, y: y - 5 * i }))
  const laid = layFrame(base, { sheetId: SHEET, frameId: 'f-1', quad: quad as unknown as Quad })
  const walled = planeOfFrame(laid, { sheetId: SHEET, frameId: 'f-1', plane: { id: 'wall', name: 'Wall' } })
  const within = withSheetShown(
    addSheet(sampleProject(), { sheet: newSheet('s-2', 'Two', TWO), after: SHEET }),
    SHEET,
    'f-1',
    's-2',
  )
  const hidden = markItems(base, { sheetId: SHEET, ids: ['f-2'], hidden: true })
  return [
    { name: 'a sheet with something hidden', project: hidden, selection: [] },
    { name: 'the bare sheet', project: base, selection: [] },
    { name: 'an empty project', project: sampleProject(), selection: [] },
    { name: 'a filled frame', project: base, selection: ['f-1'] },
    { name: 'an empty frame', project: base, selection: ['f-3'] },
    { name: 'two frames', project: base, selection: ['f-1', 'f-2'] },
    { name: 'three frames', project: base, selection: all },
    { name: 'the background', project: base, selection: [BACKGROUND_ID] },
    { name: 'a group', project: grouped, selection: ['g-1'] },
    { name: 'a window of a span', project: spanned, selection: ['f-1'] },
    { name: 'windows of a span', project: spanned, selection: all },
    { name: 'an echo', project: echoed, selection: ['f-3'] },
    { name: 'an original', project: echoed, selection: ['f-1'] },
    { name: 'a leader', project: led, selection: ['f-1'] },
    { name: 'a named finish', project: named, selection: ['f-1'] },
    { name: 'a text', project: textProject(), selection: ['g-word'] },
    { name: 'a letter', project: textProject(), selection: ['l-1'] },
    { name: 'a text that wraps', project: wrapped, selection: ['t-1'], prepare: giveFaces },
    { name: 'tracing', project: base, selection: [], prepare: startTracing },
    { name: 'a part found by its colour', project: base, selection: ['f-1'], prepare: startColour },
    { name: 'a step taken back', project: base, selection: ['f-1'], prepare: takeBackOne },
    { name: 'pictures marked', project: base, selection: [], prepare: markPictures },
    { name: 'a picture moved inside', project: base, selection: ['f-1'], prepare: moveInside },
    { name: 'a picture with a look', project: base, selection: ['f-1'], prepare: giveLook },
    { name: 'a section closed by hand', project: base, selection: [], prepare: () => setFold('Finish', true) },
    { name: 'a colour slot', project: coloured, selection: ['f-1'] },
    { name: 'a sheet of a template', project: ofTemplate(base), selection: [], prepare: knowNewer },
    { name: 'a frame in perspective', project: laid, selection: ['f-1'] },
    { name: 'a frame on a plane', project: walled, selection: ['f-1'] },
    { name: 'a frame beside a plane', project: walled, selection: ['f-2'] },
    { name: 'a plane in hand', project: walled, selection: [], prepare: (bench) => workOnPlane(bench, 'wall') },
    { name: 'corners found', project: base, selection: [], prepare: findTwo },
    { name: 'a frame that shows a sheet', project: within, selection: ['f-1'] },
    { name: 'a sheet that was opened in a frame', project: within, selection: [], prepare: openShown },
    { name: 'a frame that comes in', project: entering, selection: [] },
    { name: 'a sheet that plays', project: entering, selection: [], prepare: (bench) => putTime(bench, 1) },
    { name: 'points in hand', project: base, selection: ['f-3'], prepare: startPoints },
    {
      name: 'a stencil in hand',
      project: base,
      selection: [],
      prepare: (bench) => takeInHand(bench, { kind: 'ellipse' }),
    },
  ]
}

/** What needs a browser's clipboard: sheets.spec.ts copies an image and reads it again. */
const IN_A_PAGE: ReadonlySet<string> = new Set(['copyImage'])

const SCENES = scenes()
/** How often each command was run. */
const ran = new Map<string, number>()

describe('every command that applies', () => {
  for (const scene of SCENES)
    it(`to ${scene.name} leaves a sound project, and all of it can be taken back`, () => {
      const faults: string[] = []
      for (const command of COMMANDS) {
        const bench = testBench(scene.project)
        const [chosen] = scene.selection
        const letters = Object.values(scene.project.sheets[SHEET]?.items ?? {}).find(({ kind }) => kind === 'group')
        const selection =
          chosen === 'l-1' && letters?.kind === 'group' ? letters.order.slice(0, 1) : [...scene.selection]
        bench.store.setState({ sheetId: SHEET, selection })
        scene.prepare?.(bench)
        if (command.whyNot(bench.get()) !== null) continue
        try {
          runCommand(bench, command)
          bench.endBurst()
          ran.set(command.id, (ran.get(command.id) ?? 0) + 1)
          const { project: now, notice } = bench.get()
          // What applies is not refused afterwards.
          if (notice?.tone === 'fault' && !IN_A_PAGE.has(command.id)) faults.push(`${command.id}: ${notice.text}`)
          for (const { path: where, message } of projectFaults(JSON.parse(JSON.stringify(now))))
            faults.push(`${command.id}: ${where} ${message}`)
          while (bench.get().history.undo.length) bench.undo()
          expect(bench.get().project).toEqual(scene.project)
        } catch (error) {
          faults.push(`${command.id}: ${error instanceof Error ? error.message.slice(0, 200) : 'fails'}`)
        } finally {
          bench.close()
        }
      }
      expect(faults).toEqual([])
    })
})

describe('each command', () => {
  it('was called for by a scene', () => {
    expect(COMMANDS.map(({ id }) => id).filter((id) => !ran.has(id))).toEqual([])
  })
})
