import type { Draft } from 'immer'
import type { Adjustments } from '@/core/adjust/adjustments'
import type { Colour } from '@/core/colour/colour'
import { defineEdit, put } from '@/core/document/edit'
import type { FilePicture, PictureRef } from '@/core/document/types'

/** Gives the project another name. */
export const renameProject = defineEdit<{ readonly name: string }>((draft, { name }) => put(draft, 'name', name))

/** Makes a picture known to the project; one already known stays as it is. */
export const addPicture = defineEdit<{ readonly pictureId: string; readonly picture: PictureRef }>(
  (draft, { pictureId, picture }) => {
    if (!draft.pictures[pictureId])
      draft.pictures[pictureId] = { ...picture, tags: [...picture.tags], pixels: { ...picture.pixels } }
  },
)

/** Keeps the tones of a picture aside that nothing shows any more. */
export const keepTones = defineEdit<{ readonly pictureId: string; readonly tones: Adjustments }>(
  (draft, { pictureId, tones }) => {
    const picture = draft.pictures[pictureId]
    if (picture) put(picture, 'spareTones', tones as Draft<Adjustments>) // a frozen value is stored as it is
  },
)

/**
 * Lets every picture of the project that has one file show another: name, pixels and file change, placements, tags and
 * marked subjects stay.
 */
export const relinkHash = defineEdit<{
  readonly hash: string
  readonly to: Pick<FilePicture, 'name' | 'pixels' | 'hash' | 'clip'>
}>((draft, { hash, to }) => {
  if (hash === to.hash) return
  for (const picture of Object.values(draft.pictures)) {
    if (!('hash' in picture) || picture.hash !== hash) continue
    put(picture, 'name', to.name)
    put(picture, 'hash', to.hash)
    put(picture, 'pixels', { ...to.pixels })
    if (to.clip) put(picture, 'clip', { ...to.clip })
    else delete picture.clip
  }
})

/** Keeps colours for the project, in order; more than it holds are refused by validation. */
export const setColours = defineEdit<{ readonly colours: readonly Colour[] }>((draft, { colours }) =>
  put(draft, 'colours', [...colours]),
)
