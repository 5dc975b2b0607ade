import type { ClipFile } from '@/core/film/clip'
import { clipUrl } from '@/client/http/api'
import type { ClipJob, ClipRead, ClipReply, FoundClip, PictureWish, PlayedPicture } from '@/client/workers/clips.worker'
import { WorkerClient } from '@/client/workers/workerClient'

/** What is read at the bench: pictures that play never wait behind stills, nor behind a file that comes in. */
const startClient = (): WorkerClient<ClipJob, ClipReply> =>
  new WorkerClient(() => new Worker(new URL('./clips.worker.ts', import.meta.url), { type: 'module' }), {
    code: 'picture-unreadable',
    broken: 'The clip could not be read: this browser has no memory left. Close other pages and try again.',
  })

const clients: { playing?: WorkerClient<ClipJob, ClipReply>; reading?: WorkerClient<ClipJob, ClipReply> } = {}

const readAs = ({ file, container }: Pick<ClipFile, 'file' | 'container'>): ClipRead => ({
  file,
  container,
  // A worker's own address is no base for one that begins at the root.
  url: new URL(clipUrl(file), location.origin).href,
})

/** What a chosen file is, with its first picture as PNG. Throws in words where it can't be shown. */
export const clipFacts = async (blob: Blob): Promise<FoundClip> =>
  (await (clients.reading ??= startClient()).ask({ kind: 'facts', blob })) as FoundClip // what such a job is answered

/** One picture of a clip, as large as it is, as PNG. Throws in words. */
export const clipStill = async (clip: Pick<ClipFile, 'file' | 'container'>, at: number): Promise<Blob> => {
  const job: ClipJob = { kind: 'still', clip: readAs(clip), at }
  return ((await (clients.reading ??= startClient()).ask(job)) as { readonly still: Blob }).still // likewise
}

/** One picture of a clip to be painted. Throws in words. */
export const clipPicture = async (
  clip: Pick<ClipFile, 'file' | 'container'>,
  at: number,
  wish: PictureWish,
): Promise<PlayedPicture> =>
  (await (clients.playing ??= startClient()).ask({ kind: 'picture', clip: readAs(clip), at, ...wish })) as PlayedPicture // likewise
