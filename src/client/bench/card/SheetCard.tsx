'use client'
'use memo'
import CopyImage from '@mui/icons-material/AddPhotoAlternateOutlined'
import type { Colour } from '@/core/colour/colour'
import { framesOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { usePalette } from '@/client/binding/usePalette'
import { SlotsSection } from '@/client/bench/colours/SlotsSection'
import { BackgroundSection } from '@/client/bench/card/BackgroundSection'
import { FillingSection } from '@/client/bench/filling/FillingSection'
import { SetSection } from '@/client/bench/card/SetSection'
import { PlanesSection } from '@/client/bench/perspective/PlanesSection'
import { FilmSection } from '@/client/bench/time/FilmSection'
import { SizeSection } from '@/client/bench/card/SizeSection'
import { renameSheet } from '@/client/store/sheets'
import { stepOf } from '@/client/bench/card/sections'
import { Numbered, Section } from '@/client/parts/Section'
import { Swatch } from '@/client/parts/fields/Swatch'
import { NameField } from '@/client/parts/fields/NameField'
import styles from '@/client/parts/Panel.module.css'
import { toggleKeptColour } from '@/client/store/colours'
import { CommandButton } from '@/client/commands/CommandButton'

/** The colours of the sheet's pictures; a press keeps one for the project. */
const PaletteSection = () => {
  const bench = useBenchHandle()
  const palette = usePalette()
  const kept = useBench((state) => state.project.colours)
  if (!palette.length) return null
  const keep = (one: Colour): void => {
    if (!kept.includes(one)) toggleKeptColour(bench, one)
  }
  return (
    <Section name="Colours of its pictures" says={`${palette.length}, press to keep`}>
      <div className={styles.wrap} data-palette>
        {palette.map((one) => (
          <Swatch
            key={one}
            colour={one}
            name={`${one}${kept.includes(one) ? ', kept' : ''}. Keep for the project`}
            says={`${one}: press to keep for the project`}
            onPress={() => keep(one)}
          />
        ))}
      </div>
    </Section>
  )
}

/** With nothing selected the card is about the sheet. */
export const SheetCard = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const frames = framesOf(sheet)
  return (
    <Numbered stepOf={(name) => stepOf('sheet', name)}>
      <div className={styles.head}>
        <NameField
          key={sheet.id}
          label="Name of the sheet"
          name={sheet.name}
          onName={(name) => renameSheet(bench, sheet.id, name)}
        />
        <div className={styles.kind}>
          {frames.length ? 'The sheet. Press a frame to see its card.' : 'The sheet. It is still empty.'}
        </div>
        <div className={styles.row}>
          <CommandButton framed id="copyImage" label="Copy the sheet as an image">
            <CopyImage fontSize="inherit" /> Copy as an image
          </CommandButton>
        </div>
      </div>
      <FillingSection sheet={sheet} />
      <SizeSection sheet={sheet} />
      <BackgroundSection sheet={sheet} />
      <PlanesSection sheet={sheet} />
      {frames.length > 0 ? (
        <SetSection frames={frames} isOpen={false} />
      ) : (
        <Section name="The set" says="no frames yet" isOff />
      )}
      <FilmSection sheet={sheet} />
      <SlotsSection />
      <PaletteSection />
    </Numbered>
  )
}
