'use client'
'use memo'
import ContentCopy from '@mui/icons-material/ContentCopy'
import CopyImage from '@mui/icons-material/AddPhotoAlternateOutlined'
import Delete from '@mui/icons-material/DeleteOutlined'
import Flip from '@mui/icons-material/Flip'
import Lock from '@mui/icons-material/Lock'
import LockOpen from '@mui/icons-material/LockOpen'
import Visibility from '@mui/icons-material/Visibility'
import VisibilityOff from '@mui/icons-material/VisibilityOff'
import type { Item } from '@/core/document/types'
import { CommandButton } from '@/client/commands/CommandButton'
import { MoreMenu } from '@/client/bench/rail/MoreMenu'
import styles from '@/client/parts/Panel.module.css'

/** What can be done with anything selected: duplicate, flip, hide, lock, remove. */
export const ItemTools = ({ items, noun }: { readonly items: readonly Item[]; readonly noun: string }) => {
  const isHidden = items.every(({ hidden }) => hidden)
  const isLocked = items.every(({ locked }) => locked)
  return (
    <div className={styles.row} role="group" aria-label={`Tools of the ${noun}`}>
      <CommandButton framed id="duplicate" label={`Duplicate the ${noun}`}>
        <ContentCopy fontSize="inherit" />
      </CommandButton>
      <CommandButton framed id="copyImage" label={`Copy the ${noun} as an image`}>
        <CopyImage fontSize="inherit" />
      </CommandButton>
      <CommandButton framed id="flip" label={`Flip the ${noun} left to right`}>
        <Flip fontSize="inherit" />
      </CommandButton>
      <CommandButton framed id="flipDown" label={`Flip the ${noun} top to bottom`}>
        <Flip fontSize="inherit" sx={{ transform: 'rotate(90deg)' }} />
      </CommandButton>
      <CommandButton framed id="hide" label={`Hide the ${noun}`}>
        {isHidden ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />}
      </CommandButton>
      <CommandButton framed id="lock" label={`Lock the ${noun}`}>
        {isLocked ? <Lock fontSize="inherit" /> : <LockOpen fontSize="inherit" />}
      </CommandButton>
      <CommandButton framed id="remove" label={`Remove the ${noun} with what it holds`}>
        <Delete fontSize="inherit" />
      </CommandButton>
      <MoreMenu noun={noun} />
    </div>
  )
}
