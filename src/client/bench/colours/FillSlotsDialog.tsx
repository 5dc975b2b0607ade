'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import ToggleButton from '@mui/material/ToggleButton'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { proposalsFor, type Proposal } from '@/core/colour/proposals'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { usePalette, type PaletteOf } from '@/client/binding/usePalette'
import { OneOf } from '@/client/parts/OneOf'
import { listedSlots, putSlotColours, withSlotColours } from '@/client/store/slots'
import styles from '@/client/parts/Panel.module.css'
import { Thumbnail } from '@/client/stage/Thumbnail'

/** Colours that are taken from the pictures, so that the ways of giving them differ. */
const MOST = 16
/** Pixels of the longer side of a preview. */
const SIDE = 180

/** The sheet as it would be, and what the slots would become. */
const Preview = ({
  project,
  sheetId,
  proposal,
  isChosen,
  onChoose,
}: {
  readonly project: Project
  readonly sheetId: string
  readonly proposal: Proposal
  readonly isChosen: boolean
  readonly onChoose: () => void
}) => {
  const filled = useMemo(() => withSlotColours(project, proposal.colours), [project, proposal])
  const sheet = sheetOf(filled, sheetId)
  const k = SIDE / Math.max(sheet.size.w, sheet.size.h)
  const slots = listedSlots(filled.slots)
  return (
    <ToggleButton
      value={proposal.name}
      selected={isChosen}
      aria-label={`${proposal.name}: ${slots.map(({ name, colour }) => `${name} ${colour}`).join(', ')}`}
      onClick={onChoose}
      sx={{ display: 'grid', height: 'auto', p: 1.5 }}
    >
      <span style={{ height: SIDE, display: 'grid', placeItems: 'center' }}>
        <Thumbnail project={filled} sheet={sheet} width={sheet.size.w * k} height={sheet.size.h * k} />
      </span>
      <span style={{ display: 'flex', width: SIDE, height: 18 }}>
        {slots.map(({ id, colour }) => (
          <span key={id} style={{ flex: 1, background: colour }} />
        ))}
      </span>
      <Typography variant="body2">{proposal.name}</Typography>
    </ToggleButton>
  )
}

/** Gives all colour slots the colours of the pictures, in one of several ways that are seen before. */
export const FillSlotsDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const project = useBench((state) => state.project)
  const sheetId = useBench((state) => state.sheetId)
  const [of, setOf] = useState<PaletteOf>('sheet')
  const palette = usePalette(of, MOST)
  const proposals = useMemo(() => proposalsFor(Object.values(project.slots), palette), [project, palette])
  const [name, setName] = useState<string | null>(null)
  const chosen = proposals.find((one) => one.name === name)
  const use = (): void => {
    if (chosen) putSlotColours(bench, chosen.colours)
    onClose()
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="fill-slots-title" fullWidth maxWidth="md">
      <DialogTitle id="fill-slots-title">Fill the colour slots from the pictures</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
        <OneOf
          name="Whose pictures"
          value={of}
          options={[
            ['sheet', 'This sheet', 'The pictures of this sheet'],
            ['project', 'All sheets', 'The pictures of all sheets'],
          ]}
          onChoice={setOf}
        />
        {proposals.length ? (
          <div role="group" aria-label="Proposals" className={styles.wrap}>
            {proposals.map((proposal) => (
              <Preview
                key={proposal.name}
                project={project}
                sheetId={sheetId}
                proposal={proposal}
                isChosen={proposal === chosen}
                onChoose={() => setName(proposal.name)}
              />
            ))}
          </div>
        ) : (
          <Typography variant="body2" role="status">
            No colours were found yet. Put pictures on the sheet, or wait until they are here.
          </Typography>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!chosen} onClick={use}>
          Fill the slots
        </Button>
      </DialogActions>
    </Dialog>
  )
}
