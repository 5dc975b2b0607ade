import { describe, expect, it } from '@jest/globals'
import { pictureProject } from '@/client/projects/pictureProject'
import { projectFaults } from '@/core/document/validate'
import { outputPixels } from '@/core/units'

const answer = (width: number, height: number) => ({
  hash: 'a'.repeat(64),
  name: 'harbour',
  kind: 'jpg',
  bytes: 1,
  width,
  height,
  levels: 1,
  hasAlpha: false,
  tags: [],
  addedAt: '2026-01-01T00:00:00.000Z',
  usedAt: null,
})

describe('a project started with a photograph', () => {
  it('is sound, and its sheet has the pixels of the picture, however large that is', () => {
    for (const [w, h] of [
      [640, 480],
      [1, 1],
      [20_000, 6000],
      [3, 30_000],
    ] as const) {
      const project = pictureProject(answer(w, h))
      expect(projectFaults(project)).toEqual([])
      const sheet = project.sheets['sheet-1']
      if (!sheet) throw new TypeError('no sheet')
      expect([outputPixels(sheet.size.w, sheet.ppi), outputPixels(sheet.size.h, sheet.ppi)]).toEqual([w, h])
    }
  })
})
