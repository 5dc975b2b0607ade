'use client'
'use memo'
import MoreHoriz from '@mui/icons-material/MoreHoriz'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { openMenuAt } from '@/client/store/slices/dialogs'

/** Opens the menu of all that can be done with what is selected, for those who do not press right. */
export const MoreMenu = ({ noun }: { readonly noun: string }) => {
  const bench = useBenchHandle()
  return (
    <RailButton
      framed
      hasMenu
      label={`More to do with the ${noun}`}
      onPress={(button) => {
        const box = button.getBoundingClientRect()
        openMenuAt(bench, { x: box.left, y: box.bottom + 8 })
      }}
    >
      <MoreHoriz fontSize="small" />
    </RailButton>
  )
}
