'use client'
import type { Frame } from '@/core/document/types'
import { isParametric, isStraight, stencilName } from '@/core/stencil/stencil'
import { Section } from '@/client/parts/Section'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { CornerFields } from '@/client/bench/stencil/CornerFields'
import { OutlineTools } from '@/client/bench/rail/OutlineTools'
import { ParamFields } from '@/client/bench/stencil/ParamFields'
import { SwapStencil } from '@/client/bench/rail/SwapStencil'
import styles from '@/client/bench/card/StencilSection.module.css'
import panel from '@/client/parts/Panel.module.css'

/** The outline of the selected frame: which it is, its values, its corners, and what can be made of it. */
export const StencilSection = ({ frame }: { readonly frame: Frame }) => {
  const { stencil, box } = frame
  return (
    <Section name="Stencil" title="Stencil" step={1}>
      <div className={panel.row}>
        <span className={styles.stencilNow}>
          <StencilIcon stencil={stencil} aspect={box.w / box.h} width={38} height={30} />
        </span>
        <span className={styles.stencilName}>{stencilName(stencil)}</span>
        <SwapStencil label="Swap the stencil; the picture stays" words="Swap" />
      </div>
      {isParametric(stencil) && <ParamFields key={stencil.kind} stencil={stencil} frame={frame} />}
      {isStraight(stencil) && (
        <CornerFields corners={stencil.corners ?? []} size={box} canDiffer={stencil.kind === 'rectangle'} />
      )}
      <OutlineTools frame={frame} />
    </Section>
  )
}
