'use client'
import { useRef, useState } from 'react'
import type { Frame, Sheet } from '@/core/document/types'
import { isParametric, isStraight, stencilName } from '@/core/stencil/stencil'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { CornerFields } from '@/client/bench/CornerFields'
import { OutlineTools } from '@/client/bench/OutlineTools'
import { ParamFields } from '@/client/bench/ParamFields'
import { StencilPicker } from '@/client/bench/StencilPicker'
import { swapStencil } from '@/client/store/stencils'
import styles from '@/client/bench/Bench.module.css'

/** The outline of the selected frame: which it is, its values, its corners, and what can be made of it. */
export const StencilSection = ({ frame, sheet }: { readonly frame: Frame; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const mark = useRef<HTMLDivElement>(null)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const { stencil, box } = frame
  return (
    <section className={styles.section} aria-label="Stencil">
      <h2>
        <span className={styles.step}>1</span> Stencil
      </h2>
      <div className={styles.row} ref={mark}>
        <span className={styles.stencilNow}>
          <StencilIcon stencil={stencil} aspect={box.w / box.h} width={38} height={30} />
        </span>
        <span className={styles.stencilName}>{stencilName(stencil)}</span>
        <RailButton framed label="Swap the stencil; the picture stays" onPress={() => setAnchor(mark.current)}>
          Swap
        </RailButton>
      </div>
      <StencilPicker
        anchor={anchor}
        onClose={() => setAnchor(null)}
        onPick={(picked) => {
          setAnchor(null)
          swapStencil(bench, picked)
        }}
      />
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
    </section>
  )
}
