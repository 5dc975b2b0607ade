'use client'
'use memo'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { formatLength, formatNumber, outputPixels, UNITS } from '@/core/units'
import type { Sheet } from '@/core/document/types'
import { parseLength } from '@/core/lengthText'
import { addGuide } from '@/client/gestures/guides'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { Section } from '@/client/parts/Section'
import { LengthField, PlainField } from '@/client/parts/fields/LengthField'
import { TypedField } from '@/client/parts/fields/TypedField'
import styles from '@/client/parts/Panel.module.css'
import { type SheetFields, changeShownSheet, changePpi } from '@/client/store/sheets'
import { CommandButton } from '@/client/commands/CommandButton'

/** New guides by number, for those who do not drag them off a ruler. */
const GuideFields = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const { unit, ppi } = sheet
  return (
    <div className={styles.row}>
      {(['x', 'y'] as const).map((axis) => (
        <TypedField
          key={axis}
          label={`Guide ${axis}`}
          name={`New guide at ${axis}`}
          unit={unit}
          shown=""
          step={0}
          onText={(text) => addGuide(bench, axis, within('the guide', parseLength(text, unit, ppi), RANGE.position))}
        />
      ))}
    </div>
  )
}

/** What is printed wants more pixels an inch than this, and usually this many (common practice). */
const SOFT_IN_PRINT = 150

/** Size, unit, resolution, bleed, safe margin and grid of the sheet. */
export const SizeSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const hasRulers = useBench((state) => state.hasRulers)
  const { unit, ppi, size, bleed } = sheet
  const change = (step: string, next: SheetFields): void => changeShownSheet(bench, step, next)
  const resolve = (value: number): void => {
    const wanted = within('ppi', value, RANGE.ppi, `from ${RANGE.ppi.min} to ${RANGE.ppi.max}`)
    changePpi(bench, wanted)
  }
  const side = (points: number): number =>
    within('a side of the sheet', points, RANGE.sheetSide, 'more than 0 and at most 200 in (5080 mm)')
  return (
    <Section
      name="Size"
      says={`${formatLength(size.w, unit, ppi)} × ${formatLength(size.h, unit, ppi)} ${unit}, ${formatNumber(ppi, 1)} ppi`}
      isOpen
    >
      <div className={styles.row}>
        <LengthField
          label="w"
          points={size.w}
          onPoints={(w) => change('Sheet size', { size: { w: side(w), h: size.h } })}
        />
        <LengthField
          label="h"
          points={size.h}
          onPoints={(h) => change('Sheet size', { size: { w: size.w, h: side(h) } })}
        />
      </div>
      <div className={styles.row}>
        <Choice
          label="Unit"
          value={unit}
          options={UNITS.map((each) => [each, each] as const)}
          onChoice={(next) => change('Sheet unit', { unit: next })}
        />
        <PlainField label="ppi" value={ppi} decimals={1} onValue={resolve} />
      </div>
      {unit !== 'px' && ppi < SOFT_IN_PRINT && (
        <div className={styles.row}>
          <span className={styles.kind}>{formatNumber(ppi, 1)} ppi is for screens.</span>
          <CommandButton framed id="printPpi">
            Take 300 for print
          </CommandButton>
        </div>
      )}
      <div className={styles.row}>
        <LengthField
          label="Bleed"
          points={bleed}
          what="the bleed"
          range={RANGE.bleed}
          onPoints={(b) => change('Bleed', { bleed: b })}
        />
        <LengthField
          label="Safe"
          points={sheet.safe}
          what="the safe margin"
          range={RANGE.bleed}
          onPoints={(value) => change('Safe margin', { safe: value })}
        />
      </div>
      <div className={styles.row}>
        <LengthField
          label="Grid"
          points={sheet.grid ?? 0}
          onPoints={(value) =>
            change('Grid', {
              grid: value
                ? within('the step of the grid', value, RANGE.grid, 'from 1 pt to 20 in, or 0 for none')
                : null,
            })
          }
        />
        {(sheet.guides.x.length > 0 || sheet.guides.y.length > 0) && (
          <CommandButton framed id="clearGuides">
            No guides
          </CommandButton>
        )}
      </div>
      {hasRulers && <GuideFields sheet={sheet} />}
      <div className={styles.kind}>
        Output {outputPixels(size.w, ppi)} × {outputPixels(size.h, ppi)} px
      </div>
    </Section>
  )
}
