'use client'
import { later } from '@/client/parts/later'
import { useState } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { offerLook } from '@/client/store/sheetLooks'
import { lookInUse, nameLook, renameUsedLook } from '@/client/store/looks'
import { closeDialog, closeArtwork } from '@/client/store/slices/dialogs'
import { toolOf } from '@/client/store/modes'

// Dialogs, menus and the search come when first opened.
const ContextMenu = later(() => import('@/client/commands/ContextMenu').then((m) => m.ContextMenu))
const FindCommand = later(() => import('@/client/commands/FindCommand').then((m) => m.FindCommand))
const ExportDialog = later(() => import('@/client/bench/export/ExportDialog').then((m) => m.ExportDialog))
const RecordDialog = later(() => import('@/client/bench/time/RecordDialog').then((m) => m.RecordDialog))
const FilmDialog = later(() => import('@/client/bench/export/FilmDialog').then((m) => m.FilmDialog))
const ShortcutsDialog = later(() => import('@/client/bench/dialogs/ShortcutsDialog').then((m) => m.ShortcutsDialog))
const HistoryDialog = later(() => import('@/client/bench/dialogs/HistoryDialog').then((m) => m.HistoryDialog))
const LibraryDialog = later(() => import('@/client/bench/dialogs/LibraryDialog').then((m) => m.LibraryDialog))
const FacesDialog = later(() => import('@/client/letters/FacesDialog').then((m) => m.FacesDialog))
const FinishDialog = later(() => import('@/client/bench/dialogs/FinishDialog').then((m) => m.FinishDialog))
const NameDialog = later(() => import('@/client/parts/NameDialog').then((m) => m.NameDialog))
const OneStencilDialog = later(() => import('@/client/bench/dialogs/OneStencilDialog').then((m) => m.OneStencilDialog))
const FollowDialog = later(() => import('@/client/bench/dialogs/FollowDialog').then((m) => m.FollowDialog))
const SplitDialog = later(() => import('@/client/bench/dialogs/SplitDialog').then((m) => m.SplitDialog))
const TakesDialog = later(() => import('@/client/bench/dialogs/TakesDialog').then((m) => m.TakesDialog))
const KeepDialog = later(() => import('@/client/bench/dialogs/KeepDialog').then((m) => m.KeepDialog))
const StencilsDialog = later(() => import('@/client/bench/dialogs/StencilsDialog').then((m) => m.StencilsDialog))
const ArtworkDialog = later(() => import('@/client/bench/dialogs/ArtworkDialog').then((m) => m.ArtworkDialog))
const OpeningsDialog = later(() => import('@/client/bench/openings/OpeningsDialog').then((m) => m.OpeningsDialog))
const FillSlotsDialog = later(() => import('@/client/bench/colours/FillSlotsDialog').then((m) => m.FillSlotsDialog))
const SameColoursDialog = later(() =>
  import('@/client/bench/colours/SameColoursDialog').then((m) => m.SameColoursDialog),
)
const ChangeDialog = later(() => import('@/client/bench/filling/ChangeDialog').then((m) => m.ChangeDialog))
const TemplateDialog = later(() => import('@/client/bench/filling/TemplateDialog').then((m) => m.TemplateDialog))
const MockUpsDialog = later(() => import('@/client/bench/dialogs/MockUpsDialog').then((m) => m.MockUpsDialog))
const ConflictDialog = later(() => import('@/client/bench/dialogs/ConflictDialog').then((m) => m.ConflictDialog))
const LeftStepsDialog = later(() => import('@/client/bench/dialogs/LeftStepsDialog').then((m) => m.LeftStepsDialog))
const TraceDialog = later(() => import('@/client/bench/dialogs/TraceDialog').then((m) => m.TraceDialog))
const StockDialog = later(() => import('@/client/bench/dialogs/StockDialog').then((m) => m.StockDialog))

const LookNameDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const [name] = useState(() => lookInUse(bench.get())?.look.name ?? '')
  return (
    <NameDialog
      title="Rename the look"
      action="Rename"
      name={name}
      onClose={onClose}
      onName={(next) => {
        onClose()
        renameUsedLook(bench, next)
      }}
    />
  )
}

/** Whatever dialog or menu is open. */
export const BenchDialogs = () => {
  const bench = useBenchHandle()
  const dialog = useBench((state) => state.dialog)
  const openings = useBench((state) => state.openings)
  const heldPaste = useBench((state) => state.heldPaste)
  const hasMenu = useBench((state) => state.menuAt !== null)
  const isFinding = useBench((state) => state.isFinding)
  const isTraced = useBench((state) => {
    const tool = toolOf(state)
    return tool?.kind === 'trace' && tool.isClosed
  })
  const isHeldUp = useBench(({ saving }) => saving.state === 'conflict' || saving.state === 'refused')
  const hasLeft = useBench((state) => state.left.length > 0)
  const close = (): void => closeDialog(bench)
  return (
    <>
      {dialog === 'export' && <ExportDialog />}
      {dialog === 'film' && <FilmDialog />}
      {dialog === 'record' && <RecordDialog onClose={close} />}
      {dialog === 'shortcuts' && <ShortcutsDialog onClose={close} />}
      {dialog === 'library' && <LibraryDialog onClose={close} />}
      {dialog === 'stock' && <StockDialog onClose={close} />}
      {dialog === 'stencils' && <StencilsDialog onClose={close} />}
      {dialog === 'artwork' && <ArtworkDialog onClose={() => closeArtwork(bench)} />}
      {dialog === 'openings' && openings && <OpeningsDialog source={openings} onClose={close} />}
      {dialog === 'mockups' && <MockUpsDialog onClose={close} />}
      {dialog === 'slots' && <FillSlotsDialog onClose={close} />}
      {dialog === 'sameColours' && heldPaste && <SameColoursDialog held={heldPaste} onClose={close} />}
      {dialog === 'keep' && <KeepDialog onClose={close} />}
      {dialog === 'look' && (
        <NameDialog
          title="Keep these tones as a look"
          action="Keep"
          name="My look"
          onClose={close}
          onName={(name) => {
            close()
            nameLook(bench, name)
          }}
        />
      )}
      {dialog === 'lookName' && <LookNameDialog onClose={close} />}
      {dialog === 'oneStencil' && <OneStencilDialog onClose={close} />}
      {dialog === 'follow' && <FollowDialog onClose={close} />}
      {dialog === 'split' && <SplitDialog onClose={close} />}
      {dialog === 'offerLook' && (
        <NameDialog
          title="Offer these tones as a look of the sheet"
          action="Offer it"
          name=""
          onClose={close}
          onName={(name) => {
            close()
            offerLook(bench, name)
          }}
        />
      )}
      {dialog === 'template' && <TemplateDialog onClose={close} />}
      {dialog === 'change' && <ChangeDialog onClose={close} />}
      {dialog === 'takes' && <TakesDialog onClose={close} />}
      {dialog === 'faces' && <FacesDialog onClose={close} />}
      {dialog === 'finish' && <FinishDialog onClose={close} />}
      {isTraced && <TraceDialog />}
      {dialog === 'history' && <HistoryDialog onClose={close} />}
      {isHeldUp && <ConflictDialog />}
      {hasLeft && <LeftStepsDialog />}
      {hasMenu && <ContextMenu />}
      {isFinding && <FindCommand />}
    </>
  )
}
