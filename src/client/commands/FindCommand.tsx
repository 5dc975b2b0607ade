'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Dialog from '@mui/material/Dialog'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { findCommands, runCommand } from '@/client/commands'
import type { Command } from '@/client/commands/command'
import { CommandIcon } from '@/client/commands/icons'
import { focusTable } from '@/client/gestures/focus'
import { shownKeyOf } from '@/client/gestures/keys'
import ListItemIcon from '@mui/material/ListItemIcon'
import ListItemText from '@mui/material/ListItemText'
import { KeyCap } from '@/client/parts/KeyCap'
import styles from '@/client/commands/Commands.module.css'
import { setFinding } from '@/client/store/slices/dialogs'

/** A command as it is found: sign, words, sentence, key; and why it does not apply, where that is so. */
const Found = ({ command, reason }: { readonly command: Command; readonly reason: string | null }) => {
  const key = shownKeyOf(command)
  return (
    <>
      <ListItemIcon sx={{ opacity: reason === null ? 1 : 0.6 }}>
        <CommandIcon command={command} />
      </ListItemIcon>
      <ListItemText
        primary={`${command.words} · ${command.family}`}
        secondary={reason === null ? command.does : `Not now: ${reason}`}
      />
      {key && <KeyCap>{key}</KeyCap>}
    </>
  )
}

/** Does something once the search has gone, with the focus on the table: what it opens may take it from there. */
const afterwards = (act: () => void): void => {
  setTimeout(() => {
    focusTable()
    act()
  }, 0)
}

const Search = () => {
  const bench = useBenchHandle()
  const [text, setText] = useState('')
  const close = (): void => setFinding(bench, false)
  const leave = (): void => {
    close()
    afterwards(() => undefined)
  }
  const options = findCommands(text, bench.get())
  return (
    <Dialog
      open
      disableRestoreFocus
      onClose={leave}
      maxWidth="sm"
      fullWidth
      aria-label="Find a command"
      slotProps={{ paper: { sx: { alignSelf: 'flex-start', p: 1.25, overflow: 'visible' } } }}
    >
      <Autocomplete<Command>
        open
        onClose={(_event, why) => why === 'escape' && leave()}
        autoHighlight
        disablePortal
        options={options}
        filterOptions={(all) => all}
        getOptionLabel={({ words }) => words}
        getOptionKey={({ id }) => id}
        noOptionsText={`Nothing is called “${text.trim()}”. Try another word, such as crop, border or resize.`}
        onInputChange={(_event, value, why) => why === 'input' && setText(value)}
        onChange={(_event, command) => {
          if (!command) return
          close()
          afterwards(() => runCommand(bench, command))
        }}
        slotProps={{ listbox: { sx: { maxHeight: 420 } }, popper: { className: styles.popper } }}
        renderOption={({ key, ...props }, command) => (
          <li key={key} {...props}>
            <Found command={command} reason={command.whyNot(bench.get())} />
          </li>
        )}
        renderInput={(params) => (
          <TextField
            {...params}
            autoFocus
            placeholder="What do you want to do?"
            slotProps={{
              ...params.slotProps,
              htmlInput: { ...params.slotProps.htmlInput, 'aria-label': 'Find a command' },
            }}
          />
        )}
      />
    </Dialog>
  )
}

/** The search for commands, while it is open. */
export const FindCommand = () => {
  const isOpen = useBench((state) => state.isFinding)
  return isOpen ? <Search /> : null
}
