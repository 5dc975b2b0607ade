'use client'
import MoreHoriz from '@mui/icons-material/MoreHoriz'
import Badge from '@mui/material/Badge'
import Button, { type ButtonProps } from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import type { Ref } from 'react'
import styles from '@/client/parts/Tile.module.css'
import { Tip } from '@/client/parts/Tip'

interface TileProps extends Omit<ButtonProps, 'title' | 'ref' | 'variant'> {
  /** What a press does, in a sentence. */
  readonly says: string
  /** Stands under the picture. */
  readonly caption?: string
  /** How many times it is used; 0 shows nothing. */
  readonly uses?: number
  readonly isChosen?: boolean
  /** With an edge, where what it shows has none of its own. */
  readonly edged?: boolean
  readonly ref?: Ref<HTMLButtonElement>
}

/** Something to choose, by its picture: with a caption, a mark when chosen, a number. */
export const Tile = ({ says, caption, uses = 0, isChosen, edged = false, children, ...rest }: TileProps) => (
  <Tip says={says} describes={rest['aria-label'] === undefined}>
    <Button {...rest} variant={edged ? 'edged' : 'tile'} aria-pressed={isChosen}>
      {uses > 0 ? <Badge badgeContent={uses}>{children}</Badge> : children}
      {caption !== undefined && (
        <Typography variant="caption" noWrap sx={{ width: 0, minWidth: '100%', lineHeight: 1.3 }}>
          {caption}
        </Typography>
      )}
    </Button>
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
