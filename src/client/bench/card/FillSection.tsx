'use client'
import { type Frame } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/ColourField'
import { RailButton } from '@/client/parts/RailButton'
import { SharingTools } from '@/client/bench/card/SharingRows'
import { shownSheet } from '@/client/store/benchStore'
import { FIRST_GRADIENT, GradientEditor } from '@/client/bench/finish/GradientEditor'
import styles from '@/client/parts/Panel.module.css'
import { putFill, fillColour, fillGradient } from '@/client/store/frameFields'

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
  const bench = useBenchHandle()
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
        <RailButton
          framed
          label="Fill with a colour"
          pressed={fill.kind === 'colour'}
          onPress={() => putFill(bench, 'Fill with colour', at, { kind: 'colour', colour: '#c98d63' })}
        >
          Colour
        </RailButton>
        <RailButton
          framed
          label="Fill with a gradient"
          pressed={fill.kind === 'gradient'}
          onPress={() => putFill(bench, 'Fill with gradient', at, { kind: 'gradient', ...FIRST_GRADIENT })}
        >
          Gradient
        </RailButton>
        {fill.kind !== 'none' && (
          <RailButton
            framed
            label="Empty the frame"
            onPress={() => putFill(bench, 'Empty frame', at, { kind: 'none' })}
          >
            Empty
          </RailButton>
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
