import type { Unit } from '@/core/units'
import type { Box } from '@/core/geometry/box'
import type { Size } from '@/core/geometry/vector'
import { stencilName, type Stencil } from '@/core/stencil/stencil'
import { FORMAT, type Frame, type Project, type Sheet } from '@/core/document/types'

export interface NewSheet {
  readonly unit: Unit
  /** Trim size in points. */
  readonly size: Size
  readonly ppi: number
  readonly bleed: number
}

/** An empty sheet, white. */
export const newSheet = (id: string, name: string, of: NewSheet): Sheet => ({
  id,
  name,
  unit: of.unit,
  size: { ...of.size },
  ppi: of.ppi,
  bleed: of.bleed,
  safe: 0,
  background: { kind: 'colour', colour: '#ffffff' },
  order: [],
  items: {},
  spans: {},
  planes: {},
  guides: { x: [], y: [] },
  switches: {},
})

/** A project of one sheet. */
export const newProject = (id: string, name: string, sheet: Sheet): Project => ({
  format: FORMAT,
  id,
  name,
  order: [sheet.id],
  sheets: { [sheet.id]: sheet },
  finishes: {},
  looks: {},
  alphabets: {},
  colours: [],
  slots: {},
  pictures: {},
})

/** An empty frame that takes pictures. */
export const newFrame = (id: string, stencil: Stencil, box: Box, name?: string): Frame => ({
  kind: 'frame',
  id,
  name: name ?? stencilName(stencil).replace(/,.*/, ''),
  takesPictures: true,
  box: { ...box },
  turn: 0,
  stencil,
  fill: { kind: 'none' },
})
