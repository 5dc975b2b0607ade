'use client'
import Centre from '@mui/icons-material/FormatAlignCenter'
import Justify from '@mui/icons-material/FormatAlignJustify'
import Left from '@mui/icons-material/FormatAlignLeft'
import Right from '@mui/icons-material/FormatAlignRight'
import type { ReactNode } from 'react'
import { within } from '@/core/range'
import { TEXT_RANGE as T, type BlockAlign, type Stand } from '@/core/text/block'
import type { TextFrame } from '@/core/document/text'
import { useBenchHandle } from '@/client/binding/useBench'
import { PlainField } from '@/client/parts/fields/LengthField'
import { Tick } from '@/client/parts/fields/Tick'
import { OneOf } from '@/client/parts/OneOf'
import { Section } from '@/client/parts/Section'
import card from '@/client/parts/Panel.module.css'
import { layTexts } from '@/client/store/texts'

const ALIGNS: readonly (readonly [BlockAlign, ReactNode, string])[] = [
  ['left', <Left key="left" fontSize="small" />, 'Lines begin at the left'],
  ['centre', <Centre key="centre" fontSize="small" />, 'Lines in the middle'],
  ['right', <Right key="right" fontSize="small" />, 'Lines end at the right'],
  ['justify', <Justify key="justify" fontSize="small" />, 'Lines spread to the whole width'],
]

const STANDS: readonly (readonly [Stand, ReactNode, string])[] = [
  ['top', 'Top', 'Lines stand at the top of the box'],
  ['middle', 'Middle', 'Lines stand in the middle of the box'],
  ['bottom', 'Bottom', 'Lines stand at the bottom of the box'],
]

const ALIGN_WORDS = { left: 'left', centre: 'centred', right: 'right', justify: 'justified' } as const

/** How the lines of the text lie in its box. */
export const LinesSection = ({ frame }: { readonly frame: TextFrame }) => {
  const bench = useBenchHandle()
  const { align, stand, leading, paragraphGap, tracking, breaksWords } = frame.stencil
  return (
    <Section name="Lines" says={ALIGN_WORDS[align]}>
      <div className={card.row}>
        <OneOf
          name="Align lines"
          value={align}
          options={ALIGNS}
          onChoice={(next) => layTexts(bench, 'Align lines', { align: next })}
        />
      </div>
      <div className={card.row}>
        <OneOf
          name="Where lines stand"
          value={stand}
          options={STANDS}
          onChoice={(next) => layTexts(bench, 'Stand of lines', { stand: next })}
        />
      </div>
      <div className={card.row}>
        <PlainField
          label="Lines"
          name="Line spacing in ems"
          unit="×"
          decimals={2}
          step={0.05}
          value={leading}
          onValue={(value) => layTexts(bench, 'Line spacing', { leading: within('line spacing', value, T.leading) })}
        />
        <PlainField
          label="Paragraphs"
          name="Space between paragraphs in ems"
          unit="×"
          decimals={2}
          step={0.1}
          value={paragraphGap}
          onValue={(value) =>
            layTexts(bench, 'Paragraph spacing', {
              paragraphGap: within('space between paragraphs', value, T.paragraphGap),
            })
          }
        />
      </div>
      <div className={card.row}>
        <PlainField
          label="Letters"
          name="Tracking in thousandths of an em"
          decimals={0}
          step={5}
          value={tracking}
          onValue={(value) => layTexts(bench, 'Tracking', { tracking: within('tracking', value, T.tracking) })}
        />
        <Tick isOn={breaksWords} onChange={(next) => layTexts(bench, 'Break long words', { breaksWords: next })}>
          Break long words
        </Tick>
      </div>
    </Section>
  )
}
