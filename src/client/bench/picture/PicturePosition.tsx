'use client'
'use memo'
import { pictureMatrix } from '@/core/document/content'
import { picturePoint } from '@/core/placement/position'
import type { Point } from '@/core/geometry/vector'
import { useBenchHandle } from '@/client/binding/useBench'
import { useSteady } from '@/client/binding/useLive'
import { LengthField } from '@/client/parts/fields/LengthField'
import { movePictureBy } from '@/client/store/placing'
import { placedFrame } from '@/client/store/placed'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { selectedFrame } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'

const ANYWHERE: Point = { x: 0, y: 0 }

/** Where the selected picture lies on the sheet, in points, from what numbers are measured from. */
const placeOf = (state: BenchState): Point => {
  const frame = selectedFrame(state)
  const held = placedFrame(state)
  const matrix = frame && pictureMatrix(shownProject(state), shownSheet(state), frame)
  return held && matrix ? picturePoint(matrix, held.holder.picture, state.anchor) : ANYWHERE
}

/** The picture's own place, in the sheet's unit; of a pattern that of its first tile. Follows a drag. */
export const PicturePosition = ({ isTiled }: { readonly isTiled: boolean }) => {
  const bench = useBenchHandle()
  const x = useSteady((state) => placeOf(state).x)
  const y = useSteady((state) => placeOf(state).y)
  const what = isTiled ? 'the first tile' : 'the picture'
  return (
    <>
      <LengthField
        label={isTiled ? 'Tile x' : 'x'}
        name={`Left to right, ${what}`}
        points={x}
        live={(state) => placeOf(state).x}
        onPoints={(to) => movePictureBy(bench, { x: to - x, y: 0 })}
      />
      <LengthField
        label="y"
        name={`Top to bottom, ${what}`}
        points={y}
        live={(state) => placeOf(state).y}
        onPoints={(to) => movePictureBy(bench, { x: 0, y: to - y })}
      />
    </>
  )
}
