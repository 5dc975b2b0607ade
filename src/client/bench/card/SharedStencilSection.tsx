'use client'
'use memo'
import { COMBINATIONS } from '@/core/path/combinations'
import type { Frame } from '@/core/document/types'
import { isStraight } from '@/core/stencil/stencil'
import { CommandRow } from '@/client/commands/CommandRow'
import { CornerFields } from '@/client/bench/stencil/CornerFields'
import { SwapStencil } from '@/client/bench/rail/SwapStencil'
import { Section } from '@/client/parts/Section'
/** The stencils of several frames at once: swapped, their corners worked, their outlines combined. */
export const SharedStencilSection = ({ frames }: { readonly frames: readonly Frame[] }) => {
  const straight = frames.filter(({ stencil }) => isStraight(stencil))
  const [first] = straight
  return (
    <Section name="Stencils" says="swap, corners, combine">
      <CommandRow
        name="Combine outlines"
        first={<SwapStencil label="Swap the stencil of all; their pictures stay" words="Swap all" />}
        ids={frames.length > 1 ? COMBINATIONS.map((how) => `combine-${how}`) : []}
        more={frames.length > 1 ? ['oneOpening', 'keepOutline'] : ['keepOutline']}
      />
      {first && isStraight(first.stencil) && (
        <CornerFields corners={(first.stencil.corners ?? []).slice(0, 1)} size={first.box} count={0} />
      )}
    </Section>
  )
}
