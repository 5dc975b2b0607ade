'use client'
'use memo'
import type { ReactNode } from 'react'
import { CommandIcon } from '@/client/commands/icons'
import { useCommand } from '@/client/commands/useCommand'
import { RailButton } from '@/client/parts/RailButton'

interface CommandButtonProps {
  readonly id: string
  /** What stands on it; the command's own words without it. */
  readonly children?: ReactNode
  readonly framed?: boolean
  /** Its sign above its shortest words. */
  readonly asCommand?: boolean
  /** The sentence, where it names what it is about. */
  readonly label?: string
  /** It has its name from the words on it. */
  readonly namedByWords?: boolean
  /** Cannot be pressed where it does not apply; otherwise a press says why. */
  readonly fades?: boolean
  /** Cannot be pressed for a reason of the place where it stands. */
  readonly disabled?: boolean
}

/** A button of a command: its sentence, key and state come from there. */
export const CommandButton = ({
  id,
  children,
  framed = false,
  asCommand = false,
  label,
  namedByWords = false,
  fades = false,
  disabled = false,
}: CommandButtonProps) => {
  const { command, key, isOn, isOff, run } = useCommand(id, fades)
  return (
    <RailButton
      framed={framed}
      asCommand={asCommand}
      namedByWords={namedByWords}
      label={label ?? command.does}
      {...(key ? { shortcut: key } : {})}
      {...(isOn === undefined ? {} : { pressed: isOn })}
      disabled={isOff || disabled}
      onPress={run}
    >
      {asCommand && <CommandIcon command={command} />}
      {children ?? (asCommand ? (command.short ?? command.words) : command.words)}
    </RailButton>
  )
}
