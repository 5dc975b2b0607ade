'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { heldSheet } from '@/client/store/benchStore'
import { addMockUps, mockUpsAmong } from '@/client/store/mockups'
import { loadTemplates } from '@/client/store/templates'
import { Tick } from '@/client/parts/fields/Tick'
import { TemplateTile } from '@/client/templates/TemplateTile'
import panel from '@/client/parts/Panel.module.css'

const SIDE = 132
const NO_TEMPLATES = [] as const

/** Chooses the things on which the sheet is to be shown, as many as are wanted. */
export const MockUpsDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const design = useBench(heldSheet)
  const templates = useBench((state) => state.templates) ?? NO_TEMPLATES
  const [chosen, setChosen] = useState<readonly string[]>([])
  useEffect(() => void loadTemplates(bench), [bench])
  const offered = mockUpsAmong(templates)
  const toggle = (id: string): void =>
    setChosen((held) => (held.includes(id) ? held.filter((one) => one !== id) : [...held, id]))
  const add = async (exports: boolean): Promise<void> => {
    onClose()
    await addMockUps(
      bench,
      design.id,
      offered.filter(({ id }) => chosen.includes(id)),
      exports,
    )
  }
  const none = chosen.length === 0
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Show “{design.name}” on mock-ups</DialogTitle>
      <DialogContent>
        <p className={panel.kind}>
          Each becomes a sheet of its own that shows this one, live: change the design, and all of them follow.
        </p>
        <div className={panel.wrap} role="group" aria-label="Mock-ups">
          {offered.map((template) => (
            <TemplateTile
              key={template.id}
              template={template}
              side={SIDE}
              says={chosen.includes(template.id) ? 'Press to leave it out.' : 'Press to take it.'}
              isChosen={chosen.includes(template.id)}
              onPress={() => toggle(template.id)}
            />
          ))}
        </div>
        {!offered.length && <p className={panel.kind}>Reading the mock-ups…</p>}
      </DialogContent>
      <DialogActions>
        <Tick
          isOn={offered.length > 0 && chosen.length === offered.length}
          onChange={(on) => setChosen(on ? offered.map(({ id }) => id) : [])}
        >
          All {offered.length}
        </Tick>
        <span className={panel.grow} />
        <Button onClick={onClose}>Cancel</Button>
        <Button disabled={none} onClick={() => void add(true)}>
          Add and export…
        </Button>
        <Button variant="contained" disabled={none} onClick={() => void add(false)}>
          {chosen.length > 1 ? `Add ${chosen.length} mock-ups` : 'Add the mock-up'}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
