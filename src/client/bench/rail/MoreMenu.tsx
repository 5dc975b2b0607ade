'use client'
import { useRef } from 'react'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { openMenuAt } from '@/client/store/slices/dialogs'

/** Opens the menu of all that can be done with what is selected, for those who do not press right. */
export const MoreMenu = ({ noun }: { readonly noun: string }) => {
  const bench = useBenchHandle()
  const mark = useRef<HTMLSpanElement>(null)
  const open = (): void => {
    const box = mark.current?.getBoundingClientRect()
    if (box) openMenuAt(bench, { x: box.left, y: box.bottom + 8 })
  }
  return (
    <RailButton framed label={`More to do with the ${noun}`} onPress={open}>
      <span ref={mark}>⋯</span>
    </RailButton>
  )
}
