import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import { OUTPUT, OUTPUT_FORMATS } from '@/core/formats/outputFormats'
import type { ExportState } from '@/contract/exports'
import { megabytes } from '@/client/bench/export/fileSize'
import { Fault } from '@/client/parts/Fault'

/** How far an export is, while it goes on. */
export const ExportProgress = ({ state }: { readonly state: ExportState }) => {
  if (state.state === 'waiting') return <LinearProgress aria-label="Export, waiting" />
  if (state.state !== 'running') return null
  const percent = Math.round((100 * state.done) / state.of)
  const words = `${state.phase === 'writing' ? 'Writing the file' : 'Painting'}, ${percent}%`
  return (
    <div role="status" style={{ marginTop: 14 }}>
      {words}
      <LinearProgress variant="determinate" value={percent} sx={{ mt: 0.5 }} aria-label="Export, progress" />
    </div>
  )
}

interface ExportOutcomeProps {
  readonly state: ExportState
  readonly job: string | null
  readonly onAgain: () => void
}

/** What is drawn in outlines has no pixels to be told. */
const isDrawnFile = (name: string): boolean =>
  OUTPUT_FORMATS.some((format) => OUTPUT[format].isDrawn && name.endsWith(`.${OUTPUT[format].ending}`))

/** What became of an export. */
export const ExportOutcome = ({ state, job, onAgain }: ExportOutcomeProps) => {
  if (state.state === 'failed') return <Fault>{state.message}</Fault>
  if (state.state === 'cancelled') return <p role="status">The export was cancelled. Nothing was written.</p>
  if (state.state !== 'done' || !job) return null
  return (
    <p role="status" data-export-done>
      <strong>{state.fileName}</strong>, {isDrawnFile(state.fileName) ? '' : `${state.width} × ${state.height} px, `}
      {megabytes(state.bytes)}.{' '}
      <Button onClick={onAgain} sx={{ p: 0, minWidth: 0, verticalAlign: 'baseline' }}>
        Download again
      </Button>
    </p>
  )
}
