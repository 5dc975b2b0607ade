'use client'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import type { Stencil } from '@/core/stencil/stencil'
import { holdsPicture } from '@/core/document/content'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { putFrame } from '@/client/store/actions'
import { selectedFrame, selectedFrames } from '@/client/store/selection'
import { swapStencil } from '@/client/store/stencils'
import { takeInHand } from '@/client/store/slices/mode'

interface StencilMenuProps {
  readonly stencil: Stencil
  readonly aspect: number
  readonly anchor: HTMLElement | null
  readonly onClose: () => void
}

/** What a stencil of the supplies can be used for. */
export const StencilMenu = ({ stencil, aspect, anchor, onClose }: StencilMenuProps) => {
  const bench = useBenchHandle()
  const count = useBench((state) => selectedFrames(state).length)
  const isFilled = useBench((state) => holdsPicture(selectedFrame(state)?.fill))
  const run = (act: () => void) => () => {
    onClose()
    focusTable()
    act()
  }
  return (
    <Menu open={anchor !== null} anchorEl={anchor} onClose={onClose}>
      <MenuItem onClick={run(() => putFrame(bench, stencil, undefined, aspect))}>Put on the sheet</MenuItem>
      <MenuItem onClick={run(() => takeInHand(bench, stencil))}>Draw it out on the sheet</MenuItem>
      <MenuItem disabled={!count} onClick={run(() => swapStencil(bench, stencil))}>
        {count > 1 ? `Give it to the ${count} selected frames` : 'Give it to the selected frame'}
      </MenuItem>
      <MenuItem disabled={!isFilled} onClick={run(() => takeInHand(bench, stencil, true))}>
        Cut the selected picture with it
      </MenuItem>
    </Menu>
  )
}
