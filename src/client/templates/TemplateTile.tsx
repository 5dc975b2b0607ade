'use client'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { withSamples } from '@/core/document/samples'
import type { Project } from '@/core/document/types'
import type { PictureAnswer, TemplateAnswer } from '@/contract/api'
import { templateDocument } from '@/client/http/templates'
import { Tile } from '@/client/parts/Tile'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { recordFilling } from '@/client/templates/filled'
import { inTurn } from '@/client/templates/turns'

/** The largest size of a shape within a square. */
const within = ({ width, height }: Pick<TemplateAnswer, 'width' | 'height'>, side: number) => {
  const k = side / Math.max(width, height)
  return { width: Math.max(8, Math.round(width * k)), height: Math.max(8, Math.round(height * k)) }
}

/** The document of a template, once its turn has come; null until then, and a word where it cannot be read. */
const useTemplate = (template: TemplateAnswer): Project | 'unread' | null => {
  const [held, setHeld] = useState<Project | 'unread' | null>(null)
  useEffect(() => {
    let isGone = false
    let leave: (() => void) | null = null
    templateDocument(template).then(
      (document) => {
        if (!isGone) leave = inTurn(() => setHeld(document))
      },
      () => setHeld('unread'),
    )
    return () => {
      isGone = true
      leave?.()
    }
  }, [template])
  return held
}

/** How a template is spoken of: what it takes. */
export const takesWords = ({ openings, sheetCount }: TemplateAnswer): string =>
  `${openings} ${openings === 1 ? 'picture' : 'pictures'}${sheetCount > 1 ? `, ${sheetCount} sheets` : ''}`

/** From this side on a tile has room for what its template takes. */
const ROOMY = 160

const NO_PICTURES: readonly PictureAnswer[] = []

/** A template as it looks: with the person's pictures where some are chosen, else with samples in its openings. */
export const TemplateTile = ({
  template,
  pictures = NO_PICTURES,
  side,
  says,
  onPress,
}: {
  readonly template: TemplateAnswer
  readonly pictures?: readonly PictureAnswer[]
  readonly side: number
  readonly says: string
  readonly onPress: () => void
}) => {
  const document = useTemplate(template)
  const size = within(template, side)
  const shown = useMemo(() => {
    if (document === null || document === 'unread') return null
    const [sheetId = ''] = document.order
    const filled = pictures.length ? recordFilling(document, [sheetId], pictures).project : document
    const sheet = filled.sheets[sheetId]
    return sheet ? { project: filled, sheet: withSamples(sheet) } : null
  }, [document, pictures])
  return (
    <Tile
      data-supply
      edged
      caption={side < ROOMY ? template.name : `${template.name} · ${takesWords(template)}`}
      says={`${says} ${takesWords(template)}`}
      aria-label={`${template.name}, ${takesWords(template)}`}
      onClick={onPress}
      sx={{ width: side + 16, height: side + 36 }}
    >
      <span style={{ display: 'grid', placeItems: 'center', width: side, height: side }}>
        {document === 'unread' ? (
          <Typography variant="caption">It cannot be read now. A press tries again.</Typography>
        ) : shown ? (
          <Thumbnail project={shown.project} sheet={shown.sheet} width={size.width} height={size.height} />
        ) : (
          <Skeleton variant="rectangular" animation={false} width={size.width} height={size.height} />
        )}
      </span>
    </Tile>
  )
}
