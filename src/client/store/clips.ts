import { filePicture } from '@/core/document/sheetPictures'
import { changedClip, setClip, type ClipChange } from '@/core/document/edits/film'
import type { ClipAnswer, PictureAnswer } from '@/contract/api'
import { isFailure } from '@/core/failure'
import { labelledPng } from '@/core/formats/pngFilm'
import { ApiError, sendFile } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import type { Upload } from '@/client/store/state'
import { clipFacts, clipStill } from '@/client/workers/clips'

export type { ClipChange }

/** Bytes that the server takes for one clip; larger files are refused before they are read. */
const MOST_BYTES = 300 * 1024 * 1024

const tooLarge = (): ApiError =>
  new ApiError(413, {
    code: 'too-large',
    message: `The clip is larger than ${MOST_BYTES / 1024 / 1024} MB. Make it shorter or smaller and add it again.`,
  })

interface StillOf {
  readonly file: string
  readonly duration: number
  readonly rate: number
}

/**
 * Keeps a picture as a still of a clip; `isListed` where it stands for the clip in the library. Its file says of which: many
 * clips begin black, and pictures are told from one another by their content.
 */
const sendStill = async (
  still: Blob,
  at: number,
  name: string,
  { file, duration, rate }: StillOf,
  isListed: boolean,
): Promise<PictureAnswer> => {
  const png = labelledPng(new Uint8Array(await still.arrayBuffer()), 'Clip', `${file} ${at}`)
  const query = new URLSearchParams({ name, clip: file, duration: String(duration), rate: String(rate) })
  if (isListed) query.set('listed', '1')
  return sendFile<PictureAnswer>(
    `/pictures?${query.toString()}`,
    new Blob([png as Uint8Array<ArrayBuffer>]),
    () => undefined,
  ).done
}

/**
 * Puts a clip into the library with its first picture. It is read here before it is sent: what this browser can't play is
 * refused at once. Throws in words.
 */
export const sendClip = async (
  bench: Bench,
  file: File,
  tell: (next: Partial<Upload>) => void,
): Promise<PictureAnswer> => {
  if (file.size > MOST_BYTES) throw tooLarge()
  tell({ state: 'reading' })
  const { facts, still } = await clipFacts(file)
  const name = file.name.slice(0, 200)
  const sending = sendFile<ClipAnswer>(`/clips?name=${encodeURIComponent(name)}`, file, (share) =>
    tell({ share, state: 'sending' }),
  )
  tell({ state: 'sending', share: 0, cancel: sending.cancel })
  const kept = await sending.done
  const picture = kept.picture ?? (await sendStill(still, 0, name, { ...facts, file: kept.file }, true))
  if (facts.notes.length) say(bench, `${picture.name}: ${facts.notes.join(' ')}`)
  return picture
}

/** Lets a clip of the project play otherwise, as one step of a burst while a hand drags. */
export const slideClip = (bench: Bench, pictureId: string, step: string, change: ClipChange): void =>
  bench.burst(`clip-${pictureId}-${step}`, step, setClip.record(shownProject(bench.get()), { pictureId, change }))

/** Lets a clip of the project play otherwise. */
export const changeClip = (bench: Bench, pictureId: string, step: string, change: ClipChange): void => {
  bench.endBurst()
  bench.commit(step, (project) => setClip.record(project, { pictureId, change }))
}

/** Lets stills show another moment of a clip: its picture is kept first, so that whatever knows no time can show it. */
export const chooseStill = async (bench: Bench, pictureId: string, at: number): Promise<void> => {
  const picture = filePicture(bench.get().project.pictures[pictureId])
  const clip = picture?.clip
  if (!picture || !clip) return
  const { still } = changedClip(clip, { still: at })
  try {
    const kept = await sendStill(await clipStill(clip, still), still, picture.name, clip, false)
    bench.commit('Still of a clip', (project) =>
      setClip.record(project, { pictureId, change: { still }, hash: kept.hash }),
    )
    say(bench, 'Stills and exports of pictures show this moment now.')
  } catch (error) {
    const words =
      error instanceof ApiError || isFailure(error) ? error.message : 'The still could not be kept. Try again.'
    say(bench, words, 'fault')
  }
}
