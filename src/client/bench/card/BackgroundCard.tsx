'use client'
'use memo'
import Typography from '@mui/material/Typography'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { backgroundFrame } from '@/core/document/background'
import type { Background, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { LengthField, PlainField } from '@/client/parts/fields/LengthField'
import { OneOf } from '@/client/parts/OneOf'
import { Numbered, Section } from '@/client/parts/Section'
import { stepOf } from '@/client/bench/card/sections'
import { PictureHead } from '@/client/bench/picture/PictureHead'
import { PictureSection } from '@/client/bench/picture/PictureSection'
import { TonesSection } from '@/client/bench/picture/TonesSection'
import { VeilRows } from '@/client/bench/card/VeilSection'
import styles from '@/client/parts/Panel.module.css'
import { putBackground } from '@/client/store/backgrounds'

type PictureBackground = Extract<Background, { kind: 'picture' }>

const lookWords = ({ opacity = 1, blur = 0 }: PictureBackground): string =>
  [opacity < 1 ? `${Math.round(opacity * 100)}%` : '', blur ? 'blurred' : ''].filter(Boolean).join(', ') || 'as it is'

const LookSection = ({ sheet, background }: { readonly sheet: Sheet; readonly background: PictureBackground }) => {
  const bench = useBenchHandle()
  const set = (step: string, change: Partial<PictureBackground>): void =>
    putBackground(bench, step, { ...background, ...change })
  return (
    <Section name="Look of the background" says={lookWords(background)} isOpen>
      <div className={styles.row}>
        <PlainField
          label="Opacity"
          unit="%"
          decimals={0}
          value={(background.opacity ?? 1) * 100}
          onValue={(value) => {
            const opacity = within('opacity', value, { min: 0, max: 100 }) / 100
            set('Opacity of the background', { opacity })
          }}
        />
        <LengthField
          label="Blur"
          points={background.blur ?? 0}
          what="the blur"
          range={RANGE.blur}
          onPoints={(value) => set('Blur of the background', { blur: value })}
        />
      </div>
      {(background.opacity ?? 1) < 1 && (
        <div className={styles.row}>
          <span className={styles.kind}>On</span>
          <OneOf
            name="Beneath the background"
            value={background.beneath === 'none' ? 'none' : 'paper'}
            options={[
              ['paper', 'White', 'The pale background stands on white paper'],
              ['none', 'Nothing', 'The pale background stands on nothing: it stays see-through'],
            ]}
            onChoice={(beneath) =>
              set(beneath === 'none' ? 'Background on nothing' : 'Background on white', { beneath })
            }
          />
        </div>
      )}
      <VeilRows sheet={sheet} />
    </Section>
  )
}

/** The card of the background picture: placed with the tools of every picture, paler or blurred. */
export const BackgroundCard = ({ sheet }: { readonly sheet: Sheet }) => {
  const frame = backgroundFrame(sheet)
  if (!frame || sheet.background.kind !== 'picture') return null
  return (
    <Numbered stepOf={(name) => stepOf('background', name)}>
      <div className={styles.head}>
        <Typography variant="subtitle2">Background</Typography>
        <div className={styles.kind}>It fills the sheet and its bleed. Esc leaves it.</div>
        <PictureHead />
      </div>
      <PictureSection frame={frame} isOpen />
      <TonesSection frames={[frame]} />
      <LookSection sheet={sheet} background={sheet.background} />
    </Numbered>
  )
}
