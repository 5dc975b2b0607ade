'use client'
import type { Background, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/ColourField'
import { RailButton } from '@/client/parts/RailButton'
import { GradientEditor } from '@/client/bench/finish/GradientEditor'
import { FIRST_GRADIENT } from '@/client/store/colours'
import { VeilRows } from '@/client/bench/card/VeilSection'
import { choosePicture } from '@/client/store/choosing'
import styles from '@/client/parts/Panel.module.css'
import { putBackground, backgroundColour, backgroundGradient } from '@/client/store/backgrounds'
import { CommandButton } from '@/client/commands/CommandButton'

/** What lies under everything. A picture has a card of its own. */
export const BackgroundSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const { background } = sheet
  const pictureName = useBench((state) =>
    background.kind === 'picture' ? (state.project.pictures[background.placed.pictureId]?.name ?? '') : '',
  )
  const set = (name: string, next: Background): void => putBackground(bench, name, next)
  const colour = background.kind === 'colour' ? background.colour : '#ffffff'
  const choose = (): void => choosePicture(bench, { kind: 'background' })
  return (
    <section className={styles.section} aria-label="Background">
      <h2>
        <span className={styles.step}>2</span> Background
        <span className={styles.fileName}>{pictureName}</span>
      </h2>
      <div className={styles.row} style={{ gap: 4 }} role="group" aria-label="Kind of background">
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
          label="A gradient"
          pressed={background.kind === 'gradient'}
          onPress={() => set('Background gradient', { kind: 'gradient', ...FIRST_GRADIENT })}
        >
          Gradient
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
          <ColourField label="Colour" colour={colour} step="Background colour" record={backgroundColour(sheet.id)} />
        </div>
      )}
      {background.kind === 'gradient' && (
        <GradientEditor gradient={background} step="Background gradient" record={backgroundGradient(sheet.id)} />
      )}
      {background.kind === 'picture' && (
        <div className={styles.row}>
          <CommandButton framed id="placeBackground" label="Place the background: move, zoom, turn, blur">
            Place it, blur it…
          </CommandButton>
        </div>
      )}
      {background.kind !== 'none' && <VeilRows sheet={sheet} />}
    </section>
  )
}
