import type { ClipAnswer, PictureAnswer } from '@/contract/api'
import { labelledPng } from '@/core/formats/pngFilm'
import { ApiError, sendFile } from '@/client/http/api'
import type { Upload } from '@/client/store/state'
import { isClipFile } from '@/client/clips/kinds'
import { clipFacts } from '@/client/workers/clips'

export { isClipFile }

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
export const sendStill = async (
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
 * Puts a clip into the library with its first picture, and tells in words what is left out of it or shown otherwise. It is
 * read here before it is sent: what this browser can't play is refused at once. Throws in words.
 */
export const sendClip = async (
  file: File,
  tell: (next: Partial<Upload>) => void,
): Promise<{ readonly picture: PictureAnswer; readonly notes: readonly string[] }> => {
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
  return { picture, notes: facts.notes }
}
