import { WorkerClient } from '@/client/workers/workerClient'
import type { GalleryAnswer, GalleryJob } from '@/client/workers/gallery.worker'

/** Thumbnails that are kept once painted, least recently used going first. */
const MOST_BYTES = 64e6
const BYTES_A_PIXEL = 4
/** Two, so that one template is read while another is painted. */
const AT_ONCE = 2

interface Wish {
  readonly key: string
  readonly job: GalleryJob
  /** The bitmap is the gallery's: it is drawn at once, and not kept. */
  readonly show: (bitmap: ImageBitmap) => void
  readonly fail: () => void
}

const keyOf = ({ template, pictures, width, height }: GalleryJob): string =>
  [template.id, template.version, width, height, ...pictures.map(({ hash }) => hash)].join(' ')

/** Thumbnails of templates, painted by a worker; what is no longer wanted when its turn comes is passed over. */
export class Gallery {
  private readonly client = new WorkerClient<GalleryJob, GalleryAnswer>(
    () => new Worker(new URL('./gallery.worker.ts', import.meta.url), { type: 'module' }),
    { code: 'job-failed', broken: 'The template could not be painted. Try again.' },
  )
  private readonly kept = new Map<string, ImageBitmap>()
  private line: readonly Wish[] = []
  private busy = 0

  /** Gets ready, while the list of templates is still on its way. */
  warm(): void {
    this.client.warm()
  }

  /** Shows a thumbnail, at once if it is known, else when its turn comes; gives what takes the wish back. */
  ask(job: GalleryJob, show: Wish['show'], fail: Wish['fail']): () => void {
    const key = keyOf(job)
    const known = this.kept.get(key)
    if (known) {
      this.kept.delete(key)
      this.kept.set(key, known)
      show(known)
      return () => undefined
    }
    let isWanted = true
    const wish: Wish = { key, job, show: (bitmap) => isWanted && show(bitmap), fail: () => isWanted && fail() }
    this.line = [...this.line, wish]
    void this.work()
    return () => {
      isWanted = false
      this.line = this.line.filter((one) => one !== wish)
    }
  }

  private async work(): Promise<void> {
    const [wish, ...rest] = this.line
    if (!wish || this.busy >= AT_ONCE) return
    this.line = rest
    this.busy += 1
    try {
      const { bitmap } = await this.client.ask(wish.job)
      this.keep(wish.key, bitmap)
      wish.show(bitmap)
    } catch {
      wish.fail()
    } finally {
      this.busy -= 1
      void this.work()
    }
  }

  private keep(key: string, bitmap: ImageBitmap): void {
    this.kept.get(key)?.close()
    this.kept.set(key, bitmap)
    let bytes = [...this.kept.values()].reduce((sum, { width, height }) => sum + width * height * BYTES_A_PIXEL, 0)
    for (const [oldest, old] of this.kept) {
      if (bytes <= MOST_BYTES || oldest === key) return
      bytes -= old.width * old.height * BYTES_A_PIXEL
      this.kept.delete(oldest)
      old.close()
    }
  }
}

let shared: Gallery | null = null

/** The gallery of this page. */
export const gallery = (): Gallery => (shared ??= new Gallery())
