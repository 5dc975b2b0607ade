'use client'
'use memo'
import { later } from '@/client/parts/later'
import { isText } from '@/core/document/text'
import { type Frame } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'
import { useBench } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/fields/ColourField'
import { Section } from '@/client/parts/Section'
import styles from '@/client/parts/Panel.module.css'
import { fillColour, fillGradient } from '@/client/store/frameFields'
import { CommandRow } from '@/client/commands/CommandRow'
import { ShareMenu } from '@/client/commands/ShareMenu'

const GradientEditor = later(() => import('@/client/bench/finish/GradientEditor').then((m) => m.GradientEditor))

const KIND_WORDS = {
  none: 'none yet',
  colour: 'a colour',
  gradient: 'a gradient',
  [PICTURES]: '',
  span: '',
  echo: '',
} as const

/** How to fill a frame that holds no picture: a picture from below, a colour or a gradient. */
export const FillSection = ({
  frame,
  name = 'Picture',
  isOpen,
}: {
  readonly frame: Frame
  readonly name?: string
  readonly isOpen: boolean
}) => {
  const sheetId = useBench((state) => state.sheetId)
  const at = { sheetId, frameId: frame.id }
  const { fill } = frame
  return (
    <Section name={name} says={KIND_WORDS[fill.kind]} isOpen={isOpen}>
      {frame.takesPictures && (
        <div className={styles.kind}>Choose one below, drop one on the frame, or fill it with a colour.</div>
      )}
      <CommandRow
        name="Filled with"
        ids={[
          ...(isText(frame) ? ['pictureInText'] : []),
          'fillColour',
          'fillGradient',
          ...(fill.kind === 'none' || isText(frame) ? [] : ['emptyFrame']),
        ]}
      >
        {!isText(frame) && <ShareMenu />}
      </CommandRow>
      {fill.kind === 'colour' && (
        <div className={styles.row}>
          <ColourField label="Colour" colour={fill.colour} step="Fill with colour" record={fillColour(at)} />
        </div>
      )}
      {fill.kind === 'gradient' && <GradientEditor gradient={fill} step="Gradient" record={fillGradient(at)} />}
    </Section>
  )
}
