import type { PictureAnswer } from '@/contract/api'
import { ApiError, api, sendFile } from '@/client/http/api'
import { fillFrame } from '@/client/store/actions'
import { say } from '@/client/store/notices'
import type { Bench } from '@/client/store/benchStore'
import type { Upload } from '@/client/store/state'

const SIDE_BY_SIDE = 3

/** Bytes that the server takes for one picture; larger files are refused before they are sent. */
const MOST_BYTES = 60 * 1024 * 1024

let uploads = 0

const change = (bench: Bench, id: number, next: Partial<Upload>): void =>
  bench.set({ uploads: bench.get().uploads.map((upload) => (upload.id === id ? { ...upload, ...next } : upload)) })

export const dismissUpload = (bench: Bench, id: number): void =>
  bench.set({ uploads: bench.get().uploads.filter((upload) => upload.id !== id) })

const addToLibrary = (bench: Bench, picture: PictureAnswer): void => {
  const rest = bench.get().pictures.filter((held) => held.hash !== picture.hash)
  bench.set({ pictures: [picture, ...rest] })
}

const sendOne = async (bench: Bench, id: number, file: File): Promise<PictureAnswer | null> => {
  try {
    if (file.size > MOST_BYTES)
      throw new ApiError(413, {
        code: 'too-large',
        message: `The file is larger than ${MOST_BYTES / 1024 / 1024} MB. Make it smaller and add it again.`,
      })
    const sending = sendFile<PictureAnswer>(
      `/pictures?name=${encodeURIComponent(file.name.slice(0, 200))}`,
      file,
      (share) => change(bench, id, share < 1 ? { share } : { share, state: 'reading' }),
    )
    const picture = await sending.done
    addToLibrary(bench, picture)
    dismissUpload(bench, id)
    return picture
  } catch (error) {
    const message = error instanceof ApiError ? error.message : 'The picture could not be added. Try it again.'
    change(bench, id, { state: 'failed', message })
    say(bench, `${file.name}: ${message}`, 'fault')
    return null
  }
}

/** Adds files to the library, several at once with progress for each. The first fills `frameId`, if given. */
export const addFiles = async (bench: Bench, files: readonly File[], frameId: string | null = null): Promise<void> => {
  const entries = files.map((file) => {
    uploads += 1
    const upload: Upload = { id: uploads, name: file.name, share: 0, state: 'sending' }
    return { file, upload }
  })
  bench.set({ uploads: [...bench.get().uploads, ...entries.map((entry) => entry.upload)] })
  const waiting = [...entries]
  let added = 0
  const work = async (): Promise<void> => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const picture = await sendOne(bench, next.upload.id, next.file)
      if (!picture) continue
      added += 1
      if (frameId !== null && next === entries[0]) fillFrame(bench, frameId, picture)
    }
  }
  await Promise.all(Array.from({ length: SIDE_BY_SIDE }, work))
  if (added) bench.set({ spoken: `${added} ${added === 1 ? 'picture' : 'pictures'} added` })
}

/** Reads the library anew. */
export const loadPictures = async (bench: Bench): Promise<void> => {
  try {
    bench.set({ pictures: await api.pictures() })
  } catch (error) {
    say(
      bench,
      error instanceof ApiError ? error.message : 'The pictures could not be listed. Reload the page.',
      'fault',
    )
  }
}
