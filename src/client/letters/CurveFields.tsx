'use client'
import { typingOf } from '@/client/store/modes'
import { within } from '@/core/range'
import type { Word } from '@/core/document/lettering'
import { LETTERING_RANGE as L, type Curve, type Setting } from '@/core/lettering/settings'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { PlainField } from '@/client/parts/fields/LengthField'
import { SlideField } from '@/client/parts/fields/SlideField'
import { resetWord } from '@/client/store/lettering'
import card from '@/client/parts/Panel.module.css'

type CurveWord = Curve['kind'] | 'none'

const FIRST: Readonly<Record<Curve['kind'], Curve>> = {
  arc: { kind: 'arc', bend: 90 },
  wave: { kind: 'wave', height: 0.25, waves: 1 },
}

/** What the baseline follows. */
export const CurveFields = ({
  word,
  set,
}: {
  readonly word: Word
  readonly set: (name: string, setting: Partial<Setting>) => void
}) => {
  const bench = useBenchHandle()
  const isBusy = useBench((state) => typingOf(state) !== null)
  const { curve } = word.lettering
  const chosen: CurveWord = curve?.kind ?? 'none'
  const slide = (next: Curve): void =>
    void resetWord(bench, word.id, { name: 'Bend letters', setting: { curve: next }, burst: `bend-${word.id}` })
  return (
    <>
      <div className={card.row}>
        <Choice
          label="Along"
          name="What the letters stand along"
          value={chosen}
          disabled={isBusy}
          options={[
            ['none', 'a straight line'],
            ['arc', 'an arc'],
            ['wave', 'a wave'],
          ]}
          onChoice={(kind) =>
            set('Curve of letters', { curve: kind === 'none' ? undefined : FIRST[kind] } as Partial<Setting>)
          } // undefined takes it away
        />
      </div>
      {curve?.kind === 'arc' && (
        <SlideField
          label="Bend"
          value={curve.bend}
          {...L.bend}
          step={1}
          times={1}
          unit="°"
          origin={0}
          onSlide={(bend) => slide({ kind: 'arc', bend })}
          onSettle={() => bench.endBurst()}
          onValue={(bend) => set('Bend letters', { curve: { kind: 'arc', bend } })}
        />
      )}
      {curve?.kind === 'wave' && (
        <>
          <SlideField
            label="Height"
            name="Height of the wave"
            value={curve.height}
            min={-1}
            max={1}
            step={0.01}
            unit="%"
            origin={0}
            onSlide={(height) => slide({ ...curve, height })}
            onSettle={() => bench.endBurst()}
            onValue={(height) => set('Bend letters', { curve: { ...curve, height } })}
          />
          <div className={card.row}>
            <PlainField
              label="Waves"
              name="Waves over the widest line"
              decimals={2}
              value={curve.waves}
              onValue={(waves) =>
                set('Bend letters', { curve: { ...curve, waves: within('the number of waves', waves, L.waves) } })
              }
            />
          </div>
        </>
      )}
    </>
  )
}
