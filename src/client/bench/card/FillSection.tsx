'use client'
import { type Frame } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'
import { useBench } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/ColourField'
import { SharingTools } from '@/client/bench/card/SharingRows'
import { shownSheet } from '@/client/store/benchStore'
import { GradientEditor } from '@/client/bench/finish/GradientEditor'
import styles from '@/client/parts/Panel.module.css'
import { fillColour, fillGradient } from '@/client/store/frameFields'
import { CommandButton } from '@/client/commands/CommandButton'

const KIND_WORDS = {
  none: 'none yet',
  colour: 'a colour',
  gradient: 'a gradient',
  [PICTURES]: '',
  span: '',
  echo: '',
} as const

/** How to fill a frame that holds no picture: a picture from below, a colour or a gradient. */
export const FillSection = ({ frame }: { readonly frame: Frame }) => {
  const sheet = useBench(shownSheet)
  const at = { sheetId: sheet.id, frameId: frame.id }
  const { fill } = frame
  return (
    <section className={styles.section} aria-label="Picture">
      <h2>
        <span className={styles.step}>2</span> Picture
        <span className={styles.fileName}>{KIND_WORDS[fill.kind]}</span>
      </h2>
      {frame.takesPictures && (
        <div className={styles.kind}>Choose one below, drop one on the frame, or fill it with a colour.</div>
      )}
      <div className={styles.row} role="group" aria-label="Filled with">
        <CommandButton framed id="fillColour">
          Colour
        </CommandButton>
        <CommandButton framed id="fillGradient">
          Gradient
        </CommandButton>
        {fill.kind !== 'none' && (
          <CommandButton framed id="emptyFrame">
            Empty
          </CommandButton>
        )}
      </div>
      <SharingTools frame={frame} sheet={sheet} />
      {fill.kind === 'colour' && (
        <div className={styles.row}>
          <ColourField label="Colour" colour={fill.colour} step="Fill with colour" record={fillColour(at)} />
        </div>
      )}
      {fill.kind === 'gradient' && <GradientEditor gradient={fill} step="Gradient" record={fillGradient(at)} />}
    </section>
  )
}
