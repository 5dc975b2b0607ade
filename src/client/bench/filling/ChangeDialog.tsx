'use client'
import East from '@mui/icons-material/East'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useState } from 'react'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { comparedTemplate, makeChange } from '@/client/store/retemplate'
import type { HeldChange } from '@/client/store/state'
import panel from '@/client/parts/Panel.module.css'

/** Pixels of the longer side of each picture: of two, and of three. */
const SIDE = { two: 340, three: 300 }
const NONE = ''

const Shown = ({
  project,
  sheetId,
  words,
  side,
}: {
  readonly project: Project
  readonly sheetId: string
  readonly words: string
  readonly side: number
}) => {
  const sheet = sheetOf(project, sheetId)
  const k = side / Math.max(sheet.size.w, sheet.size.h)
  return (
    <figure style={{ margin: 0, textAlign: 'center' }}>
      <span style={{ display: 'grid', placeItems: 'center', width: side, height: side }}>
        <Thumbnail
          project={project}
          sheet={sheet}
          width={Math.round(sheet.size.w * k)}
          height={Math.round(sheet.size.h * k)}
        />
      </span>
      <figcaption className={panel.kind}>{words}</figcaption>
    </figure>
  )
}

const Says = ({ name, says }: { readonly name: string; readonly says: readonly string[] }) => (
  <ul aria-label={name} style={{ flex: 1, margin: '8px 0' }}>
    {says.map((line) => (
      <li key={line}>{line}</li>
    ))}
  </ul>
)

/** Chooses a second template to be looked at beside the first. */
const CompareWith = ({
  held,
  onOther,
}: {
  readonly held: HeldChange
  readonly onOther: (other: HeldChange | null) => void
}) => {
  const bench = useBenchHandle()
  const templates = useBench((state) => state.templates) ?? []
  const [id, setId] = useState(NONE)
  return (
    <span style={{ width: 320 }}>
      <Choice
        label="Compare with"
        value={id}
        options={[
          [NONE, 'no other'] as const,
          ...templates.filter((one) => one.id !== held.template).map((one) => [one.id, one.name] as const),
        ]}
        onChoice={(chosen) => {
          setId(chosen)
          const template = templates.find((one) => one.id === chosen)
          if (!template) return onOther(null)
          void comparedTemplate(bench, template).then(onOther)
        }}
      />
    </span>
  )
}

/** A change of the sheet, looked at before it is made: how it is, how it would be, and what becomes of what; two templates side by side. */
export const ChangeDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const held = useBench((state) => state.heldChange)
  const [other, setOther] = useState<HeldChange | null>(null)
  if (!held || !project.sheets[held.sheetId]) return null
  const side = other ? SIDE.three : SIDE.two
  return (
    <Dialog open onClose={onClose} maxWidth={other ? 'lg' : 'md'} aria-labelledby="change-title">
      <DialogTitle id="change-title">{held.title}</DialogTitle>
      <DialogContent>
        <div className={panel.row}>
          <Shown project={project} sheetId={held.sheetId} words="As it is" side={side} />
          <East aria-hidden />
          <Shown project={held.after} sheetId={held.sheetId} words="As it would be" side={side} />
          {other && <Shown project={other.after} sheetId={other.sheetId} words="Or so" side={side} />}
        </div>
        <div className={panel.row} style={{ alignItems: 'start' }}>
          <Says name="What changes" says={held.says} />
          {other && <Says name="What changes with the other" says={other.says} />}
        </div>
        {held.template !== undefined && <CompareWith held={held} onOther={setOther} />}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it as it is</Button>
        {other && (
          <Button variant="outlined" onClick={() => makeChange(bench, other)}>
            Take the other
          </Button>
        )}
        <Button variant="contained" autoFocus onClick={() => makeChange(bench, held)}>
          Change it
        </Button>
      </DialogActions>
    </Dialog>
  )
}
