/** The walk of a draw list against what the list says of itself: closed rules over made-up nodes. */
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { IDENTITY } from '@/core/geometry/matrix'
import { isGroup, type DrawItem, type DrawNode, type DrawOp, type FillOp, type Mask } from '@/core/render/ops'
import { walkNodes, type KnockOut, type Layer, type ListSink } from '@/core/render/walk'

const bounds = { x0: 0, y0: 0, x1: 1, y1: 1 }
const shape = { outline: { path: [], fillRule: 'nonzero' as const }, toSheet: IDENTITY }
const mask: Mask = { ...shape, feather: 0 }
let made = 0
const op = (): FillOp => {
  made += 1
  return { op: 'fill', ...shape, style: { kind: 'colour', colour: { r: made, g: 0, b: 0 } } }
}
const ops = fc.integer({ min: 0, max: 3 }).map((count): readonly DrawOp[] => Array.from({ length: count }, op))

const items: fc.Arbitrary<DrawItem> = fc
  .record({ ops, under: ops, over: ops, isMasked: fc.boolean(), isFaint: fc.boolean(), isBlended: fc.boolean() })
  .map(({ isMasked, isFaint, isBlended, under, over, ...rest }) => ({
    id: 'i',
    bounds,
    ...rest,
    ...(under.length ? { under } : {}),
    ...(over.length ? { over } : {}),
    ...(isMasked ? { mask } : {}),
    ...(isFaint ? { opacity: 0.5 } : {}),
    ...(isBlended ? { blend: 'multiply' as const } : {}),
  }))

const { node: someNode } = fc.letrec<{ node: DrawNode }>((tie) => ({
  node: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    items,
    fc
      .record({ children: fc.array(tie('node'), { maxLength: 3 }), under: ops, inside: ops, over: ops })
      .map((group): DrawNode => ({ id: 'g', bounds, silhouette: shape, ...group })),
  ),
}))
const nodes = fc.array(someNode, { minLength: 1, maxLength: 3 })

/** In painting order, as the types of the list say it. */
const inOrder = (all: readonly DrawNode[]): readonly DrawOp[] =>
  all.flatMap((node) =>
    isGroup(node)
      ? [...node.under, ...inOrder(node.children), ...node.inside, ...node.over]
      : [...(node.under ?? []), ...node.ops, ...(node.over ?? [])],
  )

/** Keeps what it is handed, and refuses what is not nested well. */
class Recorder implements ListSink {
  readonly painted: { readonly op: DrawOp; readonly within: readonly (Layer | KnockOut)[] }[] = []
  readonly open: (Layer | KnockOut)[] = []
  constructor(private readonly opens: (layer: Layer) => boolean = () => true) {}
  paint(painted: DrawOp): void {
    this.painted.push({ op: painted, within: [...this.open] })
  }
  begin(layer: Layer): boolean {
    if (!this.opens(layer)) return false
    this.open.push(layer)
    return true
  }
  end(layer: Layer): void {
    expect(this.open.pop()).toBe(layer)
  }
  beginKnockOut(knockOut: KnockOut): void {
    // The first of its layer, as sinks rely on.
    expect(this.open.length).toBeGreaterThan(0)
    expect(this.painted.some(({ within }) => within.includes(this.open.at(-1)!))).toBe(false)
    this.open.push(knockOut)
  }
  endKnockOut(knockOut: KnockOut): void {
    expect(this.open.pop()).toBe(knockOut)
  }
}

const masksOf = ({ within }: { readonly within: readonly (Layer | KnockOut)[] }): readonly unknown[] =>
  within.flatMap((one) => ('hasRim' in one ? [`out ${one.hasRim}`] : one.mask ? [one.isAdded ? 'added' : 'in'] : []))

describe('the walk of a draw list', () => {
  it('paints every operation once, in painting order, and closes what it opens', () => {
    holdsFor(nodes, (list) => {
      const sink = new Recorder()
      for (const node of walkNodes(list, sink)) expect(node.bounds).toBe(bounds)
      expect(sink.open).toEqual([])
      expect(sink.painted.map((painted) => painted.op)).toEqual(inOrder(list))
    })
  })
  it('tells each node before anything of it is painted', () => {
    holdsFor(nodes, (list) => {
      const sink = new Recorder()
      for (const node of walkNodes(list, sink)) {
        const own = new Set(inOrder([node]))
        expect(sink.painted.some((painted) => own.has(painted.op))).toBe(false)
      }
    })
  })
  it('leaves out what lies in a layer that cannot be seen', () => {
    holdsFor(nodes, (list) => {
      const sink = new Recorder((layer) => layer.opacity === undefined)
      Array.from(walkNodes(list, sink))
      expect(sink.open).toEqual([])
      expect(sink.painted.every(({ within }) => within.every((one) => !('opacity' in one)))).toBe(true)
    })
  })
  it('knocks what lies beneath out of the mask and adds what is kept to it', () => {
    const item: DrawItem = { id: 'a', bounds, mask, under: [op()], ops: [op()], over: [op()] }
    const sink = new Recorder()
    Array.from(walkNodes([item], sink))
    expect(sink.painted.map(masksOf)).toEqual([['out false'], ['added'], []])
    const alone = new Recorder()
    Array.from(walkNodes([{ id: 'a', bounds, mask, ops: [op()] }], alone))
    expect(alone.painted.map(masksOf)).toEqual([['in']])
  })
  it('leaves a rim beneath the members of a group, and keeps what lies on them to their outlines', () => {
    const member: DrawItem = { id: 'a', bounds, ops: [op()] }
    const group = {
      id: 'g',
      bounds,
      silhouette: shape,
      children: [member],
      under: [op()],
      inside: [op()],
      over: [op()],
    }
    const sink = new Recorder()
    Array.from(walkNodes([group], sink))
    expect(sink.painted.map(masksOf)).toEqual([['out true'], [], ['in'], []])
  })
})
