'use client'
'use memo'
import Lock from '@mui/icons-material/Lock'
import LockOpen from '@mui/icons-material/LockOpen'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { toggleRatioLock } from '@/client/store/slices/card'

/** Whether a typed width or height takes the other along. */
export const RatioLock = ({ of }: { readonly of: 'frame' | 'hull' }) => {
  const bench = useBenchHandle()
  const locks = useBench((state) => state.locksRatio)
  return (
    <RailButton
      framed
      label="Width and height keep their ratio"
      pressed={locks[of]}
      onPress={() => toggleRatioLock(bench, of)}
    >
      {locks[of] ? <Lock fontSize="inherit" /> : <LockOpen fontSize="inherit" />}
    </RailButton>
  )
}
