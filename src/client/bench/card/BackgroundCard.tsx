'use client'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { backgroundFrame } from '@/core/document/background'
import type { Background, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { LengthField, PlainField } from '@/client/parts/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { PictureSection } from '@/client/bench/picture/PictureSection'
import { TonesSection } from '@/client/bench/picture/TonesSection'
import { VeilRows } from '@/client/bench/card/VeilSection'
import styles from '@/client/parts/Panel.module.css'
import { putBackground } from '@/client/store/backgrounds'

type PictureBackground = Extract<Background, { kind: 'picture' }>

const LookSection = ({ sheet, background }: { readonly sheet: Sheet; readonly background: PictureBackground }) => {
  const bench = useBenchHandle()
  const set = (step: string, change: Partial<PictureBackground>): void =>
    putBackground(bench, step, { ...background, ...change })
  return (
    <section className={styles.section} aria-label="Look of the background">
      <h2>
        <span className={styles.step}>2</span> Look
      </h2>
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
          onPoints={(value) =>
            set('Blur of the background', { blur: within('the blur', value, RANGE.blur, 'from 0 to 2 in (50.8 mm)') })
          }
        />
      </div>
      {(background.opacity ?? 1) < 1 && (
        <div className={styles.row} role="group" aria-label="Beneath the background">
          <span className={styles.kind}>On</span>
          <RailButton
            framed
            label="The pale background stands on white paper"
            pressed={background.beneath !== 'none'}
            onPress={() => set('Background on white', { beneath: 'paper' })}
          >
            White
          </RailButton>
          <RailButton
            framed
            label="The pale background stands on nothing: it stays see-through"
            pressed={background.beneath === 'none'}
            onPress={() => set('Background on nothing', { beneath: 'none' })}
          >
            Nothing
          </RailButton>
        </div>
      )}
      <VeilRows sheet={sheet} />
    </section>
  )
}

/** The card of the background picture: placed with the tools of every picture, paler or blurred. */
export const BackgroundCard = ({ sheet }: { readonly sheet: Sheet }) => {
  const frame = backgroundFrame(sheet)
  if (!frame || sheet.background.kind !== 'picture') return null
  return (
    <>
      <div className={styles.head}>
        <div className={styles.title}>Background</div>
        <div className={styles.kind}>It fills the sheet and its bleed. Esc leaves it.</div>
      </div>
      <PictureSection frame={frame} step={1} />
      <TonesSection frames={[frame]} />
      <LookSection sheet={sheet} background={sheet.background} />
    </>
  )
}
