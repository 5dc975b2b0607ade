'use client'
'use memo'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { normalTurn } from '@/core/geometry/angle'
import { GRADIENT_SHAPES, sortedStops, withStop, withoutStop, type Gradient } from '@/core/colour/gradient'
import { seenColour, seenPart } from '@/client/store/slots'
import { shownProject } from '@/client/store/benchStore'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/fields/ColourField'
import Box from '@mui/material/Box'
import { PlainField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import styles from '@/client/parts/Panel.module.css'
import { type Recording, settleValue } from '@/client/store/recording'

const SHAPE_WORDS = { linear: 'Straight', radial: 'Round' } as const

const cssRun = ({ stops }: Gradient): string =>
  `linear-gradient(90deg, ${stops.map((stop) => `${stop.colour} ${stop.at * 100}%`).join(', ')})`

/** Shape, direction and stops of a gradient. */
export const GradientEditor = ({
  gradient,
  step,
  record,
}: {
  readonly gradient: Gradient
  readonly step: string
  readonly record: Recording<Gradient>
}) => {
  const bench = useBenchHandle()
  const slots = useBench((state) => shownProject(state).slots)
  const set = (next: Partial<Gradient>): void => settleValue(bench, step, record, { ...gradient, ...next })
  const { stops } = gradient
  return (
    <>
      <Box
        sx={{ height: 16, border: 1, borderRadius: 1 }}
        style={{ background: cssRun(seenPart(gradient, slots)) }}
        aria-hidden
      />
      <div className={styles.row}>
        {GRADIENT_SHAPES.map((shape) => (
          <RailButton
            key={shape}
            framed
            label={`${SHAPE_WORDS[shape]} gradient`}
            pressed={gradient.shape === shape}
            onPress={() => set({ shape })}
          >
            {SHAPE_WORDS[shape]}
          </RailButton>
        ))}
        <PlainField
          label="Turn"
          unit="°"
          decimals={1}
          disabled={gradient.shape === 'radial'}
          value={gradient.turn}
          onValue={(turn) => set({ turn: normalTurn(turn) })}
        />
      </div>
      {stops.map((stop, i) => (
        <div key={i} className={styles.row}>
          <ColourField
            isShort
            label={`Stop ${i + 1}`}
            colour={stop.colour}
            step={step}
            record={(project, next) =>
              record(project, {
                ...gradient,
                stops: stops.map((one, k) => (k === i ? { ...one, colour: next } : one)),
              })
            }
          />
          <PlainField
            label="at"
            unit="%"
            decimals={0}
            value={stop.at * 100}
            onValue={(at) => {
              const share = within('the place of a stop', at, { min: 0, max: 100 }) / 100
              set({ stops: sortedStops(stops.map((one, k) => (k === i ? { ...one, at: share } : one))) })
            }}
          />
          <RailButton
            label={`Remove stop ${i + 1}`}
            disabled={stops.length <= RANGE.gradientStops.min}
            onPress={() => set({ stops: withoutStop(stops, i) })}
          >
            <Close fontSize="inherit" />
          </RailButton>
        </div>
      ))}
      <div className={styles.row}>
        <RailButton
          framed
          label="Add a stop in the widest gap"
          disabled={stops.length >= RANGE.gradientStops.max}
          onPress={() => set({ stops: withStop(stops, (ref) => seenColour(ref, slots)) })}
        >
          <Add fontSize="inherit" /> Stop
        </RailButton>
      </div>
    </>
  )
}
