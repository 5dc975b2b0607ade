/** Work in processes of its own: its limits, its lanes, its end, and the table of jobs. */
import { describe, expect, it } from '@jest/globals'
import { existsSync } from 'node:fs'
import { readdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { newProject, newSheet } from '@/core/document/create'
import { closeDatabase, database } from '@/server/db/open'
import { JobRow } from '@/server/db/models'
import { LANES } from '@/server/limits'
import { takePicture } from '@/server/pictures/intake'
import { createProject } from '@/server/projects/store'
import { exportsDirectory, temporaryDirectory } from '@/server/storage/files'
import { startExport } from '@/server/useCases/exports'
import { thumbnailFile } from '@/server/useCases/thumbnails'
import { cancelJob, jobFile, jobState, startJob } from '@/server/work/jobs'
import { cancelled, LaneQueue } from '@/server/work/lane'
import { residentMegabytes } from '@/server/work/memory'
import { sharedRun } from '@/server/work/shared'
import { work } from '@/server/work/work'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder } from '@tests/helpers/files'
import { crossingProject, endlessNoise, swollenFace } from '@tests/helpers/hostile'
import { quarters } from '@tests/helpers/images'
import { sampleProject, SHEET } from '@tests/helpers/project'

const folder = useDataFolder()

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))
const until = async (holds: () => Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 1000 && !(await holds()); i += 1) await wait(20)
}

const drawing = (data: string, act: (file: string, to: string) => Promise<unknown>): Promise<void> =>
  inFolder(async (scratch) => {
    const file = path.join(scratch, 'a.svg')
    await writeFile(file, data)
    await act(file, path.join(scratch, 'out'))
  })

describe('work', () => {
  it('that takes too long is ended, in words', () =>
    drawing(endlessNoise().toString(), async (file, to) => {
      const start = performance.now()
      await expect(work('take-drawing', { file, folder: to }, { limits: { ms: 900 } })).rejects.toMatchObject({
        code: 'picture-unreadable',
        message: expect.stringMatching(/too long or too much.*Simplify/),
      })
      expect(performance.now() - start).toBeLessThan(3000)
    }))
  it('that takes too much memory is ended before it has much more', () =>
    inFolder(async (scratch) => {
      const file = path.join(scratch, 'a.woff2')
      await writeFile(file, await swollenFace(900))
      let peak = 0
      const reading = work('read-face', { file }, { limits: { megabytes: 300 }, onPeak: (most) => (peak = most) })
      await expect(reading).rejects.toMatchObject({ code: 'face-unreadable' })
      expect(peak).toBeGreaterThan(300)
      expect(peak).toBeLessThan(500)
    }))
  it('ends when the one who asked goes away, and so does what waits', () =>
    drawing(endlessNoise().toString(), async (file, to) => {
      const stop = new AbortController()
      const all = Array.from({ length: 4 }, (_, i) =>
        work('take-drawing', { file, folder: `${to}-${i}` }, { signal: stop.signal }),
      )
      setTimeout(() => stop.abort(), 500)
      for (const one of await Promise.allSettled(all))
        expect(one).toMatchObject({ status: 'rejected', reason: { code: 'cancelled' } })
      // Its lane is free again.
      const png = await quarters(90, 60).png().toBuffer()
      expect((await takePicture(Readable.from([png]), 'a.png')).width).toBe(90)
      expect(await readdir(temporaryDirectory())).toEqual([])
    }))
  it('knows the memory of a process from the system', async () => {
    const own = await residentMegabytes(process.pid)
    expect(own).toBeGreaterThan(20)
    expect(await residentMegabytes(2 ** 22 - 3)).toBe(0)
  })
})

describe('what runs once at a time', () => {
  it('is shared by all who ask meanwhile, and begins anew afterwards, also after it failed', async () => {
    let runs = 0
    const run = sharedRun(async () => {
      runs += 1
      await wait(20)
      if (runs === 2) throw new TypeError('failed')
      return runs
    })
    expect(await Promise.all([run(), run(), run()])).toEqual([1, 1, 1])
    expect((await Promise.allSettled([run(), run()])).map(({ status }) => status)).toEqual(['rejected', 'rejected'])
    expect(await run()).toBe(3)
  })
})

describe('a lane', () => {
  it('runs so many at a time, in order, and lets so many wait', async () => {
    const lane = new LaneQueue(2, 3)
    let running = 0
    let most = 0
    const order: number[] = []
    const task = (n: number) =>
      lane.run(async () => {
        running += 1
        most = Math.max(most, running)
        order.push(n)
        await wait(20)
        running -= 1
      })
    const all = await Promise.allSettled(Array.from({ length: 7 }, (_, n) => task(n)))
    expect(all.map(({ status }) => status)).toEqual([
      ...Array.from({ length: 5 }, () => 'fulfilled'),
      'rejected',
      'rejected',
    ])
    expect(all.at(-1)).toMatchObject({ reason: { code: 'busy' } })
    expect(most).toBe(2)
    expect(order).toEqual([0, 1, 2, 3, 4])
    // A task that fails gives its place on.
    await expect(lane.run(() => Promise.reject(new TypeError('x')))).rejects.toThrow('x')
    await task(9)
    expect(order.at(-1)).toBe(9)
  })
})

const REQUEST = {
  sheetIds: [SHEET],
  pattern: '{sheet}',
  format: 'png',
  sizing: { by: 'ppi', ppi: 72 },
  quality: 90,
  bleed: false,
} as const

describe('exports', () => {
  it('stand in a table, and can be fetched after the server was started anew', async () => {
    await createProject({ ...sampleProject(), id: 'out' })
    const id = await startExport('out', REQUEST)
    await until(async () => (await jobState(id)).state === 'done')
    const before = await jobState(id)
    expect(before).toMatchObject({ width: 800, height: 600, fileName: 'Sheet-1.png' })
    await until(async () => (await JobRow.findByPk(id))?.state === 'done')
    await closeDatabase()
    expect(await jobState(id)).toEqual(before)
    expect(existsSync((await jobFile(id)).file)).toBe(true)
  })
  it('that were under way when the server ended are said to have been', async () => {
    await database()
    const row = { kind: 'export', projectId: 'out', fileName: 'a.png', bytes: null, width: null, height: null }
    await JobRow.create({ ...row, id: 'cut', state: 'running', message: null, queuedAt: new Date(), endedAt: null })
    await writeFile(path.join(exportsDirectory(), 'cut.part'), 'half')
    await closeDatabase()
    expect(await jobState('cut')).toMatchObject({ state: 'failed', message: expect.stringMatching(/stopped.*again/) })
    expect(await readdir(exportsDirectory())).not.toContain('cut.part')
    await expect(jobFile('cut')).rejects.toMatchObject({ code: 'not-found' })
  })
  it('that hang end by their time, and leave nothing', async () => {
    const job = { kind: 'export', projectId: 'out', fileName: 'a.png' }
    const project = crossingProject(12_000)
    const options = { format: 'png', sizing: { by: 'ppi', ppi: 72 }, quality: 90, bleed: false } as const
    const id = await startJob({
      ...job,
      run: (out, watch) =>
        work(
          'export',
          { project, parts: [{ sheetId: 's' }], options, files: {}, out },
          { ...watch, limits: { ms: 800 } },
        ),
    })
    await until(async () => ['failed', 'done'].includes((await jobState(id)).state))
    expect(await jobState(id)).toMatchObject({ state: 'failed', message: expect.stringMatching(/too long.*lower/) })
    expect((await readdir(exportsDirectory())).filter((name) => name.startsWith(id))).toEqual([])
  })
  it('can be cancelled while they wait and while they run; one too many is refused in words', async () => {
    const hang = { kind: 'export', projectId: 'out', fileName: 'a.png' }
    const run = (_out: string, { signal, onStart }: Parameters<Parameters<typeof startJob>[0]['run']>[1]) => {
      onStart?.()
      return new Promise<never>((_resolve, reject) => signal?.addEventListener('abort', () => reject(cancelled())))
    }
    const still = (): Promise<never> => new Promise(() => undefined)
    const running = await startJob({ ...hang, run })
    expect((await jobState(running)).state).toBe('running')
    await cancelJob(running)
    expect(await jobState(running)).toEqual({ state: 'cancelled' })
    const ids = await Promise.all(Array.from({ length: LANES.output.waiting }, () => startJob({ ...hang, run: still })))
    await expect(startJob({ ...hang, run: still })).rejects.toMatchObject({
      code: 'busy',
      message: expect.stringMatching(/20 exports wait already/),
    })
    for (const id of ids) await cancelJob(id)
    expect(await jobState(ids[0] ?? '')).toEqual({ state: 'cancelled' })
    await expect(jobState('none')).rejects.toMatchObject({ code: 'not-found' })
  })
  it('of what would be too large are refused before anything is painted', async () => {
    const huge = newSheet('big', 'Big', { unit: 'px', size: { w: 14400, h: 14400 }, ppi: 72, bleed: 0 })
    await createProject(newProject('huge', 'Huge', huge))
    await expect(
      startExport('huge', { ...REQUEST, sheetIds: ['big'], sizing: { by: 'ppi', ppi: 300 } }),
    ).rejects.toMatchObject({
      code: 'too-large',
    })
  })
})

describe('thumbnails', () => {
  it('asked for many times at once are painted once; those who go away end nothing for the others', async () => {
    await createProject({ ...sampleProject(), id: 'small' })
    const stop = new AbortController()
    const gone = thumbnailFile('small', stop.signal).catch(() => 'gone')
    const others = Array.from({ length: 3 }, () => thumbnailFile('small'))
    setTimeout(() => stop.abort(), 5)
    const files = await Promise.all(others)
    expect(new Set(files).size).toBe(1)
    expect(existsSync(files[0] ?? '')).toBe(true)
    await gone
    expect((await readdir(path.join(folder(), 'thumbnails'))).filter((name) => name.startsWith('small-'))).toHaveLength(
      1,
    )
  })
})
