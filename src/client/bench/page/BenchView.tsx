'use client'
import Alert from '@mui/material/Alert'
import Snackbar from '@mui/material/Snackbar'
import { BackToSheet } from '@/client/bench/sheets/BackToSheet'
import { hashOf } from '@/core/document/sheetPictures'
import { later } from '@/client/parts/later'
import { useEffect, useMemo, type DragEvent } from 'react'
import { useDropzone } from 'react-dropzone'
import type { Point } from '@/core/geometry/vector'
import { BenchDialogs } from '@/client/bench/page/BenchDialogs'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Card } from '@/client/bench/card/Card'
import { Rail } from '@/client/bench/rail/Rail'
import { Stack } from '@/client/bench/stack/Stack'
import { CarriedTag, Supplies } from '@/client/bench/supplies/Supplies'
import { TopBar } from '@/client/bench/page/TopBar'
import { useWindow } from '@/client/bench/page/useWindow'
import { hoverCarried, landingOfFiles, putDown } from '@/client/gestures/useCarry'
import { learnAlpha } from '@/client/stage/alpha'
import { Table } from '@/client/stage/Table'
import type { Bench } from '@/client/store/bench'
import { loadFaces } from '@/client/store/faces'
import { loadStyles } from '@/client/store/keptStyles'
import { loadStencils } from '@/client/store/keptStencils'
import { severalLanding } from '@/client/store/landing'
import { takeFiles } from '@/client/store/takeFiles'
import { loadPictures } from '@/client/store/uploads'
import { Floating } from '@/client/parts/Floating'
import styles from '@/client/bench/page/Bench.module.css'
import { notify } from '@/client/store/slices/notices'
import { recallCardWidth } from '@/client/store/slices/card'
import { isSheetBare } from '@/client/store/beginning'
import { shownSheet } from '@/client/store/benchStore'
import { DropInput } from '@/client/parts/DropInput'
import { Stepping } from '@/client/parts/fields/Stepping'
import { Units } from '@/client/parts/fields/Units'

// Come when they are first shown.
const SheetStrip = later(() => import('@/client/bench/sheets/SheetStrip').then((m) => m.SheetStrip))
const EmptySheet = later(() => import('@/client/bench/begin/EmptySheet').then((m) => m.EmptySheet))

const FillingBar = later(() => import('@/client/bench/filling/FillingBar').then((m) => m.FillingBar))

const NOTICE_MS = { plain: 5000, fault: 9000 }

const Notice = () => {
  const bench = useBenchHandle()
  const notice = useBench((state) => state.notice)
  const close = (): void => notify(bench, null)
  if (!notice) return null
  const isFault = notice.tone === 'fault' || notice.refused !== undefined
  return (
    <Snackbar
      key={notice.id}
      open
      autoHideDuration={NOTICE_MS[notice.refused === undefined ? notice.tone : 'fault']}
      onClose={(_event, why) => why !== 'clickaway' && close()}
      anchorOrigin={{ vertical: 'top', horizontal: 'center' }}
      sx={{ mt: 6 }}
    >
      <Alert
        severity={isFault ? 'error' : 'info'}
        onClose={close}
        variant="filled"
        sx={isFault ? {} : { backgroundColor: 'var(--mark-ink)', color: 'var(--mark-barInk)' }}
      >
        {notice.refused?.map((refusal) => (
          <div key={refusal}>{refusal}</div>
        ))}
        {notice.text}
      </Alert>
    </Snackbar>
  )
}

const pointOf = (event: object): Point => {
  const { clientX, clientY } = event as { readonly clientX: number; readonly clientY: number } // asked for before
  return { x: clientX, y: clientY }
}

/** While files are carried over the bench: what a drop here would do. */
const hoverFiles = (bench: Bench, event: DragEvent<HTMLElement>): void =>
  hoverCarried(bench, { kind: 'files', count: event.dataTransfer.items.length }, pointOf(event), false)

/** Learns which pictures of the project can be seen through. */
const useAlpha = (bench: Bench): void => {
  const used = useBench((state) => state.project.pictures)
  const pictures = useBench((state) => state.pictures)
  useEffect(() => {
    const hashes = new Set(Object.values(used).map(hashOf))
    for (const picture of pictures) if (hashes.has(picture.hash)) learnAlpha(bench, picture)
  }, [bench, used, pictures])
}

/** The bench: bar, card, table, rail, stack, supplies. Files can be dropped anywhere on it. */
export const BenchView = () => {
  const bench = useBenchHandle()
  const spoken = useBench((state) => state.spoken)
  useWindow(bench)
  useAlpha(bench)
  useEffect(() => {
    recallCardWidth(bench)
    void loadPictures(bench)
    void loadStencils(bench)
    void loadStyles(bench)
    void loadFaces(bench)
  }, [bench])
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDragOver: (event) => hoverFiles(bench, event),
    onDragLeave: () => putDown(bench),
    onDrop: (files, _refused, event) => {
      const landing = event && 'clientX' in event ? landingOfFiles(bench, pointOf(event)) : severalLanding(bench)
      if (files.length) takeFiles(bench, files, landing)
    },
  })
  const hasStrip = useBench((state) => state.hasSheetStrip)
  const isBare = useBench(isSheetBare)
  const unit = useBench((state) => shownSheet(state).unit)
  const stepper = useMemo(() => ({ step: bench.step, end: bench.endBurst }), [bench])
  const ppi = useBench((state) => shownSheet(state).ppi)
  return (
    <Units unit={unit} ppi={ppi}>
      <Stepping stepper={stepper}>
        <div {...getRootProps({ className: styles.bench, role: undefined })}>
          <TopBar />
          <Card />
          {hasStrip && <SheetStrip />}
          {/* Of no box of its own, so that the table takes its place in the grid. */}
          <main style={{ display: 'contents' }}>
            <DropInput {...getInputProps({ 'aria-label': 'Picture files' })} data-file-input />
            <Table />
            {isBare && <EmptySheet />}
            <BackToSheet />
            <FillingBar />
            <Rail />
          </main>
          <Stack />
          <Supplies onAdd={open} />
          <CarriedTag />
          {isDragActive && (
            <Floating kind="said" role="status">
              Drop on a frame to fill it, on the sheet for a frame of its shape, beside the table to add it
            </Floating>
          )}
          <div className="visually-hidden" aria-live="polite">
            {spoken}
          </div>
          <Notice />
          <BenchDialogs />
        </div>
      </Stepping>
    </Units>
  )
}
