'use client'
'use memo'
import type { Range } from '@/core/range'
import type { FinishLayer } from '@/core/finish/layers'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { SlideLength } from '@/client/parts/fields/SlideLength'
import { changeLayer, dragLayer, usualLength } from '@/client/store/finishes'

interface LayerLengthProps {
  readonly label: string
  readonly name?: string
  /** In points. */
  readonly points: number
  readonly range: Range
  /** The layer with another length. */
  readonly put: (points: number) => FinishLayer
}

/** A length of a layer, by slider or typed. */
export const LayerLength = ({ label, name = label, points, range, put }: LayerLengthProps) => {
  const bench = useBenchHandle()
  const usual = useBench(usualLength)
  return (
    <SlideLength
      label={label}
      name={name}
      points={points}
      range={range}
      usual={usual}
      onSlide={(value) => dragLayer(bench, put(value))}
      onSettle={() => bench.endBurst()}
      onPoints={(value) => changeLayer(bench, put(value))}
    />
  )
}
