'use client'
import AlignBottom from '@mui/icons-material/AlignVerticalBottom'
import AlignCentre from '@mui/icons-material/AlignHorizontalCenter'
import AlignLeft from '@mui/icons-material/AlignHorizontalLeft'
import AlignMiddle from '@mui/icons-material/AlignVerticalCenter'
import AlignRight from '@mui/icons-material/AlignHorizontalRight'
import AlignTop from '@mui/icons-material/AlignVerticalTop'
import { useState } from 'react'
import { ALIGNMENTS, type Alignment, type Spacing } from '@/core/geometry/align'
import { FIELDS, LAYOUTS, type Field, type Layout } from '@/core/document/edits/arrange'
import { itemOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'
import { within } from '@/core/range'
import { roundLength } from '@/core/units'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { LengthField, TypedField } from '@/client/parts/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { alignSelected, arrangeSelected, distributeSelected, equalSelected } from '@/client/store/arrangement'
import styles from '@/client/bench/Bench.module.css'

const ICONS = {
  left: AlignLeft,
  centre: AlignCentre,
  right: AlignRight,
  top: AlignTop,
  middle: AlignMiddle,
  bottom: AlignBottom,
} as const
const WORDS: Readonly<Record<Alignment, string>> = {
  left: 'left edges',
  centre: 'centres, left to right',
  right: 'right edges',
  top: 'top edges',
  middle: 'middles, top to bottom',
  bottom: 'bottom edges',
}
const FIELD_WORDS: Readonly<Record<Field, string>> = {
  selection: 'the selection',
  sheet: 'the sheet',
  safe: 'the safe margin',
  bleed: 'the bleed',
  first: 'the first selected',
}
const LAYOUT_WORDS = { row: 'Row', grid: 'Grid', circle: 'Circle', mosaic: 'Mosaic' } as const
const SPACINGS: readonly (readonly [Spacing['by'], string])[] = [
  ['gaps', 'equal gaps'],
  ['centres', 'equal steps between centres'],
  ['gap', 'the gap below'],
]

/** Fields that hold the selection as one. */
const OF_SHEET: readonly Field[] = ['sheet', 'safe', 'bleed']

/** Within what a layout lies. */
const withinOf = (field: Field): Field => (field === 'first' ? 'selection' : field)

/** What a layout does, in words. */
const layoutWords = (layout: Layout, field: Field): string => {
  const where = FIELD_WORDS[withinOf(field)]
  if (layout === 'mosaic') return `Arrange as a mosaic that fills ${where}, each frame in its picture’s shape`
  if (withinOf(field) === 'selection') return `Arrange as a ${layout}, in reading order`
  return layout === 'grid'
    ? `Arrange as a grid that fills ${where}`
    : `Arrange as a ${layout} in the middle of ${where}`
}

interface SpaceSectionProps {
  readonly sheet: Sheet
  readonly field: Field
  readonly firstName: string
}

/** A number of columns as typed; as many as rows where none is. */
const columnsOf = (text: string): number | null =>
  /^\d+$/.test(text.trim()) ? Math.round(within('columns', Number(text), { min: 1, max: 200 })) : null

/** The gap proposed, in points; rounded in the sheet's unit. */
const GAP = 12

/** Spaces several items, lays them out with a gap, and makes them alike in size. */
const SpaceSection = ({ sheet, field, firstName }: SpaceSectionProps) => {
  const bench = useBenchHandle()
  const columns = useBench((state) => state.gridColumns)
  const [by, setBy] = useState<Spacing['by']>('gaps')
  const [typed, setGap] = useState<number | null>(null)
  const gap = typed ?? roundLength(GAP, sheet.unit, sheet.ppi)
  const spacing: Spacing = by === 'gap' ? { by, gap } : { by }
  return (
    <section className={styles.section} aria-label="Space and arrange">
      <h2>
        <span className={styles.step}>2</span> Space and arrange
      </h2>
      <label className={styles.choice}>
        By
        <select value={by} onChange={(event) => setBy(event.target.value as Spacing['by'])}>
          {SPACINGS.map(([each, words]) => (
            <option key={each} value={each}>
              {words}
            </option>
          ))}
        </select>
      </label>
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
        <LengthField label="Gap" unit={sheet.unit} ppi={sheet.ppi} points={gap} onPoints={setGap} />
      </div>
      <div className={styles.row} role="group" aria-label="Arrange with the gap">
        {LAYOUTS.map((layout) => (
          <RailButton
            key={layout}
            framed
            label={layoutWords(layout, field)}
            onPress={() =>
              arrangeSelected(bench, {
                layout,
                gap,
                field: withinOf(field),
                ...(columns === null ? {} : { columns }),
              })
            }
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
          onText={(text) => bench.set({ gridColumns: columnsOf(text) })}
        />
      </div>
      <div className={styles.row} role="group" aria-label="Same size as the first selected">
        <span className={styles.kind}>As the first</span>
        {(['width', 'height', 'size'] as const).map((each) => (
          <RailButton
            key={each}
            framed
            label={`Same ${each} as ${firstName}`}
            onPress={() => equalSelected(bench, each)}
          >
            {each}
          </RailButton>
        ))}
      </div>
    </section>
  )
}

/** Lines items up, and what can be done with several: spacing, layouts, equal sizes. */
export const AlignSection = ({
  sheet,
  count,
  step = 1,
}: {
  readonly sheet: Sheet
  readonly count: number
  readonly step?: number
}) => {
  const bench = useBenchHandle()
  const chosen = useBench((state) => state.alignTo)
  const isEach = useBench((state) => state.alignsEach)
  const firstName = useBench((state) => {
    const id = state.selection[0] ?? ''
    return sheet.items[id] ? itemOf(sheet, id).name : ''
  })
  const field = count < 2 && (chosen === 'selection' || chosen === 'first') ? 'sheet' : chosen
  const asOne = count > 1 && OF_SHEET.includes(field) && !isEach
  const fields = FIELDS.filter((each) => count > 1 || (each !== 'selection' && each !== 'first'))
  return (
    <>
      <section className={styles.section} aria-label="Align">
        <h2>
          <span className={styles.step}>{step}</span> Align
        </h2>
        <label className={styles.choice}>
          To
          <select value={field} onChange={(event) => bench.set({ alignTo: event.target.value as Field })}>
            {fields.map((each) => (
              <option key={each} value={each}>
                {FIELD_WORDS[each]}
                {each === 'first' ? ` (${firstName})` : ''}
              </option>
            ))}
          </select>
        </label>
        <div className={styles.tools} role="group" aria-label="Align">
          {ALIGNMENTS.map((alignment) => {
            const Icon = ICONS[alignment]
            return (
              <RailButton
                key={alignment}
                framed
                label={`Align ${WORDS[alignment]}`}
                onPress={() => alignSelected(bench, alignment, field, asOne)}
              >
                <Icon fontSize="inherit" />
              </RailButton>
            )
          })}
        </div>
        {count > 1 && OF_SHEET.includes(field) && (
          <label className={styles.choice}>
            <input
              type="checkbox"
              checked={isEach}
              onChange={(event) => bench.set({ alignsEach: event.target.checked })}
            />
            Each by itself, not as one
          </label>
        )}
      </section>
      {count > 1 && <SpaceSection sheet={sheet} field={field} firstName={firstName} />}
    </>
  )
}
