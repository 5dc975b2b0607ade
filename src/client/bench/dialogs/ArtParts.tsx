'use client'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { Tick } from '@/client/parts/fields/Tick'
import panel from '@/client/parts/Panel.module.css'
import { svgTextOf } from '@/core/path/svgText'
import { paintedParts, type Art, type ArtChoice, type ArtPart } from '@/client/store/artwork'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/parts/ArtPanes.module.css'

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
      const look = chosen.includes(i) ? LOOKS.partChosen : part.kind === 'inside' ? LOOKS.partLine : LOOKS.part
      return (
        <path
          key={i}
          d={svgTextOf(part.outline.path, 2)}
          fillRule={part.outline.fillRule}
          {...look}
          cursor="pointer"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
          onClick={() => onToggle(i)}
        />
      )
    })}
  </svg>
)

/** What a part is, where it is not simply filled. */
const KIND_WORDS: Readonly<Record<ArtPart['kind'], string>> = { fill: '', line: ' (line)', inside: ' (inside)' }

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
    <div className={panel.row}>
      <strong className={panel.grow}>
        {chosen.length} of {art.parts.length} parts
      </strong>
      <span>
        <Button size="small" onClick={() => onChosen(paintedParts(art))}>
          All
        </Button>
        <Button size="small" onClick={() => onChosen([])}>
          None
        </Button>
      </span>
    </div>
    <div className={styles.parts}>
      {art.parts.slice(0, MOST_LISTED).map(({ name, kind }, i) => (
        <Tick
          key={i}
          isOn={chosen.includes(i)}
          onChange={() => onChosen(chosen.includes(i) ? chosen.filter((one) => one !== i) : [...chosen, i])}
        >
          {name}
          {KIND_WORDS[kind]}
        </Tick>
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
  <RadioGroup
    aria-label="Make"
    value={choice.soft ? 'soft' : choice.as}
    onChange={
      (_event, value) =>
        onChoice(value === 'soft' ? { ...choice, soft: true } : { as: value as ArtChoice['as'], soft: false }) // one of those below
    }
  >
    {WAYS.map(([as, words]) => (
      <FormControlLabel key={as} value={as} control={<Radio size="small" />} label={words} />
    ))}
    {art.isTraced && (
      <FormControlLabel value="soft" control={<Radio size="small" />} label="A soft mask, edges as they are" />
    )}
  </RadioGroup>
)
