'use client'
import { levelCount } from '@/core/render/needs'
import { formatNumber } from '@/core/units'
import type { PictureAnswer } from '@/contract/api'
import { levelUrl } from '@/client/http/api'
import { Tile } from '@/client/parts/Tile'
import styles from '@/client/library/Library.module.css'

const SIDE = 132

/** The smallest level that is sharp at the size of a tile. */
const tileLevel = ({ width, height }: PictureAnswer): number => {
  const count = levelCount({ w: width, h: height })
  let level = count - 1
  while (level > 0 && Math.max(width, height) / 2 ** level < SIDE) level -= 1
  return level
}

interface PictureTileProps {
  readonly picture: PictureAnswer
  readonly uses: number
  readonly isChosen: boolean
  readonly onPress: (adds: boolean) => void
  readonly onOpen: () => void
}

export const PictureTile = ({ picture, uses, isChosen, onPress, onOpen }: PictureTileProps) => (
  <Tile
    className={styles.tile}
    isChosen={isChosen}
    caption={picture.clip ? `▶ ${formatNumber(picture.clip.duration, 1)} s ${picture.name}` : picture.name}
    uses={uses}
    data-picture={picture.hash}
    aria-label={`${picture.name}, ${picture.width} by ${picture.height} pixels${uses ? ', used here' : ''}`}
    says={`${picture.name}${picture.tags.length ? `: ${picture.tags.join(', ')}` : ''}`}
    onClick={(event) => onPress(event.shiftKey || event.ctrlKey || event.metaKey)}
    onDoubleClick={onOpen}
  >
    {/* eslint-disable-next-line @next/next/no-img-element -- a local file at a size chosen by us */}
    <img src={levelUrl(picture.hash, tileLevel(picture))} alt="" draggable={false} decoding="async" />
  </Tile>
)
