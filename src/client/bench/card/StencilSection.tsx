'use client'
'use memo'
import type { Frame } from '@/core/document/types'
import { cornerPoints, isParametric, isStraight, stencilName } from '@/core/stencil/stencil'
import { CommandRow } from '@/client/commands/CommandRow'
import { Section } from '@/client/parts/Section'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { CornerFields } from '@/client/bench/stencil/CornerFields'
import { ParamFields } from '@/client/bench/stencil/ParamFields'
import { SwapStencil } from '@/client/bench/rail/SwapStencil'

/** The outline of the selected frame: which it is, its values, its corners, and what can be made of it. */
export const StencilSection = ({ frame, isOpen }: { readonly frame: Frame; readonly isOpen: boolean }) => {
  const { stencil, box } = frame
  return (
    <Section
      name="Stencil"
      says={
        <>
          {stencilName(stencil)} <StencilIcon stencil={stencil} aspect={box.w / box.h} width={20} height={14} />
        </>
      }
      isOpen={isOpen}
    >
      <CommandRow
        name="Outline"
        first={<SwapStencil label="Swap the stencil; the picture stays" words="Swap" />}
        ids={['points', 'takeOff']}
        more={['upright', 'breakOutline', 'keepOutline', 'cut', 'trace']}
      />
      {isParametric(stencil) && <ParamFields key={stencil.kind} stencil={stencil} frame={frame} />}
      {isStraight(stencil) && (
        <CornerFields
          corners={stencil.corners ?? []}
          size={box}
          count={cornerPoints(stencil, box).length}
          isRectangle={stencil.kind === 'rectangle'}
        />
      )}
    </Section>
  )
}
