'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import LinearProgress from '@mui/material/LinearProgress'
import { useMemo, useState } from 'react'
import { BACKGROUND_ID } from '@/core/document/background'
import { RASTER } from '@/core/formats/rasterFormats'
import { renderSheet, shownFrames } from '@/core/render/drawList'
import { carriedPpi } from '@/core/render/sizing'
import type { Project } from '@/core/document/types'
import { USUAL_PATTERN } from '@/core/formats/namePattern'
import type { ExportState } from '@/contract/exports'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ApiError, saveBundle } from '@/client/http/api'
import { say } from '@/client/store/notices'
import { sheetOf } from '@/core/document/read'
import { shownSheet } from '@/client/store/benchStore'
import { EachChoice, type ExportEach } from '@/client/bench/export/EachChoice'
import { OverflowNote } from '@/client/text/OverflowNote'
import { EmptyFramesChoice } from '@/client/bench/export/EmptyFramesChoice'
import { ExportFields } from '@/client/bench/export/ExportFields'
import { ExportSheets } from '@/client/bench/export/ExportSheets'
import { ExportPreview } from '@/client/bench/export/ExportPreview'
import { megabytes } from '@/client/bench/export/fileSize'
import { lastExport, noteExport, type ExportLook } from '@/client/store/exportChoice'
import styles from '@/client/bench/export/ExportPreview.module.css'
import { Fault } from '@/client/parts/Fault'
import { useExport } from '@/client/bench/export/useExport'
import { closeDialog } from '@/client/store/slices/dialogs'

const Progress = ({ state }: { readonly state: ExportState }) => {
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

const Outcome = ({
  state,
  job,
  onAgain,
}: {
  readonly state: ExportState
  readonly job: string | null
  readonly onAgain: () => void
}) => {
  if (state.state === 'failed') return <Fault>{state.message}</Fault>
  if (state.state === 'cancelled') return <p role="status">The export was cancelled. Nothing was written.</p>
  if (state.state !== 'done' || !job) return null
  return (
    <p role="status" data-export-done>
      <strong>{state.fileName}</strong>, {state.width} × {state.height} px, {megabytes(state.bytes)}.{' '}
      <Button onClick={onAgain} sx={{ p: 0, minWidth: 0, verticalAlign: 'baseline' }}>
        Download again
      </Button>
    </p>
  )
}

/** The resolution up to which no picture of these sheets is enlarged; null where they have none. */
const useCarried = (project: Project, sheetIds: readonly string[]): number | null => {
  const ids = sheetIds.join(' ')
  return useMemo(
    () =>
      ids
        .split(' ')
        .flatMap((id) => (project.sheets[id] ? (carriedPpi(renderSheet(project, sheetOf(project, id))) ?? []) : []))
        .reduce<number | null>((least, ppi) => (least === null || ppi < least ? ppi : least), null),
    [project, ids],
  )
}

/** Formats, size and bleed of the sheet's file; progress, cancel, download. */
export const ExportDialog = () => {
  const bench = useBenchHandle()
  const sheet = useBench(shownSheet)
  const project = useBench((state) => state.project)
  const [last] = useState(lastExport)
  const [look, setLook] = useState<ExportLook>({
    format: last.format,
    quality: last.quality,
    sizing: last.sizing ?? { by: 'ppi', ppi: sheet.ppi },
    bleed: last.bleed && sheet.bleed > 0,
    ...(last.ground === undefined ? {} : { ground: last.ground }),
  })
  const { format, sizing } = look
  const [each, setEach] = useState<ExportEach>('sheet')
  const selection = useBench((state) => state.selection)
  const selected = useMemo(() => selection.filter((id) => id !== BACKGROUND_ID), [selection])
  const choice = useBench((state) => state.exportChoice)
  const [pattern, setPattern] = useState(choice?.pattern ?? (project.order.length > 1 ? USUAL_PATTERN : '{project}'))
  const [chosen, setChosen] = useState<readonly string[]>(choice?.sheetIds ?? [sheet.id])
  const { state, job, isBusy, isLost, start, cancel, download } = useExport(bench)
  const [placeholders, setPlaceholders] = useState(last.placeholders)
  const [asks, setAsks] = useState(false)
  const sheetIds = project.order.filter((id) => chosen.includes(id))
  const sheets = sheetIds.map((id) => sheetOf(project, id))
  const carried = useCarried(project, sheetIds)
  const [firstFrame] = each === 'frame' ? sheets.flatMap(shownFrames) : []
  const firstItems = useMemo(() => (firstFrame ? [firstFrame.id] : undefined), [firstFrame])
  const itemIds = each === 'selection' ? selected : firstItems
  const bundle = (): void => {
    bench
      .allSaved()
      .then(() => saveBundle(bench.get().project.id))
      .catch((error: unknown) =>
        say(bench, error instanceof ApiError ? error.message : 'The bundle could not be saved. Try it again.', 'fault'),
      )
  }
  const close = (): void => {
    if (isBusy) return setAsks(true)
    closeDialog(bench)
  }
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="export-title">
      <DialogTitle id="export-title">
        Export{' '}
        {each === 'selection' ? 'what is selected' : sheetIds.length > 1 ? `${sheetIds.length} sheets` : sheet.name}
      </DialogTitle>
      <DialogContent className={styles.form}>
        <div>
          <ExportFields sheets={sheets} look={look} carried={carried} onLook={setLook} disabled={isBusy} />
          <EachChoice sheets={sheets} selected={selected.length} each={each} onEach={setEach} disabled={isBusy} />
          {project.order.length > 1 && each !== 'selection' && (
            <ExportSheets
              project={project}
              chosen={chosen}
              onChosen={setChosen}
              pattern={pattern}
              onPattern={setPattern}
              sizing={sizing}
              ending={RASTER[format].ending}
              disabled={isBusy}
            />
          )}
          <EmptyFramesChoice
            sheets={sheets}
            placeholders={placeholders}
            onPlaceholders={setPlaceholders}
            disabled={isBusy}
          />
          <OverflowNote sheets={sheets} />
          {state && <Progress state={state} />}
          {isBusy && isLost && (
            <Fault>The server is not reached; it is asked again and again. The bench and your work stay.</Fault>
          )}
          {state && <Outcome state={state} job={job} onAgain={() => void download()} />}
          <p style={{ margin: '16px 0 0' }}>
            The whole project with its pictures as one zip:{' '}
            <Button onClick={bundle} sx={{ p: 0, minWidth: 0, verticalAlign: 'baseline' }}>
              Save a bundle
            </Button>
          </p>
        </div>
        <ExportPreview
          project={project}
          sheet={
            each === 'selection' ? sheet : (sheets.find((one) => !firstFrame || one.items[firstFrame.id]) ?? sheet)
          }
          look={look}
          itemIds={itemIds}
        />
      </DialogContent>
      <DialogActions>
        {isBusy && asks && <span role="alert">The export is not finished. Cancel it?</span>}
        {isBusy && asks && (
          <Button autoFocus onClick={() => setAsks(false)}>
            Go on exporting
          </Button>
        )}
        {isBusy ? <Button onClick={cancel}>Cancel the export</Button> : <Button onClick={close}>Close</Button>}
        <Button
          variant="contained"
          disabled={isBusy || !sheetIds.length}
          onClick={() => {
            setAsks(false)
            noteExport({ ...look, placeholders })
            void start({
              sheetIds: each === 'selection' ? [sheet.id] : sheetIds,
              pattern,
              ...look,
              // Names and the like are reckoned at the sheet's own where the size is given otherwise.
              ppi: sizing.by === 'ppi' ? sizing.ppi : sheet.ppi,
              placeholders,
              ...(each === 'selection' ? { itemIds: selected } : each === 'sheet' ? {} : { each }),
            })
          }}
        >
          Export {sheetIds.length > 1 && each !== 'selection' ? `${sheetIds.length} as ` : ''}
          {RASTER[format].name}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
