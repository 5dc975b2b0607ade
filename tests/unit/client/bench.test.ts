/** The bench without a page: what it refuses before it becomes a step, and where things go that took a while. */
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals'
import { addFinish } from '@/core/document/edits/namedFinishes'
import { renameProject } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import { newSheet } from '@/core/document/create'
import type { NamedFinish } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import { fillFrame } from '@/client/store/actions'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { testBench } from '@tests/helpers/testBench'

const finish = (id: string): NamedFinish => ({ id, name: id, category: '', layers: [] })
const realFetch = globalThis.fetch

let sent: string[] = []
beforeEach(() => {
  sent = []
  globalThis.fetch = jest.fn((_address: unknown, init?: { body?: unknown }) => {
    sent.push(String(init?.body))
    return Promise.resolve(Response.json({ revision: sent.length }))
  }) as unknown as typeof fetch
})
afterEach(() => {
  globalThis.fetch = realFetch
})

describe('one beyond a limit', () => {
  it('is said before it becomes a step; nothing of it is sent or shown, and the bench goes on', async () => {
    const finishes = Object.fromEntries(Array.from({ length: 499 }, (_, i) => [`n-${i}`, finish(`n-${i}`)]))
    const bench = testBench({ ...sampleProject(), finishes })
    bench.commit('Keep finish', (project) => addFinish.record(project, { finish: finish('n-499') }))
    expect(Object.keys(bench.get().project.finishes)).toHaveLength(500)
    bench.commit('Keep finish', (project) => addFinish.record(project, { finish: finish('n-500') }))
    expect(bench.get().notice).toMatchObject({
      tone: 'fault',
      text: expect.stringMatching(/at most 500 named finishes.*Remove some/),
    })
    expect(Object.keys(bench.get().project.finishes)).toHaveLength(500)
    expect(bench.get().preview).toBeNull()
    expect(bench.get().history.undo.map(({ name }) => name)).toEqual(['Keep finish'])
    bench.commit('Rename project', (project) => renameProject.record(project, { name: 'Goes on' }))
    expect(await bench.allSaved()).toBe(true)
    expect(sent.join()).not.toContain('n-500')
    expect(sent.join()).toContain('Goes on')
  })
  it('holds for changes in quick succession too', () => {
    const bench = testBench(sampleProject())
    const name = 'x'.repeat(201)
    bench.burst('name', 'Rename project', renameProject.record(bench.get().project, { name }))
    bench.endBurst()
    expect(bench.get().project.name).toBe('Sample')
    expect(bench.get().preview).toBeNull()
    expect(bench.get().notice?.text).toMatch(/at most 200 characters/)
  })
})

describe('going over many steps', () => {
  const named = (count: number): Bench => {
    const bench = testBench(sampleProject())
    for (let i = 1; i <= count; i += 1)
      bench.commit(`Name ${i}`, (project) => renameProject.record(project, { name: `Named ${i}` }))
    return bench
  }
  const changesDuring = (bench: Bench, act: () => void): number => {
    let count = 0
    const stop = bench.store.subscribe((now, before) => (count += now.project === before.project ? 0 : 1))
    act()
    stop()
    return count
  }
  it('back and forth, the page follows once; each is a step of its own for the server', async () => {
    const bench = named(500)
    const { undo } = bench.get().history
    expect(changesDuring(bench, () => bench.goTo(undo[9]?.id ?? null))).toBe(1)
    expect(bench.get().project.name).toBe('Named 10')
    expect([bench.get().history.undo.length, bench.get().history.redo.length]).toEqual([10, 490])
    expect(bench.get().spoken).toBe('Taken back: 490 steps')
    expect(changesDuring(bench, () => bench.goTo(undo[498]?.id ?? null))).toBe(1)
    expect(bench.get().project.name).toBe('Named 499')
    expect(changesDuring(bench, () => bench.goTo(null))).toBe(1)
    expect(bench.get().project.name).toBe('Sample')
    expect(bench.get().history.undo).toEqual([])
    // One at a time it is taken up where that ended.
    bench.redo()
    expect(bench.get().project.name).toBe('Named 1')
    expect(await bench.allSaved()).toBe(true)
    const kinds = sent.flatMap((body) => [...body.matchAll(/"kind":"(do|undo|redo)"/g)].map(([, kind]) => kind))
    const counted = ['do', 'undo', 'redo'].map((kind) => kinds.filter((one) => one === kind).length)
    expect(counted).toEqual([500, 490 + 499, 489 + 1])
  })
  it('to where it is already does nothing; to the next step says which', () => {
    const bench = named(3)
    const { undo } = bench.get().history
    expect(changesDuring(bench, () => bench.goTo(undo[2]?.id ?? null))).toBe(0)
    bench.goTo(undo[1]?.id ?? null)
    expect(bench.get().spoken).toBe('Taken back: Name 3')
  })
})

describe('a value while it is chosen', () => {
  const name = (bench: Bench, to: string): void =>
    bench.burst('name', 'Rename project', renameProject.record(shownProject(bench.get()), { name: to }))
  const steps = (bench: Bench): readonly string[] => bench.get().history.undo.map((step) => step.name)
  beforeEach(() => void jest.useFakeTimers())
  afterEach(() => void jest.useRealTimers())
  it('becomes a step by itself when it pauses', () => {
    const bench = testBench()
    name(bench, 'One')
    jest.advanceTimersByTime(60_000)
    expect(steps(bench)).toEqual(['Rename project'])
    name(bench, 'Two')
    jest.advanceTimersByTime(60_000)
    expect(steps(bench)).toHaveLength(2)
  })
  it('held waits for the hand, however long it rests, and is one step; other work ends it first', () => {
    const bench = testBench()
    for (const to of ['One', 'Two', 'Three']) {
      bench.step(() => name(bench, to), true)
      jest.advanceTimersByTime(3_600_000)
      expect(steps(bench)).toEqual([])
      expect(shownProject(bench.get()).name).toBe(to)
    }
    expect(bench.hasUnsent()).toBe(true)
    bench.commit('Add finish', (project) => addFinish.record(project, { finish: finish('n-1') }))
    expect(steps(bench)).toEqual(['Rename project', 'Add finish'])
    bench.undo()
    bench.undo()
    expect(bench.get().project.name).toBe('Sample')
  })
})

describe('a picture that comes in after the sheet was changed', () => {
  it('fills the frame it was meant for, not one of that id on the sheet shown', () => {
    const other = newSheet('sheet-2', 'Sheet 2', { unit: 'px', size: { w: 80, h: 60 }, ppi: 72, bleed: 0 })
    const start = sampleProject()
    const twin = { ...other, items: start.sheets[SHEET]?.items ?? {}, order: start.sheets[SHEET]?.order ?? [] }
    const bench = testBench(addSheet(start, { sheet: twin, after: SHEET }))
    bench.store.setState({ sheetId: 'sheet-2' })
    const picture: PictureAnswer = {
      hash: 'a'.repeat(64),
      name: 'kite',
      kind: 'jpg',
      bytes: 1,
      width: 30,
      height: 20,
      levels: 1,
      hasAlpha: false,
      tags: [],
      addedAt: '2026-05-01T08:00:00.000Z',
      usedAt: null,
    }
    fillFrame(bench, 'f-1', picture, SHEET)
    const fillOn = (sheetId: string) => {
      const item = bench.get().project.sheets[sheetId]?.items['f-1']
      return item?.kind === 'frame' && item.fill.kind
    }
    expect([fillOn(SHEET), fillOn('sheet-2')]).toEqual(['taken', 'none'])
  })
})
