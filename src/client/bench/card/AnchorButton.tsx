'use client'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { toggleAnchor } from '@/client/store/slices/card'

/** What places are measured from: the centre, or the top left of the upright box around. */
export const AnchorButton = () => {
  const bench = useBenchHandle()
  const anchor = useBench((state) => state.anchor)
  const words = anchor === 'centre' ? 'centre' : 'top left'
  return (
    <RailButton framed label={`Measured from the ${words}. Press to change`} onPress={() => toggleAnchor(bench)}>
      from the {words}
    </RailButton>
  )
}
