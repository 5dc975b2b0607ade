/**
 * Counters and overlapping strokes as they are painted: the holes of letters are counted on our canvas and on resvg's
 * picture of HarfBuzz's outlines (packages harfbuzzjs and @resvg/resvg-js), which must agree.
 */
import { describe, expect, it } from '@jest/globals'
import { fillFrames } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { removeItems } from '@/core/document/edits/items'
import { setBackground } from '@/core/document/edits/sheets'
import { letterFrames, wordOf } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { newLayer, type Stroke } from '@/core/finish/layers'
import { theirMask } from '@tests/helpers/harfbuzz'
import { laidOut, settingOf, withWord } from '@tests/helpers/lettering'
import { paintedSheet } from '@tests/helpers/painted'
import { sampleProject, SHEET } from '@tests/helpers/project'

const [W, H] = [800, 600]
const LOUD = '#ff00ff'

/** Black letters of a text on a loud ground, in the middle of the sheet; with a finish of the whole if asked. */
const project = (text: string, faceId: string, stroke?: number): Project => {
  const empty = removeItems(sampleProject(), { sheetId: SHEET, ids: ['f-1', 'f-2', 'f-3'] })
  const ground = setBackground(empty, { sheetId: SHEET, background: { kind: 'colour', colour: LOUD } })
  const word = withWord(ground, text, { faceId, change: { size: 150 } })
  const ids = letterFrames(sheetOf(word, SHEET), wordOf(sheetOf(word, SHEET), 'g-word')).map(({ id }) => id)
  const filled = fillFrames(word, { sheetId: SHEET, ids, fill: { kind: 'colour', colour: '#000000' } })
  if (stroke === undefined) return filled
  const layer = { ...(newLayer('stroke', 'edge', stroke) as Stroke), side: 'outside' as const, width: stroke }
  return putLayer(filled, { sheetId: SHEET, ids: ['g-word'], layer })
}

/** How many separate regions of the ground there are, the one around included; specks under 4 pixels count for none. */
const regions = (isGround: (i: number) => boolean): number => {
  const seen = new Uint8Array(W * H)
  let count = 0
  for (let start = 0; start < seen.length; start += 1) {
    if (seen[start] || !isGround(start)) continue
    const queue = [start]
    seen[start] = 1
    let size = 0
    while (queue.length) {
      const i = queue.pop() ?? 0
      size += 1
      const x = i % W
      for (const [next, isInside] of [
        [i - 1, x > 0],
        [i + 1, x < W - 1],
        [i - W, i >= W],
        [i + W, i < W * (H - 1)],
      ] as const)
        if (isInside && !seen[next] && isGround(next)) {
          seen[next] = 1
          queue.push(next)
        }
    }
    if (size >= 4) count += 1
  }
  return count
}

const mask = (text: string, faceId: string): Float32Array => {
  const { bounds } = laidOut(settingOf(text, faceId, { size: 150, align: 'left' }))
  // As the helper puts it: the middle of what is drawn lies at 400, 300.
  const [x, y] = [400 - (bounds.x0 + bounds.x1) / 2, 300 - (bounds.y0 + bounds.y1) / 2]
  return theirMask(faceId, text, { size: 150, x, y, width: W, height: H })
}

describe('counters stay open', () => {
  it.each(['anton', 'archivo-black', 'alfa-slab-one', 'fredoka', 'abril-fatface', 'allerta-stencil'])(
    'in A, B, O, 8 and @ of %s',
    async (faceId) => {
      for (const letter of ['A', 'B', 'O', '8', '@']) {
        const { data } = await paintedSheet(project(letter, faceId))
        const ours = regions((i) => (data[4 * i] ?? 0) > 127)
        const theirs = mask(letter, faceId)
        expect([letter, ours]).toEqual([letter, regions((i) => (theirs[i] ?? 0) <= 127)])
      }
    },
  )
  it('as many as anybody counts', async () => {
    for (const [letter, holes] of [
      ['A', 1],
      ['B', 2],
      ['O', 1],
      ['8', 2],
    ] as const) {
      const { data } = await paintedSheet(project(letter, 'archivo-black'))
      expect([letter, regions((i) => (data[4 * i] ?? 0) > 127) - 1]).toEqual([letter, holes])
    }
  })
})

describe('contours of one letter that overlap leave no hole', () => {
  // In these faces the bars are contours of their own over the letter.
  it.each([
    ['league-gothic', 'Ø'],
    ['league-gothic', '$'],
    ['paytone-one', 'Ł'],
    ['paytone-one', 'ø'],
  ])('in %s: %s', async (faceId, letter) => {
    const theirs = mask(letter, faceId)
    for (const stroke of [undefined, 4]) {
      const { data } = await paintedSheet(project(letter, faceId, stroke))
      let [open, inside] = [0, 0]
      for (let i = 0; i < theirs.length; i += 1) {
        if ((theirs[i] ?? 0) < 254.5) continue
        inside += 1
        // Where contours meet, the canvas lets up to an eighth of the ground through a single pixel.
        if ((data[4 * i] ?? 0) > 32 && (data[4 * i + 1] ?? 0) < 8) open += 1
      }
      expect(inside).toBeGreaterThan(1500)
      expect(open).toBe(0)
    }
  })
})

describe('overlapping strokes of script leave no hole', () => {
  it.each(['lobster', 'pacifico', 'oleo-script', 'yellowtail', 'kaushan-script', 'leckerli-one'])(
    'in %s, plain and under an outside stroke',
    async (faceId) => {
      const text = 'Sealt'
      const theirs = mask(text, faceId)
      const plain = await paintedSheet(project(text, faceId))
      expect(regions((i) => (plain.data[4 * i] ?? 0) > 127)).toBe(regions((i) => (theirs[i] ?? 0) <= 127))
      for (const stroke of [2, 9]) {
        const { data } = await paintedSheet(project(text, faceId, stroke))
        let [shining, inside] = [0, 0]
        for (let i = 0; i < theirs.length; i += 1) {
          if ((theirs[i] ?? 0) < 254.5) continue
          inside += 1
          const isLoud = (data[4 * i] ?? 0) > 8 && (data[4 * i + 1] ?? 0) < 8
          if (isLoud) shining += 1
        }
        expect(inside).toBeGreaterThan(4000)
        expect(shining).toBe(0)
      }
    },
  )
})
