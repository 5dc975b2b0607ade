'use client'
import Alert from '@mui/material/Alert'
import Snackbar from '@mui/material/Snackbar'
import dynamic from 'next/dynamic'
import { useEffect } from 'react'
import { useDropzone } from 'react-dropzone'
import { frameAt } from '@/core/document/read'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Card } from '@/client/bench/Card'
import { ConflictDialog } from '@/client/bench/ConflictDialog'
import { LeftStepsDialog } from '@/client/bench/LeftStepsDialog'
import { Rail } from '@/client/bench/Rail'
import { SheetStrip } from '@/client/bench/SheetStrip'
import { Stack } from '@/client/bench/Stack'
import { CarriedTag, Supplies } from '@/client/bench/Supplies'
import { TraceDialog } from '@/client/bench/TraceDialog'
import { TopBar } from '@/client/bench/TopBar'
import { useWindow } from '@/client/bench/useWindow'
import { Table } from '@/client/stage/Table'
import { shownSheet, type Bench } from '@/client/store/benchStore'
import { addFaces, isFaceFile, loadFaces } from '@/client/store/faces'
import { loadStencils } from '@/client/store/keptStencils'
import { addFiles, loadPictures } from '@/client/store/uploads'
import { toSheet } from '@/client/store/view'
import styles from '@/client/bench/Bench.module.css'
import supplies from '@/client/bench/Supplies.module.css'

// Dialogs come when first opened.
const ExportDialog = dynamic(() => import('@/client/bench/ExportDialog').then((m) => m.ExportDialog))
const ShortcutsDialog = dynamic(() => import('@/client/bench/ShortcutsDialog').then((m) => m.ShortcutsDialog))
const HistoryDialog = dynamic(() => import('@/client/bench/HistoryDialog').then((m) => m.HistoryDialog))

const LibraryDialog = dynamic(() => import('@/client/bench/LibraryDialog').then((m) => m.LibraryDialog))
const FacesDialog = dynamic(() => import('@/client/letters/FacesDialog').then((m) => m.FacesDialog))
const FinishDialog = dynamic(() => import('@/client/bench/FinishDialog').then((m) => m.FinishDialog))
const SplitDialog = dynamic(() => import('@/client/bench/SplitDialog').then((m) => m.SplitDialog))
const TakesDialog = dynamic(() => import('@/client/bench/TakesDialog').then((m) => m.TakesDialog))
const KeepDialog = dynamic(() => import('@/client/bench/KeepDialog').then((m) => m.KeepDialog))
const StencilsDialog = dynamic(() => import('@/client/bench/StencilsDialog').then((m) => m.StencilsDialog))
const ArtworkDialog = dynamic(() => import('@/client/bench/ArtworkDialog').then((m) => m.ArtworkDialog))
const StockDialog = dynamic(() => import('@/client/bench/StockDialog').then((m) => m.StockDialog))

const NOTICE_MS = { plain: 5000, fault: 9000 }

/** The frame under a spot of the window, for files dropped there. */
const frameUnder = (bench: Bench, x: number, y: number): string | null => {
  const box = document.querySelector('[data-region="table"]')?.getBoundingClientRect()
  if (!box || x < box.left || x > box.right || y < box.top || y > box.bottom) return null
  const state = bench.get()
  return (
    frameAt(shownSheet(state), toSheet(state.view, { x: x - box.left, y: y - box.top }), (frame) => frame.takesPictures)
      ?.id ?? null
  )
}

const Notice = () => {
  const bench = useBenchHandle()
  const notice = useBench((state) => state.notice)
  const close = (): void => bench.set({ notice: null })
  if (!notice) return null
  return (
    <Snackbar
      key={notice.id}
      open
      autoHideDuration={NOTICE_MS[notice.tone]}
      onClose={(_event, why) => why !== 'clickaway' && close()}
      anchorOrigin={{ vertical: 'top', horizontal: 'center' }}
      sx={{ mt: 6 }}
    >
      <Alert
        severity={notice.tone === 'fault' ? 'error' : 'info'}
        onClose={close}
        variant="filled"
        sx={notice.tone === 'fault' ? {} : { backgroundColor: '#22282b', color: '#fbf9f4' }}
      >
        {notice.text}
      </Alert>
    </Snackbar>
  )
}

/** Typefaces join the letters. Drawings dropped by themselves may become stencils or pictures: that is asked. All else goes to the library. */
const takeFiles = (bench: Bench, files: readonly File[], at: string | null): void => {
  const faces = files.filter(isFaceFile)
  if (faces.length) void addFaces(bench, faces)
  const others = files.filter((file) => !faces.includes(file))
  if (!others.length) return
  if (others.every(({ name }) => /\.svg$/i.test(name))) bench.set({ dialog: 'artwork', artwork: others })
  else void addFiles(bench, others, at)
}

const Dialogs = () => {
  const bench = useBenchHandle()
  const dialog = useBench((state) => state.dialog)
  const close = (): void => bench.set({ dialog: 'none' })
  return (
    <>
      {dialog === 'export' && <ExportDialog />}
      {dialog === 'shortcuts' && <ShortcutsDialog onClose={close} />}
      {dialog === 'library' && <LibraryDialog onClose={close} />}
      {dialog === 'stock' && <StockDialog onClose={close} />}
      {dialog === 'stencils' && <StencilsDialog onClose={close} />}
      {dialog === 'artwork' && <ArtworkDialog onClose={() => bench.set({ dialog: 'none', artwork: [] })} />}
      {dialog === 'keep' && <KeepDialog onClose={close} />}
      {dialog === 'split' && <SplitDialog onClose={close} />}
      {dialog === 'takes' && <TakesDialog onClose={close} />}
      {dialog === 'faces' && <FacesDialog onClose={close} />}
      {dialog === 'finish' && <FinishDialog onClose={close} />}
      <TraceDialog />
      {dialog === 'history' && <HistoryDialog onClose={close} />}
      <ConflictDialog />
      <LeftStepsDialog />
    </>
  )
}

/** The bench: bar, card, table, rail, stack, supplies. Files can be dropped anywhere on it. */
export const BenchView = () => {
  const bench = useBenchHandle()
  const spoken = useBench((state) => state.spoken)
  useWindow(bench)
  useEffect(() => {
    void loadPictures(bench)
    void loadStencils(bench)
    void loadFaces(bench)
  }, [bench])
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files, _refused, event) => {
      const at = event && 'clientX' in event ? frameUnder(bench, Number(event.clientX), Number(event.clientY)) : null
      if (files.length) takeFiles(bench, files, at)
    },
  })
  return (
    <div {...getRootProps({ className: styles.bench, role: undefined })}>
      <input {...getInputProps({ 'aria-label': 'Picture files' })} data-file-input />
      <TopBar />
      <Card />
      <SheetStrip />
      <Table />
      <Rail />
      <Stack />
      <Supplies onAdd={open} />
      <CarriedTag />
      {isDragActive && (
        <div className={supplies.veil}>
          <span>Drop pictures: on a frame to fill it, anywhere else to add them</span>
        </div>
      )}
      <div className="visually-hidden" aria-live="polite">
        {spoken}
      </div>
      <Notice />
      <Dialogs />
    </div>
  )
}
