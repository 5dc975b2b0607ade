/** Projects that cannot be read as they were saved, and what may be saved. */
import { describe, expect, it, jest } from '@jest/globals'
import { readFile, rm } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import { moveItems } from '@/core/document/edits/items'
import type { LoggedStep, Patch } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { isFailure } from '@/core/failure'
import { ProjectRow, SnapshotRow, StepRow } from '@/server/db/models'
import { takePicture } from '@/server/pictures/intake'
import { snapshotsWritten } from '@/server/projects/snapshots'
import { appendSteps, createProject, historyOf, openProject, openProjectAt } from '@/server/projects/store'
import { removePicture, usesOfPicture } from '@/server/useCases/library'
import { duplicateProject, openWithHistory } from '@/server/useCases/projects'
import { thumbnailFile } from '@/server/useCases/thumbnails'
import { writeBundle } from '@/server/useCases/bundles'
import { startAnew, useDataFolder } from '@tests/helpers/dataFolder'
import { quarters } from '@tests/helpers/images'
import { SEED } from '@tests/helpers/property'
import { pictureRef, sampleProject, SHEET } from '@tests/helpers/project'
import { anyStep, randomFrom } from '@tests/helpers/randomSteps'
import { sweep } from '@tests/helpers/sweep'

const folder = useDataFolder()

let made = 0
const fresh = async (change: (project: Project) => Project = (p) => p): Promise<Project> => {
  made += 1
  return (await createProject(change({ ...sampleProject(), id: `m-${made}` }))).project
}

const logged = (id: string, forward: readonly Patch[], name = 'Change'): LoggedStep => ({
  id,
  kind: 'do',
  name,
  forward,
  inverse: [],
})

const moved = (project: Project, id: string): { readonly step: LoggedStep; readonly project: Project } => {
  const recorded = moveItems.record(project, { sheetId: SHEET, ids: ['f-1'], delta: { x: 1, y: 0 } })
  return {
    step: { id, kind: 'do', name: 'Move frame', forward: recorded.forward, inverse: recorded.inverse },
    project: recorded.project,
  }
}

const finish = (id: string) => ({ id, name: id, category: '', layers: [] })

describe('a step that would break the whole', () => {
  it.each([
    ['a 501st finish', [{ op: 'add', path: ['finishes', 'n-500'], value: finish('n-500') }]],
    ['a picture key with a space', [{ op: 'add', path: ['pictures', 'a b'], value: pictureRef(7) }]],
    ['a picture key of the language', [{ op: 'add', path: ['pictures', 'hasOwnProperty'], value: pictureRef(7) }]],
    ['a picture of nothing', [{ op: 'add', path: ['pictures', 'p'], value: null }]],
    ['an alphabet of nothing', [{ op: 'add', path: ['alphabets', 'p'], value: null }]],
    [
      'a sheet without its place',
      [{ op: 'add', path: ['sheets', 'lone'], value: { ...sampleProject().sheets[SHEET], id: 'lone' } }],
    ],
  ] as readonly (readonly [string, readonly Patch[]])[])(
    'by %s is refused, and the project opens on',
    async (_, patches) => {
      const finishes = Object.fromEntries(Array.from({ length: 500 }, (_one, i) => [`n-${i}`, finish(`n-${i}`)]))
      const project = await fresh((start) => ({ ...start, finishes }))
      await expect(appendSteps(project.id, 0, [logged('s-1', patches)])).rejects.toMatchObject({
        code: 'document-invalid',
      })
      await startAnew()
      expect((await openProject(project.id)).project).toEqual(project)
    },
  )

  it('by a document larger than any way out could carry is refused', async () => {
    const project = await fresh()
    const long = `M0 0${`L1.${'2'.repeat(60)} 2.5`.repeat(19_000)}Z`
    const frames = Array.from({ length: 28 }, (_, i) => ({
      ...project.sheets[SHEET]?.items['f-1'],
      id: `big-${i}`,
      stencil: { kind: 'path', d: long, fillRule: 'nonzero' },
    }))
    const patches = frames.flatMap((frame, i): readonly Patch[] => [
      { op: 'add', path: ['sheets', SHEET, 'items', frame.id], value: frame },
      { op: 'add', path: ['sheets', SHEET, 'order', 3 + i], value: frame.id },
    ])
    const refused = await appendSteps(project.id, 0, [logged('s-1', patches)]).catch((error: unknown) => error)
    expect(isFailure(refused) && refused.message).toMatch(/at most|MB/)
    expect((await openProject(project.id)).revision).toBe(0)
  })
})

describe('a request', () => {
  it('with a known id and other content is refused, not acknowledged', async () => {
    const project = await fresh()
    const one = moved(project, 's-1')
    await appendSteps(project.id, 0, [one.step])
    const other = logged('s-1', [{ op: 'replace', path: ['name'], value: 'Another' }])
    await expect(appendSteps(project.id, 0, [other])).rejects.toMatchObject({ code: 'refused' })
    await expect(appendSteps(project.id, 0, [{ ...one.step, name: 'Other name' }])).rejects.toMatchObject({
      code: 'refused',
    })
    // Not in its place either: the second of a request that was stored as the first.
    const two = moved(one.project, 's-2')
    await expect(appendSteps(project.id, 0, [two.step, one.step])).rejects.toMatchObject({ code: 'refused' })
    expect((await appendSteps(project.id, 0, [one.step, two.step])).revision).toBe(2)
  })
  it('with one id twice is refused', async () => {
    const project = await fresh()
    const one = moved(project, 's-1')
    await expect(appendSteps(project.id, 0, [one.step, one.step])).rejects.toMatchObject({ code: 'refused' })
    expect((await openProject(project.id)).revision).toBe(0)
  })
  it('repeated while the first is still at work is stored once, and both are acknowledged', async () => {
    const project = await fresh()
    const one = moved(project, 's-1')
    const answers = await Promise.all(Array.from({ length: 5 }, () => appendSteps(project.id, 0, [one.step])))
    expect(answers.map(({ revision }) => revision)).toEqual([1, 1, 1, 1, 1])
    expect(await StepRow.count({ where: { projectId: project.id } })).toBe(1)
  })
  it('for an earlier revision gives the document as it was', async () => {
    const project = await fresh()
    const one = moved(project, 's-1')
    const two = moved(one.project, 's-2')
    await appendSteps(project.id, 0, [one.step, two.step])
    expect(await openProjectAt(project.id, 1)).toEqual(one.project)
    await expect(openProjectAt(project.id, 3)).rejects.toMatchObject({ code: 'not-found' })
    await expect(openProjectAt(project.id, NaN)).rejects.toMatchObject({ code: 'not-found' })
  })
})

/** A project with 60 steps, the last snapshot of which is harmed as it was stored. */
const harmed = async (harm: (document: string) => string): Promise<{ id: string; project: Project }> => {
  let project = await fresh()
  const { id } = project
  for (let i = 0; i < 60; i += 1) {
    const next = moved(project, `s-${i}`)
    project = next.project
    await appendSteps(id, i, [next.step])
  }
  await snapshotsWritten()
  const row = await SnapshotRow.findOne({ where: { projectId: id, revision: 50 } })
  if (!row) throw new TypeError('no snapshot at 50')
  await row.update({ document: harm(row.document) })
  await startAnew()
  return { id, project }
}

describe('a project whose newest snapshot cannot be read', () => {
  it('opens from the one before it and all later steps, saying so, and goes on', async () => {
    const { id, project } = await harmed((document) => document.slice(0, 200))
    const opened = await openWithHistory(id)
    expect(opened).toMatchObject({ project, revision: 60, mended: { leftOut: 0 } })
    expect(opened.history.undo).toEqual([])
    // What concerns it works as for any other.
    expect((await openProject(await duplicateProject(id))).project.sheets).toEqual(project.sheets)
    const { open } = await writeBundle(id)
    expect((await buffer(open())).length).toBeGreaterThan(500)
    const one = moved(project, 's-after')
    await appendSteps(id, 60, [one.step])
    await startAnew()
    const again = await openWithHistory(id)
    expect(again.mended).toBeUndefined()
    expect(again.project).toEqual(one.project)
    expect(again.history.undo.map((step) => step.id)).toEqual(['s-after'])
  })
  it('leaves out only the steps that do not hold', async () => {
    const { id, project } = await harmed((document) => document.replace('"ppi":72', '"ppi":0'))
    await openProject(id)
    // A step as an older program might have stored it.
    await StepRow.update(
      { forward: JSON.stringify([{ op: 'add', path: ['pictures', 'a b'], value: pictureRef(9) }]) },
      { where: { projectId: id, revision: 20 } },
    )
    await startAnew()
    const { project: mended, mended: told } = await openProject(id)
    expect(told).toEqual({ leftOut: 1 })
    const at = (of: Project) => {
      const item = of.sheets[SHEET]?.items['f-1']
      return item?.kind === 'frame' ? item.box.cx : NaN
    }
    // Each move says where the frame comes to stand, so the last one counts.
    expect(at(mended)).toBe(at(project))
    expect(projectFaults(mended)).toEqual([])
  })
  it('never stops what concerns other projects', async () => {
    const data = await quarters(70, 41).png().toBuffer()
    const [shown, free] = [
      await takePicture(Readable.from([data]), 'shown.png'),
      await takePicture(Readable.from([await quarters(71, 41).png().toBuffer()]), 'free.png'),
    ]
    const lost = await fresh((start) => ({
      ...start,
      pictures: { p: { name: 'Shown', pixels: { w: 70, h: 41 }, hash: shown.hash, tags: [] } },
    }))
    await SnapshotRow.update({ document: `{"hash":"${shown.hash}"` }, { where: { projectId: lost.id } })
    await ProjectRow.update({ usesRevision: -1 }, { where: { id: lost.id } })
    await startAnew()
    await expect(openProject(lost.id)).rejects.toThrow(/damaged.*bundle/)
    await expect(historyOf(lost.id)).rejects.toThrow(/damaged/)
    await expect(thumbnailFile(lost.id)).rejects.toThrow(/damaged/)
    // What it may show is kept; what it does not name can go.
    expect((await usesOfPicture(shown.hash)).map(({ projectId }) => projectId)).toEqual([lost.id])
    await expect(removePicture(shown.hash)).rejects.toMatchObject({ code: 'picture-used' })
    await removePicture(free.hash)
  })
  it('of a newer program is left alone', async () => {
    const project = await fresh()
    await SnapshotRow.update(
      { document: JSON.stringify({ ...project, format: 99 }) },
      { where: { projectId: project.id } },
    )
    await startAnew()
    await expect(openProject(project.id)).rejects.toMatchObject({ code: 'format-unknown' })
  })
})

describe('a snapshot', () => {
  it('of what is not sound is never written; the steps are there all the same', async () => {
    const said = jest.spyOn(console, 'error').mockImplementation(() => undefined)
    const { snapshotLater } = await import('@/server/projects/snapshots')
    const project = await fresh()
    snapshotLater({ ...project, order: [] }, 50)
    await snapshotsWritten()
    expect(await SnapshotRow.count({ where: { projectId: project.id } })).toBe(1)
    expect(said.mock.calls.flat().join()).toMatch(/No snapshot of m-\d+ at revision 50.*must name a sheet/)
    said.mockRestore()
  })
})

describe('random steps, sound and broken, in all roots', () => {
  it('are each refused, or leave a project that opens from what is stored', async () => {
    const runs = sweep(2000)
    const random = randomFrom(SEED)
    let { project } = await createProject({ ...sampleProject(), id: 'm-random' })
    const { id } = project
    let revision = 0
    let refused = 0
    for (let n = 0; n < runs; n += 1) {
      const forward = anyStep(random, project, n)
      const stored = await appendSteps(id, revision, [logged(`s-${n}`, forward)]).catch((error: unknown) => {
        if (isFailure(error)) return null
        throw new Error(`seed ${SEED}, step ${n}: ${String(error)} ${JSON.stringify(forward).slice(0, 600)}`)
      })
      if (!stored) {
        refused += 1
        continue
      }
      ;({ project, revision } = stored)
      if (n % 25 !== 0) continue
      await startAnew()
      const opened = await openProject(id)
      expect(opened.mended).toBeUndefined()
      expect(opened.project).toEqual(JSON.parse(JSON.stringify(project)))
      expect(projectFaults(opened.project)).toEqual([])
    }
    expect(refused).toBeGreaterThan(runs / 10)
    expect(revision).toBeGreaterThan(runs / 4)
  })
})

describe('the data folder', () => {
  it('is cleared of what a killed run left, when it is opened', async () => {
    const kept = await takePicture(Readable.from([await quarters(75, 41).png().toBuffer()]), 'kept.png')
    await startAnew()
    const { mkdir, writeFile, readdir } = await import('node:fs/promises')
    const lone = path.join(folder(), 'pictures', 'ab', 'ab'.repeat(32))
    await mkdir(lone, { recursive: true })
    await writeFile(path.join(lone, 'original.png'), 'half')
    await writeFile(path.join(folder(), 'tmp', 'left.part'), 'half')
    await writeFile(path.join(folder(), 'exports', 'left'), 'half')
    await openProject('none').catch(() => null)
    expect(await readdir(path.join(folder(), 'tmp'))).toEqual([])
    expect(await readdir(path.join(folder(), 'exports'))).toEqual([])
    expect(await readdir(path.join(folder(), 'pictures', 'ab'))).toEqual([])
    const own = path.join(folder(), 'pictures', kept.hash.slice(0, 2), kept.hash, 'original.png')
    expect((await readFile(own)).length).toBe(kept.bytes)
  })
  it('keeps its pictures beside a database that is new', async () => {
    await startAnew()
    const lone = path.join(folder(), 'pictures', 'cd', 'cd'.repeat(32))
    const { mkdir, readdir } = await import('node:fs/promises')
    await mkdir(lone, { recursive: true })
    for (const ending of ['', '-wal', '-shm']) await rm(path.join(folder(), `stencil.db${ending}`), { force: true })
    await openProject('none').catch(() => null)
    expect(await readdir(path.join(folder(), 'pictures', 'cd'))).toEqual(['cd'.repeat(32)])
  })
})
