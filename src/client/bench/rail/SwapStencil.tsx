'use client'
import { useRef, useState } from 'react'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { StencilPicker } from '@/client/bench/stencil/StencilPicker'
import { swapStencil } from '@/client/store/stencils'

/** Chooses another stencil for all that is selected. */
export const SwapStencil = ({ label, words }: { readonly label: string; readonly words: string }) => {
  const bench = useBenchHandle()
  const mark = useRef<HTMLSpanElement>(null)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <span ref={mark}>
      <RailButton framed label={label} onPress={() => setAnchor(mark.current)}>
        {words}
      </RailButton>
      <StencilPicker
        anchor={anchor}
        onClose={() => setAnchor(null)}
        onPick={(picked) => {
          setAnchor(null)
          swapStencil(bench, picked)
        }}
      />
    </span>
  )
}
