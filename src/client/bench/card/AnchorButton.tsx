'use client'
'use memo'
import Centre from '@mui/icons-material/FilterCenterFocus'
import Corner from '@mui/icons-material/NorthWest'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { toggleAnchor } from '@/client/store/slices/card'

/** What places are measured from: the centre, or the top left of the upright box around. */
export const AnchorButton = () => {
  const bench = useBenchHandle()
  const anchor = useBench((state) => state.anchor)
  const isCentre = anchor === 'centre'
  return (
    <RailButton
      framed
      label={`Measured from the ${isCentre ? 'centre' : 'top left'}. Press to change`}
      onPress={() => toggleAnchor(bench)}
    >
      {isCentre ? <Centre fontSize="small" /> : <Corner fontSize="small" />}
    </RailButton>
  )
}
