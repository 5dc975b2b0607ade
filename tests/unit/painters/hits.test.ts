import { describe, expect, it } from '@jest/globals'
import { addFrame, setFrameBox } from '@/core/document/edits/frames'
import { frameOf } from '@/core/document/tree'
import { fillFrames } from '@/core/document/edits/fills'
import { setBackground } from '@/core/document/edits/sheets'
import { newFrame } from '@/core/document/create'
import { frameAt, sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { renderSheet } from '@/core/render/drawList'
import { renderFrame } from '@/core/render/frame'
import { paintList } from '@/server/export/renderSheet'
import { SEED, fc, real } from '@tests/helpers/property'
import { stencils, turns } from '@tests/helpers/arbitrary'
import { sampleProject, SHEET } from '@tests/helpers/project'

const scene = fc.array(
  fc.record({
    stencil: stencils,
    cx: real(80, 720),
    cy: real(80, 520),
    w: real(30, 400),
    h: real(30, 400),
    turn: turns,
  }),
  { minLength: 1, maxLength: 6 },
)

/** Far enough from one colour to the next that a pixel that a sliver only touches is told from one beside it. */
const STEP = 40

const noPixels = (): never => {
  throw new TypeError('no pictures here')
}

describe('the hit test', () => {
  it('finds just the frame whose colour is painted at the point, edges apart', async () => {
    for (const frames of fc.sample(scene, { numRuns: 25, seed: SEED })) {
      const empty: Project = setBackground(sampleProject(), { sheetId: SHEET, background: { kind: 'none' } })
      const project = frames.reduce((p, { stencil, cx, cy, w, h, turn }, i) => {
        const at = { sheetId: SHEET, frameId: `n-${i}` }
        const added = setFrameBox(
          addFrame(p, { sheetId: SHEET, frame: newFrame(at.frameId, stencil, { cx, cy, w, h }) }),
          { ...at, turn },
        )
        return fillFrames(added, {
          sheetId: at.sheetId,
          ids: [at.frameId],
          fill: { kind: 'colour', colour: `#0000${((i + 1) * STEP).toString(16).padStart(2, '0')}` },
        })
      }, empty)
      const sheet = sheetOf(project, SHEET)
      const canvas = await paintList(renderSheet(project, sheet), 72, noPixels)
      const data = canvas.data()
      const blue = (x: number, y: number): number => data[(y * canvas.width + x) * 4 + 2] ?? 0
      const alpha = (x: number, y: number): number => data[(y * canvas.width + x) * 4 + 3] ?? 0
      let checked = 0
      for (let i = 0; i < 300; i += 1) {
        const x = 1 + ((i * 7919) % (canvas.width - 2))
        const y = 1 + ((i * 104729) % (canvas.height - 2))
        const around = [-1, 0, 1].flatMap((dx) =>
          [-1, 0, 1].map((dy) => `${blue(x + dx, y + dy)}/${alpha(x + dx, y + dy)}`),
        )
        if (new Set(around).size > 1) continue
        const hit = frameAt(sheet, { x: x + 0.5, y: y + 0.5 }, (frame) => frame.fill.kind !== 'none')
        const wanted = alpha(x, y) === 0 ? null : `n-${blue(x, y) / STEP - 1}`
        if ((hit?.id ?? null) !== wanted)
          throw new Error(`seed ${SEED}: at ${x}, ${y} hit ${hit?.id} but ${wanted} is painted`)
        checked += 1
      }
      expect(checked).toBeGreaterThan(150)
    }
  })

  it('passes through frames that are not wanted', () => {
    const project = sampleProject()
    const sheet = sheetOf(project, SHEET)
    expect(frameAt(sheet, { x: 200, y: 200 })?.id).toBe('f-1')
    expect(frameAt(sheet, { x: 200, y: 200 }, (frame) => frame.id !== 'f-1')).toBeNull()
  })
})

describe('the draw list', () => {
  it('goes from bottom to top and leaves empty frames out', () => {
    const project = fillFrames(sampleProject(), {
      sheetId: SHEET,
      ids: ['f-2'],
      fill: { kind: 'colour', colour: '#123456' },
    })
    const list = renderSheet(project, sheetOf(project, SHEET))
    expect(list.items.map((item) => item.id)).toEqual(['@background', 'f-2'])
    expect(renderSheet(project, sheetOf(project, SHEET), { bleed: true }).area).toEqual({
      x0: -9,
      y0: -9,
      x1: 809,
      y1: 609,
    })
  })
  it('is plain data that crosses to another process unharmed', () => {
    const project = sampleProject()
    const sheet = sheetOf(project, SHEET)
    const item = renderFrame(project, sheet, frameOf(sheet, 'f-1'))
    expect(JSON.parse(JSON.stringify(item))).toEqual(item)
  })
})
