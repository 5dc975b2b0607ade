'use client'
import { COMBINATIONS, type Combination } from '@/core/path/combinations'
import type { Frame, Sheet } from '@/core/document/types'
import { isStraight } from '@/core/stencil/stencil'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { CornerFields } from '@/client/bench/CornerFields'
import { SwapStencil } from '@/client/bench/SwapStencil'
import { combineSelected } from '@/client/store/combine'
import styles from '@/client/bench/Bench.module.css'

const WORDS: Readonly<Record<Combination, readonly [string, string]>> = {
  unite: ['Unite', 'Unite the outlines: one frame of all'],
  subtract: ['Subtract', 'Subtract: the lowest frame less all above it'],
  intersect: ['Intersect', 'Intersect: only what all of them share'],
  exclude: ['Exclude', 'Exclude: what an odd number of them share'],
}

/** The stencils of several frames at once: swapped, their corners worked, their outlines combined. */
export const SharedStencilSection = ({
  frames,
  sheet,
  step,
}: {
  readonly frames: readonly Frame[]
  readonly sheet: Sheet
  readonly step: number
}) => {
  const bench = useBenchHandle()
  const straight = frames.filter(({ stencil }) => isStraight(stencil))
  const [first] = straight
  return (
    <section className={styles.section} aria-label="Stencils">
      <h2>
        <span className={styles.step}>{step}</span> Stencils
      </h2>
      <div className={styles.row}>
        <SwapStencil label="Swap the stencil of all; their pictures stay" words="Swap all" />
      </div>
      {first && isStraight(first.stencil) && (
        <CornerFields
          corners={(first.stencil.corners ?? []).slice(0, 1)}
          sheet={sheet}
          size={first.box}
          canDiffer={false}
        />
      )}
      {frames.length > 1 && (
        <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Combine outlines">
          {COMBINATIONS.map((how) => (
            <RailButton key={how} framed label={WORDS[how][1]} onPress={() => void combineSelected(bench, how)}>
              {WORDS[how][0]}
            </RailButton>
          ))}
        </div>
      )}
    </section>
  )
}
