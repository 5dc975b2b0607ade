'use client'
import ListItemIcon from '@mui/material/ListItemIcon'
import ListItemText from '@mui/material/ListItemText'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState, type ReactNode } from 'react'
import { useBenchHandle } from '@/client/binding/useBench'
import { useWhenStill } from '@/client/binding/useLive'
import { commandOf, runCommand } from '@/client/commands'
import { CommandIcon } from '@/client/commands/icons'
import { shownKeyOf } from '@/client/gestures/keys'
import { Tip } from '@/client/parts/Tip'
import { RailButton } from '@/client/parts/RailButton'
import { KeyCap } from '@/client/parts/KeyCap'

interface CommandMenuProps {
  /** The sentence of the button. */
  readonly label: string
  /** What stands on the button. */
  readonly children: ReactNode
  readonly ids: readonly string[]
  readonly asCommand?: boolean
  /** A drawing of what a command does, in the place of its sign. */
  readonly drawingOf?: (id: string) => ReactNode
}

/** A button that opens a menu of commands: those that apply now, each with its sign and key. */
export const CommandMenu = ({ label, children, ids, asCommand = false, drawingOf }: CommandMenuProps) => {
  const bench = useBenchHandle()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const offered = useWhenStill((state) => ids.filter((id) => commandOf(id).whyNot(state) === null).join())
  const close = (): void => setAnchor(null)
  return (
    <>
      <RailButton
        framed
        asCommand={asCommand}
        hasMenu
        label={label}
        disabled={offered === ''}
        onPress={(button) => setAnchor(button)}
      >
        {children}
      </RailButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={close}>
        {anchor !== null &&
          offered.split(',').map((id) => {
            const command = commandOf(id)
            const key = shownKeyOf(command)
            return (
              <Tip key={id} says={command.does} describes beside pointed>
                <MenuItem
                  onClick={() => {
                    close()
                    runCommand(bench, command)
                  }}
                >
                  <ListItemIcon>{drawingOf?.(id) ?? <CommandIcon command={command} />}</ListItemIcon>
                  <ListItemText>{command.words}</ListItemText>
                  {key && <KeyCap>{key}</KeyCap>}
                </MenuItem>
              </Tip>
            )
          })}
      </Menu>
    </>
  )
}
