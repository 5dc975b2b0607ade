'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useState } from 'react'
import { changeKey, firstKeys, keyOf, ownKeys } from '@/client/gestures/keys'
import { FIXED_KEYS, KEY_GROUPS, TABLE_KEYS, type TableKey } from '@/client/gestures/tableKeys'
import { Fault } from '@/client/parts/Fault'
import { FIRST_HELP } from '@/client/store/firstHelp'
import { KeyCap } from '@/client/parts/KeyCap'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/dialogs/Shortcuts.module.css'

const GROUPS = [...KEY_GROUPS, 'Everywhere'] as const

/** A key that can be changed: press it, then press the key wanted. */
const OwnKey = ({
  entry,
  shown,
  onChanged,
}: {
  readonly entry: TableKey
  readonly shown: string
  readonly onChanged: (fault: string | null) => void
}) => {
  const [isWaiting, setWaiting] = useState(false)
  return (
    <Button
      variant="framed"
      aria-label={`${entry.does}: ${shown}. Press to change the key`}
      title="Press to change this key"
      onClick={() => setWaiting(true)}
      onBlur={() => setWaiting(false)}
      onKeyDown={(event) => {
        if (!isWaiting || event.key === 'Tab' || event.key === 'Shift') return
        event.preventDefault()
        event.stopPropagation()
        setWaiting(false)
        if (event.key !== 'Escape') onChanged(changeKey(entry.id, event.key))
      }}
    >
      {isWaiting ? 'press a key' : shown.toUpperCase()}
    </Button>
  )
}

/** All shortcuts; those of the first groups work while the table or the stack has the focus. */
export const ShortcutsDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const [own, setOwn] = useState(ownKeys)
  const [fault, setFault] = useState<string | null>(null)
  const changed = (words: string | null): void => {
    setFault(words)
    setOwn(ownKeys())
  }
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="shortcuts-title">
      <DialogTitle id="shortcuts-title">Keys and first help</DialogTitle>
      <DialogContent>
        <p className={panel.kind}>
          Keys of the first four groups work while the table or the stack has the focus. Press one with an edge to
          change it.
        </p>
        {fault && <Fault>{fault}</Fault>}
        <ul className={panel.list} aria-label="First help">
          {FIRST_HELP.map(({ id, words }) => (
            <li key={id}>{words}</li>
          ))}
        </ul>
        <div className={styles.columns}>
          {GROUPS.map((group) => (
            <section key={group} className={styles.group}>
              <h3>{group}</h3>
              {TABLE_KEYS.filter((entry) => entry.group === group).map((entry) => (
                <div key={entry.id} className={panel.row}>
                  <span className={styles.keys}>
                    <OwnKey entry={entry} shown={keyOf(entry, own)} onChanged={changed} />
                  </span>
                  {entry.does}
                </div>
              ))}
              {FIXED_KEYS.filter((entry) => entry.group === group).map(({ keys, does }) => (
                <div key={does} className={panel.row}>
                  <span className={styles.keys}>
                    {keys.map((key) => (
                      <KeyCap key={key}>{key}</KeyCap>
                    ))}
                  </span>
                  {does}
                </div>
              ))}
            </section>
          ))}
        </div>
      </DialogContent>
      <DialogActions>
        <Button
          onClick={() => {
            firstKeys()
            changed(null)
          }}
        >
          First keys again
        </Button>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}
