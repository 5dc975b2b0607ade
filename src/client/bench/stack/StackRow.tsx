'use client'
import { usePictureUrl } from '@/client/binding/usePictureUrl'
import { carriedOf, carryOf } from '@/client/store/modes'
import ChevronRight from '@mui/icons-material/ChevronRight'
import ExpandMore from '@mui/icons-material/ExpandMore'
import Lock from '@mui/icons-material/Lock'
import LockOpen from '@mui/icons-material/LockOpen'
import Visibility from '@mui/icons-material/Visibility'
import VisibilityOff from '@mui/icons-material/VisibilityOff'
import Typography from '@mui/material/Typography'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import { InlineName } from '@/client/parts/fields/InlineName'
import { Tip } from '@/client/parts/Tip'
import { useState, type MouseEvent, type ReactNode } from 'react'
import { placedIn } from '@/core/document/content'
import { framesUnder, isHidden, isLocked } from '@/core/document/tree'
import type { Frame, Item } from '@/core/document/types'
import { levelCount } from '@/core/render/needs'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { useStackDrag } from '@/client/gestures/useStackDrag'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { setHidden, setLocked } from '@/client/store/arrangement'
import { heldSheet } from '@/client/store/benchStore'
import { goDown, select, toggleSelected } from '@/client/store/selection'
import styles from '@/client/bench/stack/Stack.module.css'
import { openMenuAt } from '@/client/store/slices/dialogs'
import { widenStack } from '@/client/store/slices/view'
import { nameItem } from '@/client/store/names'

const THUMB = { w: 46, h: 38 }

const Sign = ({
  label,
  on,
  onPress,
  children,
}: {
  readonly label: string
  readonly on: boolean
  readonly onPress: () => void
  readonly children: ReactNode
}) => (
  <Tip says={label}>
    <IconButton
      sx={{ width: 24, height: 24, p: 0 }}
      color={on ? 'primary' : 'default'}
      aria-label={label}
      aria-pressed={on}
      onClick={onPress}
    >
      {children}
    </IconButton>
  </Tip>
)

/** The name, which a double press or F2 lets one write anew. */
const Name = ({
  item,
  isWriting,
  onDone,
}: {
  readonly item: Item
  readonly isWriting: boolean
  readonly onDone: () => void
}) => {
  const bench = useBenchHandle()
  if (!isWriting)
    return (
      <Typography variant="body2" noWrap>
        {item.name}
      </Typography>
    )
  const use = (text: string): void => {
    onDone()
    nameItem(bench, item.id, text)
  }
  return <InlineName label={`New name of ${item.name}`} name={item.name} onName={use} onLeave={onDone} />
}

interface StackRowProps {
  readonly item: Item
  readonly depth: number
  readonly isOpen: boolean
  readonly isOff: boolean
  readonly onToggle: () => void
}

/** Hides and locks; in the narrow stack only where that is so. */
const Signs = ({ item, isWide }: { readonly item: Item; readonly isWide: boolean }) => {
  const bench = useBenchHandle()
  const hidden = item.hidden === true
  const locked = item.locked === true
  return (
    <span className={styles.signs}>
      {(isWide || hidden) && (
        <Sign
          label={`${hidden ? 'Show' : 'Hide'} ${item.name}`}
          on={hidden}
          onPress={() => setHidden(bench, [item.id], !hidden)}
        >
          {hidden ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />}
        </Sign>
      )}
      {(isWide || locked) && (
        <Sign
          label={`${locked ? 'Unlock' : 'Lock'} ${item.name}`}
          on={locked}
          onPress={() => setLocked(bench, [item.id], !locked)}
        >
          {locked ? <Lock fontSize="inherit" /> : <LockOpen fontSize="inherit" />}
        </Sign>
      )}
    </span>
  )
}

/** The picture of a frame, apart from it: pressed the hand is in it, dragged it is carried to another row or the table. */
const PictureChip = ({ frame, isHeld }: { readonly frame: Frame; readonly isHeld: boolean }) => {
  const bench = useBenchHandle()
  const sheet = useBench(heldSheet)
  const placed = placedIn(sheet, frame)
  const picture = useBench((state) => (placed ? state.project.pictures[placed.pictureId] : undefined))
  const carry = useCarry(bench)
  const url = usePictureUrl(picture, picture ? levelCount(picture.pixels) - 1 : 0)
  if (!placed || !picture) return null
  const words = `Picture of ${frame.name}: ${picture.name}`
  return (
    <Tip says={`${words}. Press to move it in its frame, drag it to another row; with Ctrl it also stays`}>
      <Button
        variant="swatch"
        className={styles.chip}
        aria-label={words}
        aria-pressed={isHeld}
        {...carry({ kind: 'fill', frameId: frame.id, pictureId: placed.pictureId })}
        onClick={() => {
          select(bench, frame.id, 'picture')
          focusTable()
        }}
      >
        {/* A local file at a size chosen by us: the image optimiser has nothing to add. */}
        {/* eslint-disable-next-line @next/next/no-img-element */}
        <img src={url} alt="" draggable={false} />
      </Button>
    </Tip>
  )
}

/** One frame or group of the stack: pressed it is selected, dragged it is reordered or its picture carried out. */
export const StackRow = ({ item, depth, isOpen, isOff, onToggle }: StackRowProps) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const sheet = useBench(heldSheet)
  const isWide = useBench((state) => state.isStackWide)
  const isChosen = useBench((state) => state.selection.includes(item.id))
  const way = useBench((state) => (state.selection.includes(item.id) ? state.way : null))
  const isTarget = useBench((state) => (carryOf(state)?.dropFrame ?? null) === item.id && carriedOf(state) !== null)
  const drop = useBench((state) => (state.stackDrop?.mark === item.id ? state.stackDrop.at : null))
  const [isWriting, setWriting] = useState(false)
  const bind = useStackDrag(bench)
  const press = (event: MouseEvent): void => {
    if (event.shiftKey || event.ctrlKey || event.metaKey || bench.get().isAdding) toggleSelected(bench, item.id)
    else select(bench, item.id)
  }
  const state = [
    ...(isHidden(sheet, item.id) ? ['hidden'] : []),
    ...(isLocked(sheet, item.id) ? ['locked'] : []),
    ...(isOff ? ['off the sheet'] : []),
  ]
  return (
    <div
      className={styles.row}
      data-chosen={isChosen}
      data-drop={isTarget ? 'into' : drop}
      data-stack-id={item.id}
      style={{ paddingLeft: (isWide ? 6 : 2) + depth * (isWide ? 14 : 5) }}
    >
      {item.kind === 'group' ? (
        <IconButton
          className={styles.fold}
          aria-label={`${isOpen ? 'Close' : 'Open'} ${item.name}`}
          aria-expanded={isOpen}
          onClick={onToggle}
        >
          {isOpen ? <ExpandMore fontSize="inherit" /> : <ChevronRight fontSize="inherit" />}
        </IconButton>
      ) : (
        isWide && <span className={styles.fold} />
      )}
      <ButtonBase
        className={styles.press}
        {...bind(item.id)}
        aria-pressed={isChosen && way !== 'picture'}
        aria-label={[item.name, item.kind === 'group' ? 'group' : '', ...state].filter(Boolean).join(', ')}
        title={`${item.name}${state.length ? ` (${state.join(', ')})` : ''}`}
        onClick={press}
        onContextMenu={(event) => {
          event.preventDefault()
          if (!isChosen) select(bench, item.id)
          openMenuAt(bench, { x: event.clientX, y: event.clientY })
        }}
        onDoubleClick={() => {
          if (isWide) setWriting(true)
          else goDown(bench)
        }}
        onKeyDown={(event) => {
          if (event.key === 'F2') {
            widenStack(bench, true)
            setWriting(true)
          }
        }}
      >
        <Thumbnail
          className={state.includes('hidden') ? styles.faint : styles.thumb}
          project={project}
          sheet={sheet}
          frames={framesUnder(sheet, [item.id])}
          width={THUMB.w}
          height={THUMB.h}
        />
        {isWide && !isWriting && <Name item={item} isWriting={false} onDone={() => setWriting(false)} />}
        {isOff && (
          <Typography variant="caption" color="warning" sx={{ ml: 'auto' }}>
            ▲{isWide ? ' off' : ''}
          </Typography>
        )}
      </ButtonBase>
      {item.kind === 'frame' && <PictureChip frame={item} isHeld={way === 'picture'} />}
      {isWide && isWriting && <Name item={item} isWriting onDone={() => setWriting(false)} />}
      <Signs item={item} isWide={isWide} />
    </div>
  )
}
