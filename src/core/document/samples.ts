import type { Gradient } from '@/core/colour/gradient'
import type { Colour } from '@/core/colour/colour'
import { alikeOf, withoutAlike } from '@/core/document/alike'
import { isEmptyOpening, openingsOf } from '@/core/document/filling'
import type { Item, Sheet } from '@/core/document/types'

const sky = (above: Colour, middle: Colour, below: Colour): Gradient => ({
  shape: 'linear',
  turn: 90,
  stops: [
    { at: 0, colour: above },
    { at: 0.58, colour: middle },
    { at: 1, colour: below },
  ],
})

/** Stand for pictures where there are none yet: skies over land and water. */
const SAMPLES: readonly Gradient[] = [
  sky('#6fa8c7', '#cfe2e0', '#c9a867'),
  sky('#3d4f7d', '#d58a6a', '#2f3550'),
  sky('#8fc0c4', '#e9e3c8', '#5f8f7a'),
  sky('#b9a0b8', '#f0cfa8', '#7a6a72'),
  sky('#5f93b8', '#a9cbd6', '#2f6478'),
]

const samples = new WeakMap<Sheet, Sheet>()

/** A sheet with something to be seen in each of its empty openings: for showing what a template is like. */
export const withSamples = (sheet: Sheet): Sheet => {
  const known = samples.get(sheet)
  if (known) return known
  const items: Record<string, Item> = { ...sheet.items }
  const empty = openingsOf(sheet).filter((frame) => isEmptyOpening(sheet, frame))
  withoutAlike(empty).forEach((first, i) => {
    const sample = SAMPLES[i % SAMPLES.length]
    if (!sample) return
    for (const frame of [first, ...alikeOf(sheet, first)])
      items[frame.id] = { ...frame, fill: { kind: 'gradient', ...sample } }
  })
  const made = { ...sheet, items }
  samples.set(sheet, made)
  return made
}
