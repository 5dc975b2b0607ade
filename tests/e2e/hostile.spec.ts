/**
 * A server of its own is sent what is made to hang it, fill its memory or kill it. After each it answers a picture within a
 * second, and its memory comes back to within 100 MB of what it was.
 */
import { mkdirSync, realpathSync } from 'node:fs'
import path from 'node:path'
import sharp from 'sharp'
import type { PictureAnswer } from '@/contract/api'
import { WORK_LIMITS } from '@/server/limits'
import {
  commentsBeforeNothing,
  crossingProject,
  endlessNoise,
  manyAddresses,
  manyBlurs,
  nestedMasks,
  swollenFace,
  widePng,
} from '../helpers/hostile'
import { sampleProject, SHEET } from '../helpers/project'
import { ServerProcess, wait } from '../helpers/serverProcess'
import { expect, test } from './fixture'

const PORT = 3281

interface Outcome {
  readonly status: number
  readonly message: string
  /** The most memory that a process of work was seen to have. */
  readonly peak: number
}

/** Sends something, watching the memory of what works on it. */
const sent = async (server: ServerProcess, address: string, body: Buffer | string): Promise<Outcome> => {
  let peak = 0
  let isOver = false
  const watching = (async () => {
    for (; !isOver; await wait(25)) peak = Math.max(peak, ...server.workers().map(({ megabytes }) => megabytes))
  })()
  const response = await fetch(`${server.base}/api${address}`, {
    method: 'POST',
    body: typeof body === 'string' ? body : new Uint8Array(body),
  })
  const answer = (await response.json()) as { readonly message?: string }
  isOver = true
  await watching
  return { status: response.status, message: answer.message ?? '', peak }
}

const MARGIN = 250

test.describe('a server that is attacked', () => {
  test.describe.configure({ mode: 'serial' })
  let server: ServerProcess
  let kite: PictureAnswer
  let data = ''
  let before = 0

  const answersSoon = async (): Promise<void> => {
    const start = performance.now()
    const response = await fetch(`${server.base}/api/pictures/${kite.hash}/levels/0`)
    expect(response.status).toBe(200)
    expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(100)
    expect(performance.now() - start).toBeLessThan(1000)
    await expect.poll(() => server.megabytes(), { timeout: 30_000 }).toBeLessThan(before + 100)
  }

  test.beforeAll(async () => {
    data = path.resolve('test-results', 'data-attacked')
    mkdirSync(data, { recursive: true })
    server = await ServerProcess.start(PORT, data)
    const picture = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#a63' } })
      .jpeg()
      .toBuffer()
    kite = await server.call<PictureAnswer>('/pictures?name=kite.jpg', 'POST', new Uint8Array(picture))
    await server.call('/projects', 'POST', JSON.stringify({ document: sampleProject() }))
    before = server.megabytes()
  })
  test.afterAll(() => server.kill())
  test.afterEach(answersSoon)

  test('by 211 bytes of comments', async () => {
    const bytes = commentsBeforeNothing()
    expect(bytes.length).toBe(211)
    const start = performance.now()
    expect(await sent(server, '/pictures?name=a.svg', bytes)).toMatchObject({ status: 415 })
    expect(performance.now() - start).toBeLessThan(3000)
  })

  test('by 40,000 addresses in a style', async () => {
    const start = performance.now()
    expect(await sent(server, '/pictures?name=a.svg', manyAddresses())).toMatchObject({ status: 201 })
    expect(performance.now() - start).toBeLessThan(5000)
  })

  for (const [what, make] of [
    ['noise of 2,000 octaves', endlessNoise],
    ['masks within masks', nestedMasks],
    ['blurs of blurs', manyBlurs],
  ] as const)
    test(`by a drawing of ${what}, which ends within its time and memory`, async () => {
      const start = performance.now()
      const { status, message, peak } = await sent(server, '/pictures?name=a.svg', make())
      console.log(`${what}: ${status} after ${Math.round(performance.now() - start)} ms, ${Math.round(peak)} MB`)
      // It may be painted, if that takes no more than it may.
      if (status !== 201) expect(message).toMatch(/too long or too much memory.*Simplify/)
      expect(performance.now() - start).toBeLessThan(WORK_LIMITS.drawing.ms + 15_000)
      expect(peak).toBeLessThan(WORK_LIMITS.drawing.megabytes + MARGIN)
    })

  test('by a PNG of 119 megapixels in some kilobytes', async () => {
    const bytes = widePng()
    expect(bytes.length).toBeLessThan(25_000)
    const { status, peak } = await sent(server, '/pictures?name=wide.png', bytes)
    console.log(`119 megapixels: ${status}, ${Math.round(peak)} MB`)
    expect([201, 422]).toContain(status)
    expect(peak).toBeLessThan(WORK_LIMITS.picture.megabytes + MARGIN)
  })

  test('by a typeface that swells to gigabytes', async () => {
    const bytes = await swollenFace(900)
    expect(bytes.length).toBeLessThan(20_000)
    const { status, message, peak } = await sent(server, '/faces', bytes)
    console.log(`typeface: ${status}, ${Math.round(peak)} MB`)
    expect(status).toBe(415)
    expect(message).toMatch(/typeface/)
    expect(peak).toBeLessThan(WORK_LIMITS.face.megabytes + MARGIN)
  })

  test('by an outline that crosses itself 4,800 times, while others are answered', async () => {
    const { id } = await server.call<{ id: string }>(
      '/projects',
      'POST',
      JSON.stringify({ document: crossingProject() }),
    )
    const thumbnail = fetch(`${server.base}/api/projects/${id}/thumbnail`)
    await wait(1500)
    const start = performance.now()
    expect((await fetch(`${server.base}/api/pictures/${kite.hash}/levels/0`)).status).toBe(200)
    expect((await fetch(`${server.base}/api/projects/${id}`)).status).toBe(200)
    expect(performance.now() - start).toBeLessThan(1000)
    expect([200, 500]).toContain((await thumbnail).status)
  })

  test('by a length of millions, by which a list would be filled with nothing', async () => {
    const { id } = await server.call<{ id: string }>('/projects', 'POST', JSON.stringify({ document: sampleProject() }))
    const path = ['sheets', SHEET, 'order', 'length']
    const step = {
      id: 's-long',
      kind: 'do',
      name: 'Long',
      forward: [{ op: 'replace', path, value: 3_000_000 }],
      inverse: [],
    }
    const { status, message } = await sent(server, `/projects/${id}/steps`, JSON.stringify({ base: 0, steps: [step] }))
    expect(status).toBe(422)
    expect(message).toMatch(/does not fit the project/)
  })

  test('by senders that go away: what works for them ends', async () => {
    const stop = new AbortController()
    const gone = fetch(`${server.base}/api/pictures?name=a.svg`, {
      method: 'POST',
      body: new Uint8Array(endlessNoise()),
      signal: stop.signal,
    }).catch(() => 'gone')
    await expect.poll(() => server.workers().length, { intervals: [50] }).toBeGreaterThan(0)
    const busy = server.workers().map(({ pid }) => pid)
    await wait(700)
    stop.abort()
    expect(await gone).toBe('gone')
    // Those that wait for their next work may stay; the one that was at it has ended.
    await expect
      .poll(() => server.workers().filter(({ pid }) => busy.includes(pid)).length, { timeout: 10_000 })
      .toBeLessThan(busy.length)
  })

  test('by a second server on its data folder, which is refused and says why', async () => {
    await expect(ServerProcess.start(PORT + 1, data)).rejects.toThrow(
      /ended with 1: .*in use by another server of this program \(process \d+\).*EAGER_STENCIL_DATA/s,
    )
  })

  test('by questions for the head alone, and by answers that nobody reads: no file stays open', async () => {
    const large = await sharp({
      create: {
        width: 2600,
        height: 2600,
        channels: 3,
        background: '#777',
        noise: { type: 'gaussian', mean: 120, sigma: 60 },
      },
    })
      .png()
      .toBuffer()
    const { hash } = await server.call<PictureAnswer>('/pictures?name=large.png', 'POST', new Uint8Array(large))
    const address = `${server.base}/api/pictures/${hash}/levels/0`
    for (let i = 0; i < 40; i += 1) expect((await fetch(address, { method: 'HEAD' })).status).toBe(200)
    for (let i = 0; i < 20; i += 1) {
      const stop = new AbortController()
      const response = await fetch(address, { signal: stop.signal })
      expect(response.status).toBe(200)
      stop.abort()
    }
    const below = realpathSync(path.join(data, 'pictures'))
    await expect.poll(() => server.openFilesBelow(below), { timeout: 10_000 }).toEqual([])
  })
})
