'use client'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { outputPixels, UNITS, type Unit } from '@/core/units'
import { parseColour } from '@/core/colour/colour'
import { changeSheet, setBackground } from '@/core/document/edits/sheets'
import type { Background, Sheet } from '@/core/document/types'
import { BACKGROUND_ID } from '@/core/document/background'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { LengthField, PlainField, TypedField } from '@/client/parts/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { shownProject } from '@/client/store/benchStore'
import { fitView } from '@/client/store/view'
import styles from '@/client/bench/Bench.module.css'

const SizeSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const { unit, ppi, size, bleed } = sheet
  const change = (name: string, next: Omit<Parameters<typeof changeSheet>[1], 'sheetId'>): void => {
    bench.commit(name, (project) => changeSheet.record(project, { sheetId: sheet.id, ...next }))
    if (bench.get().isFitted) fitView(bench)
  }
  const side = (points: number): number =>
    within('a side of the sheet', points, RANGE.sheetSide, 'more than 0 and at most 200 in (5080 mm)')
  return (
    <section className={styles.section} aria-label="Size">
      <h2>
        <span className={styles.step}>1</span> Size
      </h2>
      <div className={styles.row}>
        <LengthField
          label="w"
          unit={unit}
          ppi={ppi}
          points={size.w}
          onPoints={(w) => change('Sheet size', { size: { w: side(w), h: size.h } })}
        />
        <LengthField
          label="h"
          unit={unit}
          ppi={ppi}
          points={size.h}
          onPoints={(h) => change('Sheet size', { size: { w: size.w, h: side(h) } })}
        />
      </div>
      <div className={styles.row}>
        <label className={styles.row} style={{ margin: 0 }}>
          <span style={{ color: 'var(--ink-soft)', fontSize: 12 }}>Unit</span>
          <select
            value={unit}
            onChange={(event) => change('Sheet unit', { unit: event.target.value as Unit })}
            style={{ height: 28, font: 'inherit', color: 'inherit', background: 'var(--panel)' }}
          >
            {UNITS.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <PlainField
          label="ppi"
          value={ppi}
          decimals={1}
          onValue={(value) =>
            change('Resolution', { ppi: within('ppi', value, RANGE.ppi, `from ${RANGE.ppi.min} to ${RANGE.ppi.max}`) })
          }
        />
      </div>
      <div className={styles.row}>
        <LengthField
          label="Bleed"
          unit={unit}
          ppi={ppi}
          points={bleed}
          onPoints={(b) => change('Bleed', { bleed: within('the bleed', b, RANGE.bleed, 'from 0 to 10 in (254 mm)') })}
        />
      </div>
      <div className={styles.kind} style={{ marginTop: 8 }}>
        Output {outputPixels(size.w, ppi)} × {outputPixels(size.h, ppi)} px
      </div>
    </section>
  )
}

const BackgroundSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const { background } = sheet
  const pictureName = useBench((state) =>
    background.kind === 'picture' ? (state.project.pictures[background.placed.pictureId]?.name ?? '') : '',
  )
  const set = (name: string, next: Background): void =>
    bench.commit(name, (project) => setBackground.record(project, { sheetId: sheet.id, background: next }))
  const colour = background.kind === 'colour' ? background.colour : '#ffffff'
  const choose = (): void => {
    bench.endBurst()
    bench.set({ replacing: BACKGROUND_ID, spoken: 'Choose the background in the supplies.' })
    document.querySelector<HTMLElement>('[data-region="supplies"] [data-supply]')?.focus()
  }
  return (
    <section className={styles.section} aria-label="Background">
      <h2>
        <span className={styles.step}>2</span> Background
        <span className={styles.fileName}>{pictureName}</span>
      </h2>
      <div className={styles.row} role="group" aria-label="Kind of background">
        <RailButton
          framed
          label="A colour"
          pressed={background.kind === 'colour'}
          onPress={() => set('Background colour', { kind: 'colour', colour })}
        >
          Colour
        </RailButton>
        <RailButton
          framed
          label="A picture that covers the sheet"
          pressed={background.kind === 'picture'}
          onPress={choose}
        >
          Picture
        </RailButton>
        <RailButton
          framed
          label="None: transparent"
          pressed={background.kind === 'none'}
          onPress={() => set('No background', { kind: 'none' })}
        >
          None
        </RailButton>
      </div>
      {background.kind === 'colour' && (
        <div className={styles.row}>
          <input
            type="color"
            aria-label="Choose the background colour"
            value={colour}
            onChange={(event) =>
              bench.burst(
                'background-colour',
                'Background colour',
                setBackground.record(shownProject(bench.get()), {
                  sheetId: sheet.id,
                  background: { kind: 'colour', colour: event.target.value },
                }),
              )
            }
          />
          <TypedField
            label="Colour"
            shown={colour}
            onText={(text) => set('Background colour', { kind: 'colour', colour: parseColour(text) })}
          />
        </div>
      )}
    </section>
  )
}

/** With nothing selected the card is about the sheet. */
export const SheetCard = ({ sheet }: { readonly sheet: Sheet }) => (
  <>
    <div className={styles.head}>
      <div className={styles.title}>{sheet.name}</div>
      <div className={styles.kind}>The sheet. Press a frame to see its card.</div>
    </div>
    <SizeSection sheet={sheet} />
    <BackgroundSection sheet={sheet} />
  </>
)
