'use client'
'use memo'
import { later } from '@/client/parts/later'
import { WHITE } from '@/client/store/colours'
import type { Background, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/fields/ColourField'
import { Swatches } from '@/client/parts/fields/Swatch'
import { usePalette } from '@/client/binding/usePalette'
import { OneOf } from '@/client/parts/OneOf'
import { Section } from '@/client/parts/Section'
import { FIRST_GRADIENT } from '@/client/store/colours'
import { VeilRows } from '@/client/bench/card/VeilSection'
import { choosePicture } from '@/client/store/choosing'
import styles from '@/client/parts/Panel.module.css'
import { putBackground, backgroundColour, backgroundGradient } from '@/client/store/backgrounds'
import { CommandButton } from '@/client/commands/CommandButton'

const GradientEditor = later(() => import('@/client/bench/finish/GradientEditor').then((m) => m.GradientEditor))

const KIND_WORDS = { colour: 'a colour', gradient: 'a gradient', picture: '', none: 'transparent' } as const

/** What lies under everything. A picture has a card of its own. */
export const BackgroundSection = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const { background } = sheet
  const pictureName = useBench((state) =>
    background.kind === 'picture' ? (state.project.pictures[background.placed.pictureId]?.name ?? '') : '',
  )
  const palette = usePalette()
  const set = (name: string, next: Background): void => putBackground(bench, name, next)
  const colour = background.kind === 'colour' ? background.colour : WHITE
  const put = (kind: Background['kind']): void => {
    switch (kind) {
      case 'colour':
        return set('Background colour', { kind, colour })
      case 'gradient':
        return set('Background gradient', { kind, ...FIRST_GRADIENT })
      case 'picture':
        return choosePicture(bench, { kind: 'background' })
      case 'none':
        return set('No background', { kind })
    }
  }
  return (
    <Section name="Background" says={pictureName || KIND_WORDS[background.kind]} isOpen>
      <OneOf
        name="Kind of background"
        value={background.kind}
        options={[
          ['colour', 'Colour', 'A colour'],
          ['gradient', 'Gradient', 'A gradient'],
          ['picture', 'Picture', 'A picture that covers the sheet'],
          ['none', 'None', 'None: transparent'],
        ]}
        onChoice={(kind) => put(kind)}
      />
      {background.kind === 'colour' && (
        <div className={styles.row}>
          <ColourField label="Colour" colour={colour} step="Background colour" record={backgroundColour(sheet.id)} />
        </div>
      )}
      {background.kind !== 'picture' && (
        <Swatches
          title="From its pictures"
          colours={palette}
          onColour={(one) => set('Background colour', { kind: 'colour', colour: one })}
        />
      )}
      {background.kind === 'gradient' && (
        <GradientEditor gradient={background} step="Background gradient" record={backgroundGradient(sheet.id)} />
      )}
      {background.kind === 'picture' && (
        <div className={styles.row}>
          <CommandButton framed id="placeBackground" label="Place the background: move, zoom, turn, blur, make pale">
            Place it, blur it, make it pale…
          </CommandButton>
        </div>
      )}
      {background.kind !== 'none' && <VeilRows sheet={sheet} />}
    </Section>
  )
}
