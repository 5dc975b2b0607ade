'use client'
'use memo'
import { useState } from 'react'
import type { Spacing } from '@/core/geometry/align'
import { LAYOUTS, type Field, type Layout } from '@/core/document/arrange'
import type { Sheet } from '@/core/document/types'
import { within } from '@/core/range'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { arrangeAs, FIELD_WORDS, layoutField, proposedGap } from '@/client/commands/arrange'
import { CommandButton } from '@/client/commands/CommandButton'
import { LengthField } from '@/client/parts/fields/LengthField'
import { TypedField } from '@/client/parts/fields/TypedField'
import { Choice } from '@/client/parts/fields/Choice'
import { Section } from '@/client/parts/Section'
import { useUnits } from '@/client/parts/fields/Units'
import { formatLength } from '@/core/units'
import { RailButton } from '@/client/parts/RailButton'
import { distributeSelected } from '@/client/store/arrangement'
import styles from '@/client/parts/Panel.module.css'
import { setGridColumns } from '@/client/store/slices/card'

const LAYOUT_WORDS = { row: 'Row', grid: 'Grid', circle: 'Circle', mosaic: 'Mosaic' } as const
const SPACINGS: readonly (readonly [Spacing['by'], string])[] = [
  ['gaps', 'equal gaps'],
  ['centres', 'equal steps between centres'],
  ['gap', 'the gap below'],
]

/** What a layout does, in words. */
const layoutWords = (layout: Layout, field: Field): string => {
  const where = FIELD_WORDS[layoutField(field)]
  if (layout === 'mosaic') return `Arrange as a mosaic that fills ${where}, each frame in its picture’s shape`
  if (layoutField(field) === 'selection') return `Arrange as a ${layout}, in reading order`
  return layout === 'grid'
    ? `Arrange as a grid that fills ${where}`
    : `Arrange as a ${layout} in the middle of ${where}`
}

/** A number of columns as typed; as many as rows where none is. */
const columnsOf = (text: string): number | null =>
  /^\d+$/.test(text.trim()) ? Math.round(within('columns', Number(text), { min: 1, max: 200 })) : null

/** Lays several items out: in a row, a grid of so many columns, a circle, a mosaic. */
const Layouts = ({ field, gap }: { readonly field: Field; readonly gap: number }) => {
  const bench = useBenchHandle()
  const columns = useBench((state) => state.gridColumns)
  return (
    <>
      <div className={styles.wrap} role="group" aria-label="Arrange with the gap">
        {LAYOUTS.map((layout) => (
          <RailButton
            key={layout}
            framed
            label={layoutWords(layout, field)}
            onPress={() => arrangeAs(bench, layout, field, gap)}
          >
            {LAYOUT_WORDS[layout]}
          </RailButton>
        ))}
      </div>
      <div className={styles.row}>
        <TypedField
          label="Columns"
          name="Columns of the grid"
          shown={columns === null ? 'as rows' : String(columns)}
          onText={(text) => setGridColumns(bench, columnsOf(text))}
        />
      </div>
    </>
  )
}

interface SpaceSectionProps {
  readonly sheet: Sheet
  readonly field: Field
  readonly firstName: string
}

/** Spaces several items, lays them out with a gap, and makes them alike in size. */
export const SpaceSection = ({ sheet, field, firstName }: SpaceSectionProps) => {
  const bench = useBenchHandle()
  const { unit, ppi } = useUnits()
  const [by, setBy] = useState<Spacing['by']>('gaps')
  const [typed, setGap] = useState<number | null>(null)
  const gap = typed ?? proposedGap(sheet)
  const spacing: Spacing = by === 'gap' ? { by, gap } : { by }
  return (
    <Section name="Space and arrange" says={`${FIELD_WORDS[field]}, gap ${formatLength(gap, unit, ppi)}`} isOpen>
      <Choice label="By" value={by} options={SPACINGS} onChoice={setBy} />
      <div className={styles.row}>
        <RailButton
          framed
          label="Spread out from left to right"
          onPress={() => distributeSelected(bench, 'x', spacing)}
        >
          Across
        </RailButton>
        <RailButton
          framed
          label="Spread out from top to bottom"
          onPress={() => distributeSelected(bench, 'y', spacing)}
        >
          Down
        </RailButton>
        <LengthField label="Gap" points={gap} onPoints={setGap} />
      </div>
      <Layouts field={field} gap={gap} />
      <div className={styles.row} role="group" aria-label="Same size as the first selected">
        <span className={styles.kind}>As the first</span>
        {(['width', 'height', 'size'] as const).map((each) => (
          <CommandButton key={each} framed id={`same-${each}`} label={`Same ${each} as ${firstName}`}>
            {each}
          </CommandButton>
        ))}
      </div>
    </Section>
  )
}
