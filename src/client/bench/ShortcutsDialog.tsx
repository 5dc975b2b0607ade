'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { SHORTCUTS } from '@/client/gestures/keys'
import styles from '@/client/bench/Bench.module.css'

const GROUPS = ['Moving', 'Frames', 'View', 'Everywhere'] as const

/** All shortcuts; those of the first groups work while the table or the stack has the focus. */
export const ShortcutsDialog = ({ onClose }: { readonly onClose: () => void }) => (
  <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="shortcuts-title">
    <DialogTitle id="shortcuts-title">Shortcuts</DialogTitle>
    <DialogContent sx={{ columnCount: { sm: 2 }, columnGap: 5 }}>
      {GROUPS.map((group) => (
        <section key={group} style={{ breakInside: 'avoid', marginBottom: 14 }}>
          <h3 style={{ margin: '0 0 6px', fontSize: 13 }}>
            {group === 'Everywhere' ? group : `${group} (on the table or the stack)`}
          </h3>
          {SHORTCUTS.filter((shortcut) => shortcut.group === group).map(({ keys, does }) => (
            <div key={does} style={{ display: 'flex', gap: 10, padding: '3px 0' }}>
              <span style={{ minWidth: 104 }}>
                {keys.map((key) => (
                  <kbd key={key} className={styles.cap} style={{ marginRight: 4, fontFamily: 'inherit' }}>
                    {key}
                  </kbd>
                ))}
              </span>
              <span>{does}</span>
            </div>
          ))}
        </section>
      ))}
    </DialogContent>
    <DialogActions>
      <Button onClick={onClose}>Close</Button>
    </DialogActions>
  </Dialog>
)
