'use client'
import { carryOf, carriedOf } from '@/client/store/modes'
import { itemRect } from '@/core/document/extent'
import { isWord } from '@/core/document/lettering'
import { isAtHand } from '@/core/document/tree'
import { holdsPictures } from '@/client/gestures/useCarry'
import { useBench } from '@/client/binding/useBench'
import { heldSheet } from '@/client/store/benchStore'
import { Floating } from '@/client/parts/Floating'

/** Room between a text and its zone, in table pixels. */
const GAP = 10
/** Height of a zone. */
const HEIGHT = 30

/** While a picture is carried: under each text a place to drop it across the whole of it. */
export const WordZones = () => {
  const sheet = useBench(heldSheet)
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  const over = useBench((state) => carryOf(state)?.dropWord ?? null)
  const isCarrying = useBench((state) => holdsPictures(carriedOf(state)))
  if (!isCarrying) return null
  return Object.values(sheet.items)
    .filter(isWord)
    .filter(({ id, order }) => order.length > 1 && isAtHand(sheet, id))
    .map(({ id }) => {
      const r = itemRect(sheet, id)
      const below = r.y1 * view.scale + view.y + GAP
      const top = Math.max(GAP, Math.min(table.h - HEIGHT - GAP, below))
      return (
        <Floating
          key={id}
          kind="zone"
          isOver={over === id}
          data-word-zone={id}
          at={{ left: ((r.x0 + r.x1) / 2) * view.scale + view.x, top }}
        >
          Whole word
        </Floating>
      )
    })
}
