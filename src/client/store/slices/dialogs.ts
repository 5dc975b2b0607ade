import type { Point } from '@/core/geometry/vector'
import type { PictureAnswer } from '@/contract/api'
import type { Bench } from '@/client/store/bench'
import { putArtwork } from '@/client/store/slices/supplies'
import type { DialogSlice, HeldChange, HeldPaste, OpenDialog, OpeningsSource } from '@/client/store/state'

export const FIRST_DIALOG: DialogSlice = {
  dialog: 'none',
  renaming: null,
  exportChoice: null,
  openings: null,
  heldPaste: null,
  heldChange: null,
  menuAt: null,
  isFinding: false,
}

const set = (bench: Bench, change: Partial<DialogSlice>): void => bench.store.setState(change)

export const openDialog = (bench: Bench, dialog: Exclude<OpenDialog, 'none'>): void => set(bench, { dialog })

/** Closes the dialog that is open; what it was opened with goes. */
export const closeDialog = (bench: Bench): void =>
  set(bench, { dialog: 'none', exportChoice: null, openings: null, heldPaste: null, heldChange: null })

/** The dialog of finishes, about a named one or about what is selected. */
export const openFinish = (bench: Bench, renaming: string | null): void => set(bench, { dialog: 'finish', renaming })

/** The export, beginning with these sheets and names. */
export const openExport = (bench: Bench, exportChoice: DialogSlice['exportChoice']): void =>
  set(bench, { dialog: 'export', exportChoice })

/** The dialog of openings, about this art. */
export const openOpenings = (bench: Bench, openings: OpeningsSource): void =>
  set(bench, { dialog: 'openings', openings })

/** A paste whose colour slots are asked about. */
export const holdPaste = (bench: Bench, heldPaste: HeldPaste): void => set(bench, { dialog: 'sameColours', heldPaste })

/** A change that is looked at before it is made. */
export const holdChange = (bench: Bench, heldChange: HeldChange): void => set(bench, { dialog: 'change', heldChange })

/** A menu of commands, in window pixels. */
export const openMenuAt = (bench: Bench, menuAt: Point): void => set(bench, { menuAt })

export const closeMenu = (bench: Bench): void => set(bench, { menuAt: null })

/** The search for commands opens or closes. */
export const setFinding = (bench: Bench, isFinding: boolean): void => set(bench, { isFinding })

/** Artwork from which stencils are to be taken, in its dialog. */
export const openArtwork = (bench: Bench, artwork: readonly (File | PictureAnswer)[]): void => {
  putArtwork(bench, artwork)
  openDialog(bench, 'artwork')
}

export const closeArtwork = (bench: Bench): void => {
  closeDialog(bench)
  putArtwork(bench, [])
}
