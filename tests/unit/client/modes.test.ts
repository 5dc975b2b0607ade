/** What the hand is for: one mode at a time, short ones that come back, and what a bench owns. */
import { describe, expect, it } from '@jest/globals'
import { armedOf, carriedOf, choosingOf, cuts, dropperOf, lastingOf, toolOf, typingOf } from '@/client/store/modes'
import { owned } from '@/client/store/owned'
import { goUp } from '@/client/store/selection'
import {
  awaitCutter,
  awaitPicture,
  changeTool,
  endShortMode,
  setCarry,
  setDrawsOut,
  setTool,
  takeDropper,
  takeInHand,
  toggleInHand,
} from '@/client/store/slices/mode'
import type { Stencil } from '@/core/stencil/stencil'
import { testBench } from '@tests/helpers/testBench'

const ELLIPSE: Stencil = { kind: 'ellipse' }
const CARRY = {
  carried: { kind: 'fill', frameId: 'f-1', pictureId: 'p' },
  at: { x: 1, y: 2 },
  dropFrame: null,
  dropWord: null,
  isOverBackground: false,
  isCopying: false,
} as const

describe('a mode', () => {
  it('ends the one before it, whichever that was', () => {
    const bench = testBench()
    takeInHand(bench, ELLIPSE)
    awaitPicture(bench, { kind: 'background' })
    expect([armedOf(bench.get()), choosingOf(bench.get())?.kind]).toEqual([null, 'background'])
    setTool(bench, { kind: 'type' })
    expect([choosingOf(bench.get()), toolOf(bench.get())?.kind, typingOf(bench.get())]).toEqual([null, 'type', null])
  })
  it('that is short gives back the one before, with what changed of it meanwhile', () => {
    const bench = testBench()
    setTool(bench, { kind: 'trace', isFreehand: false, pointer: null, isClosed: false })
    setCarry(bench, CARRY)
    setCarry(bench, { ...CARRY, dropFrame: 'f-2' })
    changeTool(bench, 'trace', { isFreehand: true })
    expect(carriedOf(bench.get())?.kind).toBe('fill')
    endShortMode(bench)
    expect(carriedOf(bench.get())).toBeNull()
    expect(lastingOf(bench.get())).toMatchObject({ kind: 'tool', tool: { isFreehand: true } })
    takeDropper(bench, () => undefined)
    goUp(bench)
    expect([dropperOf(bench.get()), toolOf(bench.get())?.kind]).toEqual([null, 'trace'])
  })
  it('is not brought back by an answer that comes late', () => {
    const bench = testBench()
    awaitPicture(bench, { kind: 'background' })
    changeTool(bench, 'colour', { isWorking: false })
    expect(toolOf(bench.get())).toBeNull()
    expect(choosingOf(bench.get())).not.toBeNull()
  })
  it('of cutting waits again when its stencil is pressed once more, and leaves drawing out as it was', () => {
    const bench = testBench()
    setDrawsOut(bench, true)
    awaitCutter(bench)
    toggleInHand(bench, ELLIPSE)
    expect([armedOf(bench.get()), cuts(bench.get())]).toEqual([ELLIPSE, true])
    toggleInHand(bench, ELLIPSE)
    expect([armedOf(bench.get()), cuts(bench.get()), bench.get().drawsOut]).toEqual([null, true, true])
    goUp(bench)
    expect([cuts(bench.get()), bench.get().drawsOut, lastingOf(bench.get()).kind]).toEqual([false, false, 'rest'])
  })
})

describe('what a bench owns', () => {
  it('is made once, is another bench’s own, and ends with it', () => {
    const ended: number[] = []
    let made = 0
    const thing = owned(
      () => ({ n: (made += 1) }),
      ({ n }) => ended.push(n),
    )
    const [one, other] = [testBench(), testBench()]
    expect([one.own(thing).n, one.own(thing).n, other.own(thing).n]).toEqual([1, 1, 2])
    one.close()
    expect(ended).toEqual([1])
  })
})
