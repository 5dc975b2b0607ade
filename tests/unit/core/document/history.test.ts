import { describe, expect, it } from '@jest/globals'
import { moveItems } from '@/core/document/edits/items'
import {
  advance,
  EMPTY_HISTORY,
  joined,
  patched,
  redoOf,
  undoOf,
  type History,
  type LoggedStep,
  type Step,
} from '@/core/document/history'
import type { Project } from '@/core/document/types'
import { fc, holdsFor } from '@tests/helpers/property'
import { sampleProject, SHEET } from '@tests/helpers/project'

const stepOf = (project: Project, id: string, x: number): { step: Step; project: Project } => {
  const recorded = moveItems.record(project, { sheetId: SHEET, ids: ['f-1'], delta: { x, y: 1 } })
  return {
    step: { id, name: 'Move frame', forward: recorded.forward, inverse: recorded.inverse },
    project: recorded.project,
  }
}

describe('history', () => {
  it('read back from its log is the same as it was, for any mix of steps, undos and redos', () => {
    holdsFor(
      fc.array(fc.constantFrom('do', 'undo', 'redo'), { maxLength: 60 }),
      (acts) => {
        let project = sampleProject()
        let history: History = EMPTY_HISTORY
        const log: LoggedStep[] = []
        const documents = new Map<number, Project>([[0, project]])
        acts.forEach((act, i) => {
          const last = act === 'undo' ? history.undo.at(-1) : history.redo.at(-1)
          if (act === 'do') {
            const made = stepOf(project, `s-${i}`, i + 1)
            log.push({ ...made.step, kind: 'do' })
            history = advance(history, { kind: 'do' }, made.step)
            project = made.project
          } else if (last) {
            const entry = act === 'undo' ? undoOf(last, `s-${i}`) : redoOf(last, `s-${i}`)
            log.push(entry)
            history = advance(history, entry, last)
            project = patched(project, entry.forward)
          }
          documents.set(history.undo.length, documents.get(history.undo.length) ?? project)
        })
        const replayed = log.reduce((p, entry) => patched(p, entry.forward), sampleProject())
        expect(replayed).toEqual(project)
        const marks = log.reduce((h, entry) => advance(h, entry, { id: entry.id }), { undo: [], redo: [] } as {
          undo: readonly { id: string }[]
          redo: readonly { id: string }[]
        })
        expect(marks.undo.map((m) => m.id)).toEqual(history.undo.map((s) => s.id))
        expect(marks.redo.map((m) => m.id)).toEqual(history.redo.map((s) => s.id))
      },
      100,
    )
  })

  it('joins a gesture of many changes into one step there and back', () => {
    const start = sampleProject()
    const one = stepOf(start, 'a', 1)
    const two = stepOf(one.project, 'b', 2)
    const step = joined('j', 'Nudge', [one.step, two.step])
    expect(patched(start, step.forward)).toEqual(two.project)
    expect(patched(two.project, step.inverse)).toEqual(start)
  })

  it('refuses patches that do not fit the document, in words', () => {
    expect(() =>
      patched(sampleProject(), [{ op: 'replace', path: ['sheets', 'nowhere', 'name'], value: 'x' }]),
    ).toThrow(/does not fit/)
  })

  it('does not let patches reach the language’s own objects', () => {
    expect(() => patched(sampleProject(), [{ op: 'add', path: ['__proto__', 'polluted'], value: true }])).toThrow()
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined()
  })
})
