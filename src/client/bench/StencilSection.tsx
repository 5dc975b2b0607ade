'use client'
import type { Frame, Sheet } from '@/core/document/types'
import { isParametric, isStraight, stencilName } from '@/core/stencil/stencil'
import { Section } from '@/client/parts/Section'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { CornerFields } from '@/client/bench/CornerFields'
import { OutlineTools } from '@/client/bench/OutlineTools'
import { ParamFields } from '@/client/bench/ParamFields'
import { SwapStencil } from '@/client/bench/SwapStencil'
import styles from '@/client/bench/Bench.module.css'

/** The outline of the selected frame: which it is, its values, its corners, and what can be made of it. */
export const StencilSection = ({ frame, sheet }: { readonly frame: Frame; readonly sheet: Sheet }) => {
  const { stencil, box } = frame
  return (
    <Section name="Stencil" title="Stencil" step={1}>
      <div className={styles.row}>
        <span className={styles.stencilNow}>
          <StencilIcon stencil={stencil} aspect={box.w / box.h} width={38} height={30} />
        </span>
        <span className={styles.stencilName}>{stencilName(stencil)}</span>
        <SwapStencil label="Swap the stencil; the picture stays" words="Swap" />
      </div>
      {isParametric(stencil) && <ParamFields key={stencil.kind} stencil={stencil} frame={frame} sheet={sheet} />}
      {isStraight(stencil) && (
        <CornerFields
          corners={stencil.corners ?? []}
          sheet={sheet}
          size={box}
          canDiffer={stencil.kind === 'rectangle'}
        />
      )}
      <OutlineTools frame={frame} />
    </Section>
  )
}
