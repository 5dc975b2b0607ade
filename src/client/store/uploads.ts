import { hashOf } from '@/core/document/sheetPictures'
import type { PictureAnswer } from '@/contract/api'
import { listPictures } from '@/core/document/library'
import { relinkHash } from '@/core/document/edits/project'
import { pictureUses } from '@/core/document/roots'
import type { Project } from '@/core/document/types'
import { newClip } from '@/core/film/clip'
import { isFailure } from '@/core/failure'
import { isClipFile } from '@/client/clips/kinds'
import { sendClip } from '@/client/store/clipSending'
import { ApiError, api, sendFile } from '@/client/http/api'
import { Landings, type Landing } from '@/client/store/landing'
import { forgetMissing } from '@/client/stage/images'
import { say } from '@/client/store/notices'
import type { Bench } from '@/client/store/bench'
import type { Upload } from '@/client/store/state'
import { putMarked, putUploads, putPictures, showTab, endReadingPictures } from '@/client/store/slices/supplies'
import { speak } from '@/client/store/slices/notices'

const SIDE_BY_SIDE = 3

/** Bytes that the server takes for one picture; larger files are refused before they are sent. */
const MOST_BYTES = 60 * 1024 * 1024

let uploads = 0

const change = (bench: Bench, id: number, next: Partial<Upload>): void =>
  putUploads(
    bench,
    bench.get().uploads.map((upload) => (upload.id === id ? { ...upload, ...next } : upload)),
  )

export const dismissUpload = (bench: Bench, id: number): void =>
  putUploads(
    bench,
    bench.get().uploads.filter((upload) => upload.id !== id),
  )

export const addToLibrary = (bench: Bench, picture: PictureAnswer): void => {
  const rest = bench.get().pictures.filter((held) => held.hash !== picture.hash)
  putPictures(bench, [picture, ...rest])
}

/** Puts a file into the library: a clip with its first picture, or a picture. */
const sendWhole = async (bench: Bench, id: number, file: File): Promise<PictureAnswer> => {
  const tell = (next: Partial<Upload>): void => change(bench, id, next)
  if (await isClipFile(file)) {
    const { picture, notes } = await sendClip(file, tell)
    if (notes.length) say(bench, `${picture.name}: ${notes.join(' ')}`)
    return picture
  }
  if (file.size > MOST_BYTES)
    throw new ApiError(413, {
      code: 'too-large',
      message: `The file is larger than ${MOST_BYTES / 1024 / 1024} MB. Make it smaller and add it again.`,
    })
  const sending = sendFile<PictureAnswer>(
    `/pictures?name=${encodeURIComponent(file.name.slice(0, 200))}`,
    file,
    (share) => tell(share < 1 ? { share } : { share, state: 'reading' }),
  )
  return sending.done
}

const sendOne = async (bench: Bench, id: number, file: File): Promise<PictureAnswer | null> => {
  try {
    const picture = await sendWhole(bench, id, file)
    addToLibrary(bench, picture)
    dismissUpload(bench, id)
    return picture
  } catch (error) {
    const message =
      error instanceof ApiError || isFailure(error) ? error.message : 'The picture could not be added. Try it again.'
    change(bench, id, { state: 'failed', message })
    say(bench, `${file.name}: ${message}`, 'fault')
    return null
  }
}

/**
 * Adds files to the library, several at once with progress for each, which the supplies show. With a landing they go on
 * the sheet in the order of the files, each as soon as it and those before it are in.
 */
export const addFiles = async (bench: Bench, files: readonly File[], landing: Landing | null = null): Promise<void> => {
  const entries = files.map((file) => {
    uploads += 1
    const upload: Upload = { id: uploads, name: file.name, share: 0, state: 'sending' }
    return { file, upload }
  })
  putUploads(bench, [...bench.get().uploads, ...entries.map((entry) => entry.upload)])
  showTab(bench, 'Pictures')
  const landings = landing && new Landings(bench, landing, files.length)
  const came: (PictureAnswer | null | undefined)[] = entries.map(() => undefined)
  let landed = 0
  const land = (): void => {
    for (let next = came[landed]; next !== undefined; next = came[landed]) {
      landed += 1
      if (next) landings?.put(next)
    }
  }
  const waiting = [...entries]
  let added = 0
  const work = async (): Promise<void> => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const picture = await sendOne(bench, next.upload.id, next.file)
      if (picture) added += 1
      came[entries.indexOf(next)] = picture
      land()
    }
  }
  await Promise.all(Array.from({ length: SIDE_BY_SIDE }, work))
  landings?.end()
  const several = came.flatMap((picture) => picture?.hash ?? [])
  // Several that were only added are chosen already: one press fills with them.
  if (!landing && several.length > 1) putMarked(bench, several)
  if (added) speak(bench, `${added} ${added === 1 ? 'picture' : 'pictures'} added`)
}

/**
 * Takes a missing picture from a file again. The same file brings it back everywhere; another file takes its place in
 * this project.
 */
export const relinkPicture = async (bench: Bench, hash: string, file: File): Promise<void> => {
  uploads += 1
  const upload: Upload = { id: uploads, name: file.name, share: 0, state: 'sending' }
  putUploads(bench, [...bench.get().uploads, upload])
  const picture = await sendOne(bench, upload.id, file)
  if (!picture) return
  if (picture.hash !== hash)
    bench.commit('Find picture again', (project) =>
      relinkHash.record(project, {
        hash,
        to: {
          name: picture.name,
          hash: picture.hash,
          pixels: { w: picture.width, h: picture.height },
          ...(picture.clip ? { clip: newClip(picture.clip) } : {}),
        },
      }),
    )
  forgetMissing(picture.hash)
  say(
    bench,
    picture.hash === hash ? 'The picture is back.' : `${picture.name} stands in its place. Undo takes it back.`,
  )
}

/** How often a project uses each picture, by the picture's hash. */
export const usesByHash = (project: Project): ReadonlyMap<string, number> => {
  const uses = new Map<string, number>()
  for (const [id, count] of pictureUses(project)) {
    const hash = hashOf(project.pictures[id])
    if (hash) uses.set(hash, (uses.get(hash) ?? 0) + count)
  }
  return uses
}

/** Reads the library anew, recently used pictures first. */
export const loadPictures = async (bench: Bench): Promise<void> => {
  const before = new Set(bench.get().pictures.map(({ hash }) => hash))
  try {
    const listed = listPictures(await api.pictures(), { search: '', sort: 'recent', use: 'all' }, new Set())
    const known = new Set([...before, ...listed.map(({ hash }) => hash)])
    // What came in while the list was on its way is not on it.
    const added = bench.get().pictures.filter(({ hash }) => !known.has(hash))
    putPictures(bench, [...added, ...listed])
  } catch (error) {
    say(
      bench,
      error instanceof ApiError ? error.message : 'The pictures could not be listed. Reload the page.',
      'fault',
    )
  }
  endReadingPictures(bench)
}
