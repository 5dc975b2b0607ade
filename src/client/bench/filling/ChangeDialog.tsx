'use client'
import East from '@mui/icons-material/East'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Thumbnail } from '@/client/stage/Thumbnail'
import { makeChange } from '@/client/store/retemplate'
import panel from '@/client/parts/Panel.module.css'

/** Pixels of the longer side of each picture. */
const SIDE = 340

const Shown = ({
  project,
  sheetId,
  words,
}: {
  readonly project: Project
  readonly sheetId: string
  readonly words: string
}) => {
  const sheet = sheetOf(project, sheetId)
  const k = SIDE / Math.max(sheet.size.w, sheet.size.h)
  return (
    <figure style={{ margin: 0, textAlign: 'center' }}>
      <span style={{ display: 'grid', placeItems: 'center', width: SIDE, height: SIDE }}>
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

/** A change of the sheet, looked at before it is made: how it is, how it would be, and what becomes of what. */
export const ChangeDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const held = useBench((state) => state.heldChange)
  if (!held || !project.sheets[held.sheetId]) return null
  return (
    <Dialog open onClose={onClose} maxWidth="md" aria-labelledby="change-title">
      <DialogTitle id="change-title">{held.title}</DialogTitle>
      <DialogContent>
        <div className={panel.row}>
          <Shown project={project} sheetId={held.sheetId} words="As it is" />
          <East aria-hidden />
          <Shown project={held.after} sheetId={held.sheetId} words="As it would be" />
        </div>
        <ul aria-label="What changes">
          {held.says.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it as it is</Button>
        <Button variant="contained" autoFocus onClick={() => makeChange(bench, held)}>
          Change it
        </Button>
      </DialogActions>
    </Dialog>
  )
}
