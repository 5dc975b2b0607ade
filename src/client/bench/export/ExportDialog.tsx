'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useMemo, useState } from 'react'
import { BACKGROUND_ID } from '@/core/document/background'
import { OUTPUT } from '@/core/formats/outputFormats'
import { renderItems, renderSheet, shownFrames } from '@/core/render/drawList'
import { carriedPpi } from '@/core/render/sizing'
import type { Project, Sheet } from '@/core/document/types'
import { USUAL_PATTERN } from '@/core/formats/namePattern'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ApiError, saveBundle } from '@/client/http/api'
import { say } from '@/client/store/notices'
import { sheetOf } from '@/core/document/read'
import { shownSheet } from '@/client/store/benchStore'
import { ExportKind } from '@/client/bench/export/ExportKind'
import { EachChoice } from '@/client/bench/export/EachChoice'
import { OverflowNote } from '@/client/text/OverflowNote'
import { EmptyFramesChoice } from '@/client/bench/export/EmptyFramesChoice'
import { ExportFields } from '@/client/bench/export/ExportFields'
import { ExportSheets } from '@/client/bench/export/ExportSheets'
import { ExportsMade } from '@/client/bench/export/ExportsMade'
import { PresetFields } from '@/client/bench/export/PresetFields'
import { ExportPreview } from '@/client/bench/export/ExportPreview'
import { ExportOutcome, ExportProgress } from '@/client/bench/export/ExportProgress'
import { exportRequestOf, firstLook, lastExport, noteExport, type ExportEach } from '@/client/store/exportChoice'
import styles from '@/client/bench/export/ExportPreview.module.css'
import { Fault } from '@/client/parts/Fault'
import { useExport } from '@/client/bench/export/useExport'
import { useWish } from '@/client/bench/export/useTrial'
import { closeDialog } from '@/client/store/slices/dialogs'

/** The resolution up to which no picture of the sheets, or of some items of the first, is enlarged. */
const useCarried = (project: Project, sheets: readonly Sheet[], itemIds?: readonly string[]): number | null => {
  const ids = sheets.map(({ id }) => id).join(' ')
  return useMemo(() => {
    const held = ids.split(' ').flatMap((id) => project.sheets[id] ?? [])
    return carriedPpi(
      held.map((sheet) => (itemIds ? renderItems(project, sheet, itemIds) : renderSheet(project, sheet))),
    )
  }, [project, ids, itemIds])
}

/** Formats, size and bleed of the sheet's file; progress, cancel, download. */
export const ExportDialog = () => {
  const bench = useBenchHandle()
  const sheet = useBench(shownSheet)
  const project = useBench((state) => state.project)
  const [last] = useState(lastExport)
  const [look, setLook] = useState(() => firstLook(sheet, last))
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
  const isSelection = each === 'selection'
  const chosenSheets = project.order.filter((id) => chosen.includes(id)).map((id) => sheetOf(project, id))
  const sheets = isSelection ? [sheet] : chosenSheets
  // Frames alone have neither empty ones beside them nor bleed.
  const whole = isSelection || each === 'frame' ? [] : sheets
  const [firstId] = each === 'frame' ? sheets.flatMap(shownFrames).map(({ id }) => id) : []
  const itemIds = isSelection ? selected : firstId === undefined ? undefined : [firstId]
  const first = sheets.find(({ items }) => firstId === undefined || items[firstId]) ?? sheet
  const carried = useCarried(project, sheets, isSelection ? selected : undefined)
  const sheetIds = sheets.map(({ id }) => id)
  const request = exportRequestOf({ look, each, sheetIds, selected, pattern, placeholders })
  const wish = useWish(request, (quality) => setLook((now) => ({ ...now, quality })))
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
        Export {isSelection ? 'what is selected' : sheets.length > 1 ? `${sheets.length} sheets` : first.name}
      </DialogTitle>
      <DialogContent className={styles.form}>
        <div>
          <ExportKind kind="export" disabled={isBusy} />
          <PresetFields
            look={look}
            placeholders={placeholders}
            lookOf={(choice) => firstLook(sheet, choice)}
            disabled={isBusy}
            onChoice={(choice) => {
              setLook(firstLook(sheet, choice))
              setPlaceholders(choice.placeholders)
            }}
          />
          <ExportFields sheets={whole} look={look} carried={carried} wish={wish} onLook={setLook} disabled={isBusy} />
          <EachChoice sheets={chosenSheets} selected={selected.length} each={each} onEach={setEach} disabled={isBusy} />
          {project.order.length > 1 && !isSelection && (
            <ExportSheets
              project={project}
              chosen={chosen}
              onChosen={setChosen}
              pattern={pattern}
              onPattern={setPattern}
              sizing={sizing}
              ending={OUTPUT[format].ending}
              disabled={isBusy}
            />
          )}
          <EmptyFramesChoice
            sheets={whole}
            placeholders={placeholders}
            onPlaceholders={setPlaceholders}
            disabled={isBusy}
          />
          <OverflowNote sheets={sheets} />
          {state && <ExportProgress state={state} />}
          {isBusy && isLost && (
            <Fault>The server is not reached; it is asked again and again. The bench and your work stay.</Fault>
          )}
          {state && <ExportOutcome state={state} job={job} onAgain={() => void download()} />}
          <ExportsMade latest={state?.state === 'done' ? job : null} />
          <p style={{ margin: '16px 0 0' }}>
            The whole project with its pictures as one zip:{' '}
            <Button onClick={bundle} sx={{ p: 0, minWidth: 0, verticalAlign: 'baseline' }}>
              Save a bundle
            </Button>
          </p>
        </div>
        <ExportPreview
          project={project}
          sheet={first}
          look={look}
          itemIds={itemIds}
          request={sheets.length ? request : null}
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
          disabled={isBusy || !sheets.length}
          onClick={() => {
            setAsks(false)
            noteExport(look, placeholders)
            void start(request)
          }}
        >
          Export {sheets.length > 1 ? `${sheets.length} as ` : ''}
          {OUTPUT[format].name}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
