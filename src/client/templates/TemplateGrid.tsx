'use client'
import { useVirtualizer } from '@tanstack/react-virtual'
import { memo, useEffect, useState, type ReactNode, type RefObject } from 'react'
import type { PictureAnswer, TemplateAnswer } from '@/contract/api'
import { columnsIn, rowCount } from '@/client/templates/rows'
import { TemplateTile } from '@/client/templates/TemplateTile'

const GAP = 12

interface TemplateGridProps {
  readonly templates: readonly TemplateAnswer[]
  readonly pictures: readonly PictureAnswer[]
  readonly scroller: RefObject<HTMLElement | null>
  readonly side: number
  readonly says: string
  readonly onChoose: (template: TemplateAnswer) => void
  /** What more can be done with each, on its tile. */
  readonly more?: (template: TemplateAnswer) => ReactNode
}

/** How wide an element is within its padding, as it changes. */
const useRoom = (scroller: RefObject<HTMLElement | null>): number => {
  const [room, setRoom] = useState(0)
  useEffect(() => {
    const element = scroller.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width))
    observer.observe(element)
    return () => observer.disconnect()
  }, [scroller])
  return room
}

interface RowProps extends Omit<TemplateGridProps, 'scroller'> {
  readonly index: number
  readonly columns: number
}

/** One row; while the others scroll it stays as it is. */
const Row = memo(({ templates, pictures, side, says, onChoose, more, index, columns }: RowProps) =>
  templates.slice(index * columns, (index + 1) * columns).map((template) => (
    <span key={`${template.id} ${template.version}`} style={{ position: 'relative' }}>
      <TemplateTile
        template={template}
        pictures={pictures}
        side={side}
        says={says}
        onPress={() => onChoose(template)}
      />
      {more?.(template)}
    </span>
  )),
)
Row.displayName = 'TemplateRow'

/** Templates in rows; only those in sight are made. */
export const TemplateGrid = ({ scroller, ...shown }: TemplateGridProps) => {
  const { templates, side } = shown
  const room = useRoom(scroller)
  const high = side + 36 + GAP
  const columns = columnsIn(room, side + 16, GAP)
  // The compiler leaves a component alone that uses this hook, as it should: nothing of it is memoised.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: room > 0 ? rowCount(templates.length, columns) : 0,
    getScrollElement: () => scroller.current,
    estimateSize: () => high,
    overscan: 1,
  })
  return (
    <div style={{ position: 'relative', width: '100%', height: rows.getTotalSize() }}>
      {rows.getVirtualItems().map(({ key, index, start }) => (
        <div key={key} style={{ position: 'absolute', top: start, display: 'flex', gap: GAP }}>
          <Row {...shown} index={index} columns={columns} />
        </div>
      ))}
    </div>
  )
}
