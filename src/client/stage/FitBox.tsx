'use client'
import { apply, compose } from '@/core/geometry/matrix'
import { centredRect, cornersOf } from '@/core/geometry/rect'
import { poseMatrix } from '@/core/document/lettering'
import { useBench } from '@/client/binding/useBench'
import { svgPoints } from '@/client/stage/overlayGeometry'
import { selectedWord } from '@/client/store/lettering'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'

/** The box that the selected text is fitted to. */
export const FitBox = () => {
  const word = useBench(selectedWord)
  const view = useBench((state) => state.view)
  const { lettering } = word ?? {}
  if (lettering?.fit !== 'box' || !lettering.box) return null
  const toTable = compose(viewMatrix(view), poseMatrix(lettering.pose))
  const corners = cornersOf(centredRect(lettering.box)).map((p) => apply(toTable, p))
  return <polygon points={svgPoints(corners)} {...LOOKS.safe} data-fit-box />
}
