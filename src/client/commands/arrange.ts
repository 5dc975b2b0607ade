import { ALIGNMENTS, type Alignment } from '@/core/geometry/align'
import { LAYOUTS, type Field, type Layout } from '@/core/document/arrange'
import type { Sheet } from '@/core/document/types'
import { roundLength } from '@/core/units'
import type { Command } from '@/client/commands/command'
import { needsItems, needsSeveral } from '@/client/commands/command'
import { alignSelected, arrangeSelected, distributeSelected, equalSelected } from '@/client/store/arrangement'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'

export const ALIGN_WORDS: Readonly<Record<Alignment, string>> = {
  left: 'left edges',
  centre: 'centres, left to right',
  right: 'right edges',
  top: 'top edges',
  middle: 'middles, top to bottom',
  bottom: 'bottom edges',
}

export const FIELD_WORDS: Readonly<Record<Field, string>> = {
  selection: 'the selection',
  sheet: 'the sheet',
  safe: 'the safe margin',
  bleed: 'the bleed',
  first: 'the first selected',
}

/** Fields that hold the selection as one. */
export const OF_SHEET: readonly Field[] = ['sheet', 'safe', 'bleed']

/** What a layout lies within. */
export const layoutField = (field: Field): Field => (field === 'first' ? 'selection' : field)

/** The field that alignment is to, for as many items as are selected: one item alone has no field of its own. */
export const fieldFor = (chosen: Field, count: number): Field =>
  count < 2 && (chosen === 'selection' || chosen === 'first') ? 'sheet' : chosen

/** The gap proposed, in points; rounded in the sheet's unit. */
const GAP = 12

export const proposedGap = ({ unit, ppi }: Sheet): number => roundLength(GAP, unit, ppi)

const align = (bench: Bench, alignment: Alignment): void => {
  const { alignTo, alignsEach, selection } = bench.get()
  const field = fieldFor(alignTo, selection.length)
  alignSelected(bench, alignment, field, selection.length > 1 && OF_SHEET.includes(field) && !alignsEach)
}

/** Lays out what is selected within a field; a grid has the columns that were typed last. */
export const arrangeAs = (bench: Bench, layout: Layout, field: Field, gap: number): void => {
  const { gridColumns } = bench.get()
  const columns = gridColumns === null ? {} : { columns: gridColumns }
  arrangeSelected(bench, { layout, gap, field: layoutField(field), ...columns })
}

export const ARRANGE_COMMANDS: readonly Command[] = [
  ...ALIGNMENTS.map((alignment): Command => ({
    id: `align-${alignment}`,
    family: 'Arrange',
    words: `Align ${ALIGN_WORDS[alignment]}`,
    does: `Align ${ALIGN_WORDS[alignment]}, to what the card says`,
    synonyms: 'line up edge center',
    whyNot: needsItems,
    run: (bench) => align(bench, alignment),
  })),
  ...(['x', 'y'] as const).map((axis): Command => ({
    id: `space-${axis}`,
    family: 'Arrange',
    words: axis === 'x' ? 'Space out across' : 'Space out down',
    does:
      axis === 'x'
        ? 'Spread out from left to right, with equal gaps'
        : 'Spread out from top to bottom, with equal gaps',
    synonyms: 'distribute even',
    whyNot: needsSeveral,
    run: (bench) => distributeSelected(bench, axis, { by: 'gaps' }),
  })),
  ...LAYOUTS.map((layout): Command => ({
    id: `arrange-${layout}`,
    family: 'Arrange',
    words: `Arrange as a ${layout}`,
    does: `Arrange what is selected as a ${layout}, in reading order`,
    synonyms: 'layout collage tidy',
    whyNot: needsSeveral,
    run: (bench) => arrangeAs(bench, layout, bench.get().alignTo, proposedGap(shownSheet(bench.get()))),
  })),
  ...(['width', 'height', 'size'] as const).map((by): Command => ({
    id: `same-${by}`,
    family: 'Arrange',
    words: `Same ${by} as the first`,
    does: `Give all the ${by} of the first selected`,
    synonyms: 'equal resize match',
    whyNot: needsSeveral,
    run: (bench) => equalSelected(bench, by),
  })),
]
