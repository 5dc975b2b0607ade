'use client'
import Swap from '@mui/icons-material/InterestsOutlined'
import { later } from '@/client/parts/later'
import { useState } from 'react'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { swapStencil } from '@/client/store/stencils'

// Comes when a stencil is first swapped.
const StencilPicker = later(() => import('@/client/bench/stencil/StencilPicker').then((m) => m.StencilPicker))

/** Chooses another stencil for all that is selected. */
export const SwapStencil = ({ label, words }: { readonly label: string; readonly words: string }) => {
  const bench = useBenchHandle()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <RailButton asCommand hasMenu label={label} onPress={(button) => setAnchor(button)}>
        <Swap fontSize="inherit" /> {words}
      </RailButton>
      {anchor && (
        <StencilPicker
          anchor={anchor}
          onClose={() => setAnchor(null)}
          onPick={(picked) => {
            setAnchor(null)
            swapStencil(bench, picked)
          }}
        />
      )}
    </>
  )
}
