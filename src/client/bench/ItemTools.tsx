'use client'
import ContentCopy from '@mui/icons-material/ContentCopy'
import CopyImage from '@mui/icons-material/AddPhotoAlternateOutlined'
import Delete from '@mui/icons-material/DeleteOutlined'
import Flip from '@mui/icons-material/Flip'
import Lock from '@mui/icons-material/Lock'
import LockOpen from '@mui/icons-material/LockOpen'
import Visibility from '@mui/icons-material/Visibility'
import VisibilityOff from '@mui/icons-material/VisibilityOff'
import type { Item } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { MoreMenu } from '@/client/bench/MoreMenu'
import { RailButton } from '@/client/parts/RailButton'
import { removeSelected } from '@/client/store/removal'
import { flipSelected, toggleMark } from '@/client/store/arrangement'
import { copyImage } from '@/client/store/copyImage'
import { duplicateSelected } from '@/client/store/clipboard'
import styles from '@/client/bench/Bench.module.css'

/** What can be done with anything selected: duplicate, flip, hide, lock, remove. */
export const ItemTools = ({ items, noun }: { readonly items: readonly Item[]; readonly noun: string }) => {
  const bench = useBenchHandle()
  const isHidden = items.every(({ hidden }) => hidden)
  const isLocked = items.every(({ locked }) => locked)
  return (
    <div className={styles.tools} role="group" aria-label={`Tools of the ${noun}`}>
      <RailButton
        framed
        label={`Duplicate the ${noun}`}
        shortcut={shownKey('duplicate')}
        onPress={() => duplicateSelected(bench)}
      >
        <ContentCopy fontSize="inherit" />
      </RailButton>
      <RailButton framed label={`Copy the ${noun} as an image`} onPress={() => void copyImage(bench)}>
        <CopyImage fontSize="inherit" />
      </RailButton>
      <RailButton
        framed
        label={`Flip the ${noun} left to right`}
        shortcut={shownKey('flip')}
        onPress={() => flipSelected(bench, 'x')}
      >
        <Flip fontSize="inherit" />
      </RailButton>
      <RailButton framed label={`Flip the ${noun} top to bottom`} onPress={() => flipSelected(bench, 'y')}>
        <Flip fontSize="inherit" sx={{ transform: 'rotate(90deg)' }} />
      </RailButton>
      <RailButton
        framed
        label={`Hide the ${noun}`}
        shortcut={shownKey('hide')}
        pressed={isHidden}
        onPress={() => toggleMark(bench, 'hidden')}
      >
        {isHidden ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />}
      </RailButton>
      <RailButton
        framed
        label={`Lock the ${noun}`}
        shortcut={shownKey('lock')}
        pressed={isLocked}
        onPress={() => toggleMark(bench, 'locked')}
      >
        {isLocked ? <Lock fontSize="inherit" /> : <LockOpen fontSize="inherit" />}
      </RailButton>
      <RailButton
        framed
        label={`Remove the ${noun} with what it holds`}
        shortcut="Delete"
        onPress={() => {
          bench.set({ way: 'whole' })
          removeSelected(bench)
        }}
      >
        <Delete fontSize="inherit" />
      </RailButton>
      <MoreMenu noun={noun} />
    </div>
  )
}
