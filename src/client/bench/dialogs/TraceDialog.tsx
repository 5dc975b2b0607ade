'use client'
import { toolOf } from '@/client/store/modes'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { heldSheet } from '@/client/store/benchStore'
import { clipTarget, clipTrace, frameTrace, layTrace, tracedCorners, tracedOutline } from '@/client/store/trace'
import { setTool } from '@/client/store/slices/mode'

/** Asks what a closed outline is for. */
export const TraceDialog = () => {
  const bench = useBenchHandle()
  const tool = useBench((state) => toolOf(state))
  if (tool?.kind !== 'trace' || !tool.isClosed) return null
  const state = bench.get()
  const canClip = clipTarget(heldSheet(state), tracedOutline(state)) !== null
  const hasCorners = tracedCorners(state) !== null
  const goOn = (): void => setTool(bench, { ...tool, isClosed: false })
  return (
    <Dialog
      open
      onClose={goOn}
      aria-labelledby="trace-title"
      maxWidth="xs"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-end', paddingBottom: '16vh' } }}
    >
      <DialogTitle id="trace-title">The outline is closed</DialogTitle>
      <DialogContent>
        {canClip
          ? 'Make an empty frame of it, to be filled with any picture; or clip the picture that lies beneath.'
          : 'Make an empty frame of it, to be filled with any picture.'}
      </DialogContent>
      <DialogActions>
        <Button onClick={goOn}>Go on tracing</Button>
        {hasCorners && <Button onClick={() => layTrace(bench)}>Frame in perspective</Button>}
        <Button disabled={!canClip} onClick={() => clipTrace(bench)}>
          Clip this picture
        </Button>
        <Button variant="contained" autoFocus onClick={() => frameTrace(bench)}>
          New empty frame
        </Button>
      </DialogActions>
    </Dialog>
  )
}
