'use client'
import CopyImage from '@mui/icons-material/AddPhotoAlternateOutlined'
import { framesOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { usePalette } from '@/client/binding/usePalette'
import { BackgroundSection } from '@/client/bench/card/BackgroundSection'
import { SetSection } from '@/client/bench/card/SetSection'
import { SizeSection } from '@/client/bench/card/SizeSection'
import { renameSheet } from '@/client/store/sheets'
import { NameField } from '@/client/parts/NameField'
import colour from '@/client/parts/Colour.module.css'
import styles from '@/client/parts/Panel.module.css'
import { toggleKeptColour } from '@/client/store/colours'
import { CommandButton } from '@/client/commands/CommandButton'

/** The colours of the sheet's pictures; a press keeps one for the project. */
const PaletteSection = ({ step }: { readonly step: number }) => {
  const bench = useBenchHandle()
  const palette = usePalette()
  const kept = useBench((state) => state.project.colours)
  if (!palette.length) return null
  const keep = (one: string): void => {
    if (!kept.includes(one)) toggleKeptColour(bench, one)
  }
  return (
    <section className={styles.section} aria-label="Colours of its pictures">
      <h2>
        <span className={styles.step}>{step}</span> Colours of its pictures
      </h2>
      <div className={colour.swatches} data-palette>
        {palette.map((one) => (
          <button
            key={one}
            type="button"
            className={colour.swatch}
            style={{ background: one }}
            aria-label={`${one}${kept.includes(one) ? ', kept' : ''}. Keep for the project`}
            title={`${one}: press to keep for the project`}
            onClick={() => keep(one)}
          />
        ))}
      </div>
    </section>
  )
}

/** With nothing selected the card is about the sheet. */
export const SheetCard = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const frames = framesOf(sheet)
  return (
    <>
      <div className={styles.head}>
        <NameField
          key={sheet.id}
          label="Name of the sheet"
          name={sheet.name}
          onName={(name) => renameSheet(bench, sheet.id, name)}
        />
        <div className={styles.kind}>The sheet. Press a frame to see its card.</div>
        <div className={styles.tools}>
          <CommandButton framed id="copyImage" label="Copy the sheet as an image">
            <CopyImage fontSize="inherit" /> Copy as an image
          </CommandButton>
        </div>
      </div>
      <SizeSection sheet={sheet} />
      <BackgroundSection sheet={sheet} />
      {frames.length > 0 && <SetSection frames={frames} step={3} />}
      <PaletteSection step={frames.length > 0 ? 4 : 3} />
    </>
  )
}
