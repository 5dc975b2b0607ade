'use client'
import { later } from '@/client/parts/later'
import { useState } from 'react'
import { levelCount } from '@/core/render/needs'
import type { PictureAnswer } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { levelUrl } from '@/client/http/api'
import { takeSupply } from '@/client/store/actions'
import { toggleMarked } from '@/client/store/arrangement'
import { formatNumber, secondsInWords } from '@/core/units'
import { samePicture } from '@/core/document/sheetPictures'
import { Tile, TileMore } from '@/client/parts/Tile'
import styles from '@/client/parts/Supplies.module.css'
// Menus come when they are first opened.
const PictureMenu = later(() => import('@/client/bench/supplies/PictureMenu').then((m) => m.PictureMenu))
const SeveralMenu = later(() => import('@/client/bench/dialogs/SeveralMenu').then((m) => m.SeveralMenu))

const THUMB_HEIGHT = 68
const LEAST_WIDTH = 44
/** The edge around a thumbnail. */
const EDGE = 4

const thumbLevel = ({ width, height }: PictureAnswer): number => {
  const count = levelCount({ w: width, h: height })
  return Math.max(0, count - (height / 2 ** (count - 1) < THUMB_HEIGHT ? 2 : 1))
}

const thumbWidth = ({ width, height }: PictureAnswer): number =>
  Math.max(LEAST_WIDTH, Math.round((THUMB_HEIGHT * width) / height))

/** How wide a picture stands in the strip, in CSS pixels. */
export const supplyWidth = (picture: PictureAnswer): number => thumbWidth(picture) + EDGE

interface PictureSupplyProps {
  readonly picture: PictureAnswer
  readonly uses: number
  /** Its name, told apart from others of the same name. */
  readonly caption: string
}

/** One picture of the library: pressed it fills, dragged it goes onto a frame, marked it belongs to a set. */
export const PictureSupply = ({ picture, uses, caption }: PictureSupplyProps) => {
  const bench = useBenchHandle()
  const carry = useCarry(bench)
  const isMarked = useBench((state) => state.marked.includes(picture.hash))
  const isAsked = useBench((state) => state.forSeveral !== null && samePicture(state.forSeveral, picture))
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [button, setButton] = useState<HTMLElement | null>(null)
  const openMenu = (event: { currentTarget: HTMLElement; preventDefault(): void }): void => {
    event.preventDefault()
    setAnchor(event.currentTarget)
  }
  return (
    <div className={styles.holder}>
      <Tile
        ref={setButton}
        data-supply
        className={styles.carryable}
        says={`${picture.name}, ${picture.width} × ${picture.height} px. Press to fill, drag onto a frame, Shift and press to mark, M for more`}
        isChosen={isMarked}
        caption={picture.clip ? `▶ ${formatNumber(picture.clip.duration, 1)} s ${caption}` : caption}
        uses={uses}
        aria-label={`${picture.name}, ${picture.clip ? `clip of ${secondsInWords(picture.clip.duration, 1)}, ` : ''}${picture.width} by ${picture.height} pixels${uses ? ', used here' : ''}`}
        {...carry({ kind: 'picture', picture })}
        onClick={(event) => {
          if (event.shiftKey || event.ctrlKey || event.metaKey) toggleMarked(bench, picture.hash)
          else {
            takeSupply(bench, picture)
            focusTable()
          }
        }}
        onContextMenu={openMenu}
        onKeyDown={(event) => {
          if (event.key === 'm' || event.key === 'M') openMenu(event)
        }}
      >
        {/* A local file at a size chosen by us: the image optimiser has nothing to add. */}
        {/* eslint-disable-next-line @next/next/no-img-element */}
        <img
          src={levelUrl(picture.hash, thumbLevel(picture))}
          alt=""
          width={thumbWidth(picture)}
          height={THUMB_HEIGHT}
          decoding="async"
          draggable={false}
        />
      </Tile>
      <TileMore of={picture.name} onOpen={openMenu} />
      {isAsked && <SeveralMenu picture={picture} anchor={button} />}
      {anchor && <PictureMenu picture={picture} anchor={anchor} onClose={() => setAnchor(null)} />}
    </div>
  )
}
