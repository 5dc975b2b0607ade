import { slotRef, type ColourRef, type Slot } from '@/core/colour/slots'
import { fillFrames } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { setBackground, setVeil } from '@/core/document/edits/sheets'
import { addSlot } from '@/core/document/edits/slots'
import type { Project } from '@/core/document/types'
import { newLayer, type FinishLayer } from '@/core/finish/layers'
import { SHEET } from '@tests/helpers/project'
import { look, textOf, withText } from '@tests/helpers/text'

const at = (...ids: readonly string[]) => ({ sheetId: SHEET, ids })

export const SLOTS: readonly Slot[] = [
  { id: 'sea', name: 'Sea', colour: '#2c6e63' },
  { id: 'sand', name: 'Sand', colour: '#e7c9a0' },
  { id: 'plum', name: 'Plum', colour: '#8e2a5b' },
  { id: 'ink', name: 'Ink', colour: '#22282b' },
]

/** A project of two frames, f-1 and f-2, with colours of slots in it: grounds, fills, stops, edges, letters, finishes, tones. */
export const slotted = (base: Project, ref: (id: string, tint?: number) => ColourRef = slotRef): Project => {
  let next = SLOTS.reduce((project, slot) => addSlot(project, { slot }), base)
  next = setBackground(next, { sheetId: SHEET, background: { kind: 'colour', colour: ref('sand', 40) } })
  next = setVeil(next, { sheetId: SHEET, veil: { colour: ref('sea'), opacity: 0.1 } })
  next = fillFrames(next, { ...at('f-1'), fill: { kind: 'colour', colour: ref('sea', -20) } })
  const stops = [
    { at: 0, colour: ref('sand') },
    { at: 1, colour: ref('plum', 30) },
  ]
  next = fillFrames(next, { ...at('f-2'), fill: { kind: 'gradient', shape: 'linear', turn: 0, stops } })
  const stroke = { ...newLayer('stroke', 'edge', 8), paint: { kind: 'colour', colour: ref('plum') } } as FinishLayer
  const relief = { ...newLayer('relief', 'relief', 8), light: ref('sand', 80), shade: ref('ink') } as FinishLayer
  const shadow = { ...newLayer('shadow', 'fall', 8), colour: ref('ink', 10) } as FinishLayer
  next = [stroke, relief, shadow].reduce((project, layer) => putLayer(project, { ...at('f-1'), layer }), next)
  const text = textOf('Gull Steps', { ...look('lora', 40), colour: ref('plum') })
  next = withText(next, text, { box: { cx: 600, cy: 500, w: 300, h: 80 } })
  return next
}
