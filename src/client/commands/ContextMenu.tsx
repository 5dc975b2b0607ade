'use client'
import Search from '@mui/icons-material/Search'
import ListItemIcon from '@mui/material/ListItemIcon'
import ListItemText from '@mui/material/ListItemText'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { commandOf, menuCommands, runCommand } from '@/client/commands'
import { CommandIcon } from '@/client/commands/icons'
import { focusTable } from '@/client/gestures/focus'
import { FIND_KEY, shownKeyOf } from '@/client/gestures/keys'
import { Tip } from '@/client/parts/Tip'
import { KeyCap } from '@/client/parts/KeyCap'
import { closeMenu, setFinding } from '@/client/store/slices/dialogs'

/** What can be done with what is selected, or with the sheet; family by family, each with its key. */
export const ContextMenu = () => {
  const bench = useBenchHandle()
  const at = useBench((state) => state.menuAt)
  if (!at) return null
  const commands = menuCommands(bench.get())
  // What a command opens may take the focus from the table.
  const close = (act: () => void = () => undefined): void => {
    closeMenu(bench)
    setTimeout(() => {
      focusTable()
      act()
    }, 0)
  }
  return (
    <Menu
      open
      onClose={() => close()}
      disableRestoreFocus
      anchorReference="anchorPosition"
      anchorPosition={{ left: at.x, top: at.y }}
      slotProps={{ list: { 'aria-label': 'What can be done here', dense: true } }}
    >
      {commands.map(({ id, family, words, isOn, ...command }, i) => {
        const key = shownKeyOf({ id, ...command })
        const isLast = i === commands.length - 1 || commands[i + 1]?.family !== family
        return (
          <Tip key={id} says={command.does} describes beside pointed>
            <MenuItem
              divider={isLast}
              selected={isOn?.(bench.get()) ?? false}
              onClick={() => close(() => runCommand(bench, commandOf(id)))}
            >
              <ListItemIcon>
                <CommandIcon command={{ id, family }} />
              </ListItemIcon>
              <ListItemText>{words}</ListItemText>
              {key && <KeyCap>{key}</KeyCap>}
            </MenuItem>
          </Tip>
        )
      })}
      {/* All that is not here has its place in the search. */}
      <MenuItem onClick={() => close(() => setFinding(bench, true))}>
        <ListItemIcon>
          <Search fontSize="small" />
        </ListItemIcon>
        <ListItemText>Find a command…</ListItemText>
        <KeyCap>{FIND_KEY}</KeyCap>
      </MenuItem>
    </Menu>
  )
}
