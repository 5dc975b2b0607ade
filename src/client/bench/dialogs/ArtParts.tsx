'use client'
import Button from '@mui/material/Button'
import { svgTextOf } from '@/core/path/svgText'
import type { Art, ArtChoice } from '@/client/store/artwork'
import styles from '@/client/bench/dialogs/Stencils.module.css'

/** What is chosen lies on top, so that nothing hides it. */
const inOrder = (art: Art, chosen: readonly number[]): readonly number[] => {
  const all = art.parts.map((_, i) => i)
  return [...all.filter((i) => !chosen.includes(i)), ...all.filter((i) => chosen.includes(i))]
}

/** The parts as they lie, to be pressed. */
export const Preview = ({
  art,
  chosen,
  onToggle,
}: {
  readonly art: Art
  readonly chosen: readonly number[]
  readonly onToggle: (i: number) => void
}) => (
  <svg
    className={styles.preview}
    viewBox={`${-art.size.w * 0.03} ${-art.size.h * 0.03} ${art.size.w * 1.06} ${art.size.h * 1.06}`}
    aria-label={`Preview of ${art.name}`}
    role="img"
  >
    {inOrder(art, chosen).map((i) => {
      const part = art.parts[i]
      if (!part) return null
      const look = chosen.includes(i) ? styles.partChosen : part.isFilled ? styles.part : styles.partLine
      return (
        <path
          key={i}
          d={svgTextOf(part.outline.path, 2)}
          fillRule={part.outline.fillRule}
          className={look}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
          onClick={() => onToggle(i)}
        />
      )
    })}
  </svg>
)

/** More parts than this are not listed one by one. */
const MOST_LISTED = 300

/** The parts by name. */
export const Parts = ({
  art,
  chosen,
  onChosen,
}: {
  readonly art: Art
  readonly chosen: readonly number[]
  readonly onChosen: (chosen: readonly number[]) => void
}) => (
  <div>
    <div style={{ display: 'flex', justifyContent: 'space-between', marginBottom: 4 }}>
      <strong>
        {chosen.length} of {art.parts.length} parts
      </strong>
      <span>
        <Button size="small" onClick={() => onChosen(art.parts.map((_, i) => i))}>
          All
        </Button>
        <Button size="small" onClick={() => onChosen([])}>
          None
        </Button>
      </span>
    </div>
    <div className={styles.parts}>
      {art.parts.slice(0, MOST_LISTED).map(({ name, isFilled }, i) => (
        <label key={i}>
          <input
            type="checkbox"
            checked={chosen.includes(i)}
            onChange={() => onChosen(chosen.includes(i) ? chosen.filter((one) => one !== i) : [...chosen, i])}
          />
          {name}
          {isFilled ? '' : ' (a line)'}
        </label>
      ))}
    </div>
  </div>
)

const WAYS: readonly (readonly [ArtChoice['as'], string])[] = [
  ['one', 'One stencil of all'],
  ['parts', 'One for each part'],
  ['pieces', 'One for each connected piece'],
]

/** What is made of the chosen parts. */
export const Options = ({
  art,
  choice,
  onChoice,
}: {
  readonly art: Art
  readonly choice: ArtChoice
  readonly onChoice: (choice: ArtChoice) => void
}) => (
  <fieldset>
    <legend>Make</legend>
    {WAYS.map(([as, words]) => (
      <label key={as}>
        <input
          type="radio"
          name="as"
          checked={!choice.soft && choice.as === as}
          onChange={() => onChoice({ as, soft: false })}
        />
        {words}
      </label>
    ))}
    {art.source && (
      <label>
        <input type="radio" name="as" checked={choice.soft} onChange={() => onChoice({ ...choice, soft: true })} />A
        soft mask, edges as they are
      </label>
    )}
  </fieldset>
)
