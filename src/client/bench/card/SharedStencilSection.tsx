'use client'
import { COMBINATIONS } from '@/core/path/combinations'
import type { Frame } from '@/core/document/types'
import { isStraight } from '@/core/stencil/stencil'
import { CommandButton } from '@/client/commands/CommandButton'
import { COMBINATION_WORDS } from '@/client/commands/outline'
import { CornerFields } from '@/client/bench/stencil/CornerFields'
import { SwapStencil } from '@/client/bench/rail/SwapStencil'
import styles from '@/client/parts/Panel.module.css'

/** The stencils of several frames at once: swapped, their corners worked, their outlines combined. */
export const SharedStencilSection = ({
  frames,
  step,
}: {
  readonly frames: readonly Frame[]
  readonly step: number
}) => {
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
        <CornerFields corners={(first.stencil.corners ?? []).slice(0, 1)} size={first.box} canDiffer={false} />
      )}
      {frames.length > 1 && (
        <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Combine outlines">
          {COMBINATIONS.map((how) => (
            <CommandButton key={how} framed id={`combine-${how}`}>
              {COMBINATION_WORDS[how][0]}
            </CommandButton>
          ))}
        </div>
      )}
    </section>
  )
}
