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
import styles from '@/client/commands/Commands.module.css'
import { setFinding } from '@/client/store/slices/dialogs'

/** A command as it is found: sign, words, sentence, key; and why it does not apply, where that is so. */
const Found = ({ command, reason }: { readonly command: Command; readonly reason: string | null }) => {
  const key = shownKeyOf(command)
  return (
    <>
      <span className={reason === null ? styles.icon : `${styles.icon} ${styles.faint}`}>
        <CommandIcon command={command} />
      </span>
      <span className={styles.found}>
        <span className={reason === null ? '' : styles.faint}>
          {command.words} <span className={styles.family}>{command.family}</span>
        </span>
        <span className={styles.does}>{reason === null ? command.does : `Not now: ${reason}`}</span>
      </span>
      {key && <kbd className={styles.key}>{key}</kbd>}
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
      slotProps={{ paper: { className: styles.dialog } }}
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
        slotProps={{ listbox: { className: styles.list }, popper: { className: styles.popper } }}
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
