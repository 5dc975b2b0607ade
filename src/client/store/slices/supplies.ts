import type { KeptStyle } from '@/contract/styles'
import type { PictureSupply } from '@/client/store/libraryPictures'
import type { FaceAnswer, KeptStencil, PictureAnswer, TemplateAnswer } from '@/contract/api'
import type { Bench } from '@/client/store/bench'
import type { PictureScope, SuppliesSlice, SuppliesTab, TemplateUse, Upload } from '@/client/store/state'

export const FIRST_SUPPLIES: SuppliesSlice = {
  pictures: [],
  arePicturesRead: false,
  uploads: [],
  marked: [],
  matched: '',
  kept: [],
  styles: [],
  templates: null,
  templateUse: 'add',
  artwork: [],
  faces: [],
  letterFace: null,
  letterText: 'Kites',
  pictureScope: 'all',
  suppliesTab: 'Pictures',
  forSeveral: null,
  alphabetPanel: null,
}

const set = (bench: Bench, change: Partial<SuppliesSlice>): void => bench.store.setState(change)

export const showTab = (bench: Bench, suppliesTab: SuppliesTab): void => set(bench, { suppliesTab })

/** Which pictures the supplies show. */
export const showPictures = (bench: Bench, pictureScope: PictureScope): void => set(bench, { pictureScope })

export const putPictures = (bench: Bench, pictures: readonly PictureAnswer[]): void => set(bench, { pictures })

/** The pictures of the library have been read, or could not be. */
export const endReadingPictures = (bench: Bench): void => set(bench, { arePicturesRead: true })

export const putUploads = (bench: Bench, uploads: readonly Upload[]): void => set(bench, { uploads })

/** Hashes of pictures marked for a set, in the order in which they were marked. */
export const putMarked = (bench: Bench, marked: readonly string[]): void => set(bench, { marked })

/** What was matched last: the ids, joined. */
export const noteMatched = (bench: Bench, matched: string): void => set(bench, { matched })

export const putStyles = (bench: Bench, styles: readonly KeptStyle[]): void => set(bench, { styles })

export const putKept = (bench: Bench, kept: readonly KeptStencil[]): void => set(bench, { kept })

/** What a press on a template does from now on. */
export const setTemplateUse = (bench: Bench, templateUse: TemplateUse): void => set(bench, { templateUse })

export const putTemplates = (bench: Bench, templates: readonly TemplateAnswer[]): void => set(bench, { templates })

/** Files of artwork from which stencils are to be taken. */
export const putArtwork = (bench: Bench, artwork: readonly (File | PictureAnswer)[]): void => set(bench, { artwork })

export const putFaces = (bench: Bench, faces: readonly FaceAnswer[]): void => set(bench, { faces })

/** The face that new letters are set in. */
export const chooseFace = (bench: Bench, letterFace: string): void => set(bench, { letterFace })

/** The text that new letters are made of. */
export const writeLetters = (bench: Bench, letterText: string): void => set(bench, { letterText })

/** A picture pressed while several frames are selected, until it is told how they take it. */
export const askForSeveral = (bench: Bench, forSeveral: PictureSupply | null): void => set(bench, { forSeveral })

/** The panel of alphabets, with the set it is about; null closes it. */
export const openAlphabets = (bench: Bench, alphabetPanel: SuppliesSlice['alphabetPanel']): void =>
  set(bench, { alphabetPanel })
