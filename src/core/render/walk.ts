import {
  isGroup,
  type Composed,
  type DrawGroup,
  type DrawItem,
  type DrawList,
  type DrawNode,
  type DrawOp,
  type Mask,
} from '@/core/render/ops'

/** What is painted by itself and then composed with what lies beneath. */
export interface Layer extends Composed, Pick<DrawItem, 'bounds' | 'mask' | 'blur'> {
  /**
   * Follows what was knocked out by the same mask: added to it rather than laid over it, so that at the edge what one
   * gives up the other takes, and no backdrop shines through between the two.
   */
  readonly isAdded?: true
}

/** Takes what lies in a mask away from what is painted. */
export interface KnockOut {
  readonly mask: Mask
  /** What is laid over it is not added: a rim of what lies beneath stays, as narrow as can be seen. */
  readonly hasRim: boolean
}

/** What takes in a draw list, piece by piece. Painters for canvases, PDF and SVG are sinks. */
export interface ListSink {
  paint(op: DrawOp): void
  /** Opens a layer; false where nothing of it can be seen, and then neither its content nor its end follow. */
  begin(layer: Layer): boolean
  end(layer: Layer): void
  /** What is painted until its end loses what lies in the mask. Always the first of its layer. */
  beginKnockOut(knockOut: KnockOut): void
  endKnockOut(knockOut: KnockOut): void
}

const composedOf = ({ opacity, blend }: Composed): Composed => ({
  ...(opacity === undefined ? {} : { opacity }),
  ...(blend === undefined ? {} : { blend }),
})

/** Is there anything about an item that needs a layer? */
const isLayered = ({ mask, blur, opacity, blend, under, over }: DrawItem): boolean =>
  Boolean(mask ?? under ?? over) || blur !== undefined || opacity !== undefined || blend !== undefined

/** Hands one item to a sink. */
export const walkItem = (item: DrawItem, sink: ListSink): void => {
  const { bounds, ops, mask, under = [], over = [], blur } = item
  const all = (some: readonly DrawOp[]): void => some.forEach((op) => sink.paint(op))
  if (!isLayered(item)) return all(ops)
  const whole: Layer = { bounds, ...composedOf(item), ...(blur === undefined ? {} : { blur }) }
  if (!sink.begin(whole)) return
  if (under.length > 0) {
    const knockOut = mask && { mask, hasRim: false }
    if (knockOut) sink.beginKnockOut(knockOut)
    all(under)
    if (knockOut) sink.endKnockOut(knockOut)
  }
  const content: Layer = {
    bounds,
    ...(mask ? { mask } : {}),
    ...(under.length > 0 ? { isAdded: true } : {}),
  }
  if (mask === undefined && !under.length) all(ops)
  else if (sink.begin(content)) {
    all(ops)
    sink.end(content)
  }
  all(over)
  sink.end(whole)
}

/** Does a group's finish paint anything? Its members then lie on a layer of their own. */
const isFinished = ({ under, inside, over }: DrawGroup): boolean => under.length + inside.length + over.length > 0

/** What a group's finish lays beneath its members, once the group's layer is open. */
export const walkBeneath = ({ under, silhouette }: DrawGroup, sink: ListSink): void => {
  if (!under.length) return
  const knockOut = { mask: { ...silhouette, feather: 0 }, hasRim: true }
  sink.beginKnockOut(knockOut)
  under.forEach((op) => sink.paint(op))
  sink.endKnockOut(knockOut)
}

/** What a group's finish lays on and over its members. */
export const walkUpon = ({ inside, over, silhouette, bounds }: DrawGroup, sink: ListSink): void => {
  const layer: Layer = { bounds, mask: { ...silhouette, feather: 0 } }
  if (inside.length > 0 && sink.begin(layer)) {
    inside.forEach((op) => sink.paint(op))
    sink.end(layer)
  }
  over.forEach((op) => sink.paint(op))
}

/**
 * Hands nodes to a sink, in painting order. Each is told before anything of it is painted, so that whoever goes along may
 * wait until its pictures are there.
 */
export function* walkNodes(nodes: readonly DrawNode[], sink: ListSink): Generator<DrawNode, void> {
  for (const node of nodes) {
    yield node
    if (!isGroup(node)) walkItem(node, sink)
    else yield* walkGroup(node, sink)
  }
}

function* walkGroup(group: DrawGroup, sink: ListSink): Generator<DrawNode, void> {
  const { bounds, children } = group
  const layer: Layer = { bounds, ...composedOf(group) }
  if (!sink.begin(layer)) return
  if (!isFinished(group)) yield* walkNodes(children, sink)
  else {
    walkBeneath(group, sink)
    const members: Layer = { bounds }
    if (sink.begin(members)) {
      yield* walkNodes(children, sink)
      sink.end(members)
    }
    walkUpon(group, sink)
  }
  sink.end(layer)
}

/** Hands a whole list to a sink. */
export const walkList = ({ items }: Pick<DrawList, 'items'>, sink: ListSink): Generator<DrawNode, void> =>
  walkNodes(items, sink)

/** Hands nodes to a sink without waiting for anything. */
export const walkAtOnce = (nodes: readonly DrawNode[], sink: ListSink): void => {
  // What is told on the way is of no matter here.
  Array.from(walkNodes(nodes, sink))
}
