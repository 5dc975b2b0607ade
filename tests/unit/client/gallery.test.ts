import { afterEach, beforeEach, describe, expect, it } from '@jest/globals'
import { Gallery } from '@/client/workers/gallery'
import type { GalleryJob } from '@/client/workers/gallery.worker'
import type { Request } from '@/client/workers/workerClient'

/** A worker that answers when it is told to. */
class FakeWorker {
  static all: FakeWorker[] = []
  onmessage: ((event: { data: unknown }) => void) | null = null
  readonly asked: Request<GalleryJob>[] = []
  constructor() {
    FakeWorker.all.push(this)
  }
  postMessage(request: Request<GalleryJob>): void {
    this.asked.push(request)
  }
  terminate(): void {
    this.asked.length = 0
  }
}

const before = globalThis.Worker

beforeEach(() => {
  FakeWorker.all = []
  globalThis.Worker = FakeWorker as unknown as typeof Worker // as much of it as is used
})
afterEach(() => {
  globalThis.Worker = before
})

const job = (id: string, side = 100): GalleryJob => ({
  template: { id, version: 1 },
  pictures: [],
  width: side,
  height: side,
})

const soon = (): Promise<void> => new Promise((done) => setTimeout(done, 0))

const started = () => {
  const gallery = new Gallery()
  const shown: string[] = []
  const closed: string[] = []
  const ask = (id: string, side?: number) =>
    gallery.ask(
      job(id, side),
      () => shown.push(id),
      () => shown.push(`${id} failed`),
    )
  const worker = (): FakeWorker => FakeWorker.all[0] as FakeWorker // started by the first wish
  const answer = async (failed = false): Promise<void> => {
    const request = worker().asked.shift()
    if (!request) throw new TypeError('nothing was asked')
    const { width, height, template } = request.job
    const bitmap = { width, height, close: () => closed.push(template.id) }
    worker().onmessage?.({ data: failed ? { id: request.id, failed: 'no' } : { id: request.id, answer: { bitmap } } })
    await soon()
  }
  return { ask, answer, worker, shown, closed }
}

describe('thumbnails of the gallery', () => {
  it('are asked for two at once, in their order', async () => {
    const { ask, answer, worker, shown } = started()
    for (const id of ['a', 'b', 'c', 'd']) ask(id)
    expect(worker().asked.map((one) => one.job.template.id)).toEqual(['a', 'b'])
    await answer()
    expect(worker().asked.map((one) => one.job.template.id)).toEqual(['b', 'c'])
    for (let i = 0; i < 3; i += 1) await answer()
    expect(shown).toEqual(['a', 'b', 'c', 'd'])
  })
  it('that are no longer in sight are passed over, and do not show when they come', async () => {
    const { ask, answer, worker, shown } = started()
    const leave = ['a', 'b', 'c', 'd'].map((id) => ask(id))
    leave[0]?.()
    leave[2]?.()
    await answer()
    await answer()
    expect(worker().asked.map((one) => one.job.template.id)).toEqual(['d'])
    await answer()
    expect(shown).toEqual(['b', 'd'])
  })
  it('are kept: shown at once the next time, also one that had been left', async () => {
    const { ask, answer, worker, shown } = started()
    ask('a')()
    await answer()
    expect(shown).toEqual([])
    ask('a')
    expect(shown).toEqual(['a'])
    expect(worker().asked).toHaveLength(0)
    // Of another size it is another thumbnail.
    ask('a', 200)
    expect(worker().asked).toHaveLength(1)
  })
  it('go when there are too many, the one longest unused first', async () => {
    const { ask, answer, closed } = started()
    // 16 MB each: four are kept.
    for (const id of ['a', 'b', 'c', 'd']) ask(id, 2000)
    for (let i = 0; i < 4; i += 1) await answer()
    ask('a', 2000)
    ask('e', 2000)
    await answer()
    expect(closed).toEqual(['b'])
  })
  it('that cannot be painted are said to be, and asked for anew the next time', async () => {
    const { ask, answer, worker, shown } = started()
    ask('a')
    await answer(true)
    expect(shown).toEqual(['a failed'])
    ask('a')
    expect(worker().asked).toHaveLength(1)
  })
})
