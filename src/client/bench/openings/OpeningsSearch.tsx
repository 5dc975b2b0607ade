'use client'
import Typography from '@mui/material/Typography'
import { MOST_TOLERANCE } from '@/core/region/choice'
import type { HeldOpenings } from '@/client/bench/openings/useOpenings'
import { SlideField } from '@/client/parts/fields/SlideField'
import { OneOf } from '@/client/parts/OneOf'
import { MOST_GROW } from '@/client/store/openings'

const nothing = (): void => undefined

/** How openings are looked for: by what is transparent or by a colour, and how far frames reach under the art. */
export const OpeningsSearch = ({ held }: { readonly held: HeldOpenings }) => {
  const { by, choice, grow, points } = held.choice
  const isLayered = held.layers.length > 1
  return (
    <>
      {!isLayered && (
        <OneOf
          name="What the holes are"
          value={by}
          options={[
            ['transparency', 'Transparent', 'The holes are transparent, wholly or in part'],
            ['colour', 'Of a colour', 'The holes have a plain colour: press one of them'],
          ]}
          onChoice={held.setBy}
        />
      )}
      {by === 'colour' && points.length === 0 && (
        <Typography variant="caption">
          Press a hole in the picture, or point at one by arrow keys and press Enter: all that have its colour are
          found.
        </Typography>
      )}
      {by === 'colour' && points.length > 0 && (
        <SlideField
          label="Tolerance"
          name="How near to the colour"
          value={choice.tolerance}
          min={1}
          max={MOST_TOLERANCE[choice.metric]}
          step={1}
          times={1}
          unit=""
          onSlide={(tolerance) => held.changeChoice({ tolerance })}
          onSettle={nothing}
          onValue={(tolerance) => held.changeChoice({ tolerance })}
        />
      )}
      <SlideField
        label="Under the art"
        name="How far frames reach under the art"
        value={grow}
        min={0}
        max={MOST_GROW}
        step={1}
        times={1}
        unit="px"
        onSlide={held.setGrow}
        onSettle={nothing}
        onValue={held.setGrow}
      />
    </>
  )
}
