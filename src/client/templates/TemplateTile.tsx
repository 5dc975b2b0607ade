'use client'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState } from 'react'
import type { PictureAnswer, TemplateAnswer } from '@/contract/api'
import { Tile } from '@/client/parts/Tile'
import { gallery } from '@/client/workers/gallery'

/** The largest size of a shape within a square. */
const within = ({ width, height }: Pick<TemplateAnswer, 'width' | 'height'>, side: number) => {
  const k = side / Math.max(width, height)
  return { width: Math.max(8, Math.round(width * k)), height: Math.max(8, Math.round(height * k)) }
}

interface PictureProps {
  readonly template: TemplateAnswer
  readonly pictures: readonly PictureAnswer[]
  readonly width: number
  readonly height: number
}

/** Device pixels for one of the page's: more is not seen. */
const MOST_DENSITY = 2

/** The template as the gallery's worker paints it; the last one stays until the next is there. */
const TemplatePicture = ({ template: { id, version }, pictures, width, height }: PictureProps) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  const [seen, setSeen] = useState<'nothing' | 'picture' | 'fault'>('nothing')
  useEffect(() => {
    const density = Math.min(MOST_DENSITY, window.devicePixelRatio)
    const job = {
      template: { id, version },
      pictures,
      width: Math.round(width * density),
      height: Math.round(height * density),
    }
    return gallery().ask(
      job,
      (bitmap) => {
        if (canvas.current) Object.assign(canvas.current, { width: job.width, height: job.height })
        canvas.current?.getContext('2d')?.drawImage(bitmap, 0, 0)
        setSeen('picture')
      },
      () => setSeen('fault'),
    )
  }, [id, version, pictures, width, height])
  return (
    // The button beneath takes the press: what a press began on may have given way to the picture by its end.
    <span style={{ display: 'contents', pointerEvents: 'none' }}>
      {seen === 'fault' && <Typography variant="caption">It cannot be read now. A press tries again.</Typography>}
      {seen === 'nothing' && <Skeleton variant="rectangular" animation={false} width={width} height={height} />}
      <canvas ref={canvas} hidden={seen !== 'picture'} style={{ width, height }} aria-hidden />
    </span>
  )
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
  isChosen,
  onPress,
}: {
  readonly template: TemplateAnswer
  readonly pictures?: readonly PictureAnswer[]
  readonly side: number
  readonly says: string
  /** It is one of several that are chosen, or not. */
  readonly isChosen?: boolean
  readonly onPress: () => void
}) => {
  const size = within(template, side)
  return (
    <Tile
      data-supply
      edged
      caption={side < ROOMY ? template.name : `${template.name} · ${takesWords(template)}`}
      says={`${says} ${takesWords(template)}`}
      aria-label={`${template.name}, ${takesWords(template)}`}
      {...(isChosen === undefined ? {} : { isChosen })}
      onClick={onPress}
      sx={{ width: side + 16, height: side + 36 }}
    >
      <span style={{ display: 'grid', placeItems: 'center', width: side, height: side }}>
        <TemplatePicture template={template} pictures={pictures} {...size} />
      </span>
    </Tile>
  )
}
