'use client'
import MoreHoriz from '@mui/icons-material/MoreHoriz'
import ButtonBase, { type ButtonBaseProps } from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import type { ReactNode, Ref } from 'react'
import styles from '@/client/parts/Tile.module.css'
import { Tip } from '@/client/parts/Tip'

interface TileProps extends Omit<ButtonBaseProps, 'title' | 'ref'> {
  /** What a press does, in a sentence. */
  readonly says: string
  /** Stands under the picture. */
  readonly caption?: string
  readonly badge?: ReactNode
  readonly isChosen?: boolean
  /** With an edge, where what it shows has none of its own. */
  readonly edged?: boolean
  readonly ref?: Ref<HTMLButtonElement>
}

/** Something to choose, by its picture: with a caption, a mark when chosen, a number. */
export const Tile = ({ says, caption, badge, isChosen, edged = false, children, className, ...rest }: TileProps) => (
  <Tip says={says}>
    <ButtonBase
      {...rest}
      className={`${styles.tile} ${edged ? styles.edged : ''} ${className ?? ''}`}
      aria-pressed={isChosen}
    >
      {children}
      {caption !== undefined && <span className={styles.caption}>{caption}</span>}
      {badge !== undefined && <span className={styles.badge}>{badge}</span>}
    </ButtonBase>
  </Tip>
)

/** Opens the menu of a tile; stands on it. */
export const TileMore = ({
  of,
  isTabbed = false,
  onOpen,
}: {
  readonly of: string
  readonly isTabbed?: boolean
  readonly onOpen: (event: { readonly currentTarget: HTMLElement; preventDefault(): void }) => void
}) => (
  <IconButton
    className={styles.more}
    tabIndex={isTabbed ? 0 : -1}
    aria-label={`More to do with ${of}`}
    aria-haspopup="menu"
    onClick={onOpen}
  >
    <MoreHoriz fontSize="inherit" />
  </IconButton>
)
