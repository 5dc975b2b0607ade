'use client'
import { useEffect, useState } from 'react'
import { apply, compose } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { lackingBoxes } from '@/core/lettering/lacking'
import { isAtHand } from '@/core/document/tree'
import { isWord, poseMatrix, type Word } from '@/core/document/lettering'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { lackingOf, mayLack } from '@/client/store/lackingLetters'
import { shownSheetIf } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'
import { svgPoints } from '@/client/stage/overlayGeometry'
import { LOOKS } from '@/client/stage/looks'

/** A hollow box for each letter of a text that its typeface lacks; on the bench alone, nothing of it is in files. */
const WordMarks = ({ word }: { readonly word: Word }) => {
  const bench = useBenchHandle()
  const view = useBench((state) => state.view)
  const { text, capitals, face, size } = word.lettering
  const [boxes, setBoxes] = useState<readonly (readonly Point[])[]>([])
  useEffect(() => {
    let isHere = true
    void lackingOf(bench, word.id).then((layout) => {
      if (isHere && layout) setBoxes(lackingBoxes({ text, capitals }, layout))
    })
    return () => {
      isHere = false
    }
  }, [bench, word.id, text, capitals, face.id, size])
  const m = compose(viewMatrix(view), poseMatrix(word.lettering.pose))
  return boxes.map((corners, i) => (
    <polygon key={i} points={svgPoints(corners.map((p) => apply(m, p)))} {...LOOKS.lacking} data-lacking={word.id} />
  ))
}

/** The texts of the sheet whose typefaces may lack letters. */
export const LackingMarks = () => {
  const sheet = useBench(shownSheetIf(({ items }) => Object.values(items).some(isWord)))
  if (!sheet) return null
  return Object.values(sheet.items)
    .filter((item): item is Word => isWord(item) && isAtHand(sheet, item.id) && mayLack(item))
    .map((word) => <WordMarks key={word.id} word={word} />)
}
