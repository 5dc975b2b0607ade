'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import type { FrameMark, Marks } from '@/core/document/marks'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { MarkRow } from '@/client/bench/filling/MarkRow'
import { Tick } from '@/client/parts/fields/Tick'
import { firstMarks, keepAsTemplate } from '@/client/store/makeTemplate'
import { listedSlots } from '@/client/store/slots'
import panel from '@/client/parts/Panel.module.css'

type Change = (marks: Marks) => void

/** What is to be filled and written on one sheet, and how. */
const SheetMarks = ({
  sheetId,
  marks,
  onMarks,
}: {
  readonly sheetId: string
  readonly marks: Marks
  readonly onMarks: Change
}) => {
  const sheet = useBench((state) => state.project.sheets[sheetId])
  const frames = marks.frames.filter((mark) => mark.sheetId === sheetId)
  const put = (next: FrameMark): void =>
    onMarks({
      ...marks,
      frames: marks.frames.map((mark) => (mark.sheetId === sheetId && mark.frameId === next.frameId ? next : mark)),
    })
  if (!sheet) return null
  return (
    <section aria-label={sheet.name}>
      <h3>{sheet.name}</h3>
      {frames.length === 0 && <p className={panel.kind}>There is no frame and no text on this sheet.</p>}
      {frames.map((mark) => {
        const frame = sheet.items[mark.frameId]
        return frame?.kind === 'frame' ? <MarkRow key={mark.frameId} frame={frame} mark={mark} onMark={put} /> : null
      })}
      <TextField
        label="How to fill it"
        placeholder="For whoever fills it: what goes where"
        value={marks.notes[sheetId] ?? ''}
        onChange={(event) =>
          onMarks({ ...marks, notes: { ...marks.notes, [sheetId]: event.target.value.slice(0, 2000) } })
        }
        multiline
        fullWidth
        sx={{ mt: 1 }}
      />
    </section>
  )
}

const Slots = ({ marks, onMarks }: { readonly marks: Marks; readonly onMarks: Change }) => {
  const slots = useBench((state) => state.project.slots)
  if (!Object.keys(slots).length) return null
  return (
    <section aria-label="Colours that may be changed">
      <h3>Colours that may be changed</h3>
      <div className={panel.wrap}>
        {listedSlots(slots).map(({ id, name, colour }) => (
          <Tick
            key={id}
            isOn={marks.offered.includes(id)}
            onChange={(on) =>
              onMarks({ ...marks, offered: on ? [...marks.offered, id] : marks.offered.filter((one) => one !== id) })
            }
          >
            <span style={{ padding: '0 9px', marginRight: 5, background: colour }} aria-hidden />
            {name}
          </Tick>
        ))}
      </div>
    </section>
  )
}

/** Makes a template of the project: which frames are openings, which texts fields, what else is offered, and keeps it. */
export const TemplateDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const [marks, setMarks] = useState(() => firstMarks(project))
  const [name, setName] = useState(project.name)
  const [locks, setLocks] = useState(true)
  const [isBusy, setBusy] = useState(false)
  const openings = marks.frames.filter(({ opening }) => opening).length
  const fields = marks.frames.filter(({ field }) => field).length
  const keep = async (): Promise<void> => {
    setBusy(true)
    if (!(await keepAsTemplate(bench, { name: name.trim() || project.name, marks, locks }))) setBusy(false)
  }
  const isNext = project.template !== undefined
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="template-title">
      <DialogTitle id="template-title">Make a template of this project</DialogTitle>
      <DialogContent>
        <div className={panel.fields} style={{ paddingTop: 8 }}>
          <TextField
            label="Name"
            value={name}
            onChange={(event) => setName(event.target.value.slice(0, 200))}
            autoFocus
          />
          <TextField
            label="Group in the gallery"
            value={marks.template.category}
            onChange={(event) =>
              setMarks({ ...marks, template: { ...marks.template, category: event.target.value.slice(0, 60) } })
            }
          />
          <TextField
            label="Words it is found by"
            value={marks.template.words}
            onChange={(event) =>
              setMarks({ ...marks, template: { ...marks.template, words: event.target.value.slice(0, 200) } })
            }
          />
        </div>
        {project.order.map((id) => (
          <SheetMarks key={id} sheetId={id} marks={marks} onMarks={setMarks} />
        ))}
        <Slots marks={marks} onMarks={setMarks} />
        <Tick isOn={locks} onChange={setLocks}>
          Lock everything else, so that nothing is moved by mistake
        </Tick>
      </DialogContent>
      <DialogActions>
        <span className={panel.kind} role="status" style={{ flex: 1 }}>
          {openings === 1 ? '1 opening' : `${openings} openings`}, {fields === 1 ? '1 field' : `${fields} fields`}.
          Pictures in openings are not part of it.
        </span>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={isBusy || openings + fields === 0} onClick={() => void keep()}>
          {isNext ? 'Keep as a new version' : 'Keep in the gallery'}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
