'use client'
'use memo'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import type { MouseEvent, ReactNode, Ref } from 'react'
import { Tip } from '@/client/parts/Tip'

interface RailButtonProps {
  readonly label: string
  readonly children: ReactNode
  readonly shortcut?: string
  readonly pressed?: boolean
  readonly disabled?: boolean
  readonly tone?: 'whole' | 'picture' | 'outline'
  /** With an edge, where it stands alone; or as a command of a section, its sign above its words. */
  readonly framed?: boolean
  readonly asCommand?: boolean
  /** It has its name from the words on it; the sentence describes it. */
  readonly namedByWords?: boolean
  /** Opens a menu. */
  readonly hasMenu?: boolean
  readonly ref?: Ref<HTMLButtonElement>
  readonly onPress: (button: HTMLElement) => void
}

const TONES = { whole: 'primary', outline: 'primary', picture: 'secondary' } as const

/** A button of a bar or a card. A press by pointer leaves the focus on the table, so that its keys go on working. */
export const RailButton = ({
  label,
  children,
  shortcut,
  pressed,
  disabled = false,
  tone,
  framed = false,
  asCommand = false,
  namedByWords = false,
  hasMenu = false,
  ref,
  onPress,
}: RailButtonProps) => {
  const shared = {
    ref,
    disabled,
    ...(namedByWords ? {} : { 'aria-label': label }),
    'aria-keyshortcuts': shortcut,
    onMouseDown: (event: MouseEvent) => event.preventDefault(),
    onClick: (event: MouseEvent<HTMLElement>) => onPress(event.currentTarget),
  }
  const button =
    pressed === undefined || asCommand ? (
      <Button
        {...shared}
        variant={asCommand ? 'command' : framed ? 'framed' : 'quiet'}
        {...(hasMenu ? { 'aria-haspopup': 'menu' as const } : {})}
        {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      >
        {children}
      </Button>
    ) : (
      <ToggleButton
        {...shared}
        value={label}
        selected={pressed}
        size={framed ? 'small' : 'medium'}
        {...(tone ? { color: TONES[tone] } : {})}
      >
        {children}
      </ToggleButton>
    )
  // What cannot be pressed has no events of its own to show its sentence by.
  return (
    <Tip says={label} shortcut={shortcut} describes={namedByWords || disabled}>
      {disabled ? <span>{button}</span> : button}
    </Tip>
  )
}
