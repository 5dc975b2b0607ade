import { atTime } from '@/core/document/atTime'
import { resolved, resolvedSheet } from '@/core/document/colours'
import { sameList } from '@/core/document/lists'
import { sheetOf } from '@/core/document/read'
import type { Project, Sheet } from '@/core/document/types'
import { slidePlaces, type FilmMoment, type SheetMoment } from '@/core/film/sequence'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import type { Size } from '@/core/geometry/vector'
import type { DrawList, DrawNode, PictureOp } from '@/core/render/ops'
import { paintNode } from '@/painters/canvas/paint'
import type { Painting } from '@/painters/canvas/painting'
import type { PaintImage } from '@/painters/canvas/surface'
import { createLayer, painterContext } from '@/client/stage/canvas'
import { StageNodes } from '@/client/stage/nodes'

/** How pictures come: at once, or null while they are on their way. */
export type ImageFor = (op: PictureOp, scale: number) => PaintImage | null

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** Where a sheet lies on a film's pictures: whole and in the middle, as large as it can be. */
const placeOf = ({ size: own }: Pick<Sheet, 'size'>, size: Size) => {
  const scale = Math.min(size.w / own.w, size.h / own.h)
  // Sides are rounded to whole pixels: the sheet is stretched by that little, so that no rim is left.
  const whole = (side: number, room: number): number => (Math.abs(side - room) < 2 ? room : side)
  const [w, h] = [whole(own.w * scale, size.w), whole(own.h * scale, size.h)]
  return { scale, w, h, left: Math.round((size.w - w) / 2), top: Math.round((size.h - h) / 2) }
}

export interface FilmLook {
  /** In pixels. */
  readonly size: Size
  /** Nothing lies where sheets have no background; else white. */
  readonly isClear: boolean
}

/** A sheet at a time, its colours resolved. */
const sceneAt = (project: Project, { sheetId, time }: SheetMoment) => {
  const now = atTime(project, sheetId, time)
  return { project: resolved(now), sheet: resolvedSheet(sheetOf(now, sheetId), now.slots) }
}

const WHITE = 'white'
const AROUND = 'black'

/** What lies still, composed once. */
interface Composed {
  readonly nodes: readonly DrawNode[]
  readonly canvas: OffscreenCanvas
}

interface Run {
  readonly isStill: boolean
  readonly nodes: DrawNode[]
}

/** Paints one sheet again and again: what stays the same from one picture to the next is painted once. */
class SheetFilm {
  private readonly stage = new StageNodes()
  private before: ReadonlySet<DrawNode> = new Set()
  private readonly composed = new Map<number, Composed>()
  private last: { readonly time: number; readonly nodes: readonly DrawNode[] } | null = null

  /** From the bottom up; kept until another time is asked for, since pictures are brought before they are painted. */
  nodesAt(project: Project, moment: SheetMoment): readonly DrawNode[] {
    if (this.last?.time === moment.time) return this.last.nodes
    const scene = sceneAt(project, moment)
    const nodes = [
      ...this.stage.background(scene.project, scene.sheet),
      ...this.stage.nodes(scene.project, scene.sheet),
    ]
    this.last = { time: moment.time, nodes }
    return nodes
  }

  paint(context: Context, nodes: readonly DrawNode[], painting: Painting): void {
    const runs: Run[] = []
    for (const node of nodes) {
      // What mixes with all beneath it cannot be composed without that.
      const isStill = this.before.has(node) && node.blend === undefined
      const last = runs.at(-1)
      if (last?.isStill === isStill) last.nodes.push(node)
      else runs.push({ isStill, nodes: [node] })
    }
    this.before = new Set(nodes)
    runs.forEach((run, i) => {
      if (run.isStill) this.putStill(context, i, run.nodes, painting)
      else for (const node of run.nodes) paintNode(painterContext(context), node, painting)
    })
  }

  private putStill(context: Context, run: number, nodes: readonly DrawNode[], painting: Painting): void {
    const known = this.composed.get(run)
    if (!known || !sameList(known.nodes, nodes)) {
      const { x1, y1 } = painting.device
      const { source, context: on } = createLayer(x1, y1)
      for (const node of nodes) paintNode(on, node, painting)
      this.composed.set(run, { nodes, canvas: source })
    }
    context.setTransform(1, 0, 0, 1, 0, 0)
    const canvas = this.composed.get(run)?.canvas
    if (canvas) context.drawImage(canvas, 0, 0)
  }
}

/** Paints the moments of a film, each over the whole of a canvas. */
export class FilmPainter {
  private readonly sheets = new Map<string, SheetFilm>()

  constructor(
    private readonly project: Project,
    private readonly look: FilmLook,
    private readonly imageFor: ImageFor,
  ) {}

  /** What a moment is painted from, with the pixels that a point has. */
  listsAt(moment: FilmMoment): readonly { readonly list: Pick<DrawList, 'items'>; readonly scale: number }[] {
    return [moment, ...(moment.before ? [moment.before] : [])].map((one) => ({
      list: { items: this.filmOf(one.sheetId).nodesAt(this.project, one) },
      scale: placeOf(sheetOf(this.project, one.sheetId), this.look.size).scale,
    }))
  }

  paint(context: Context, moment: FilmMoment): void {
    const { size } = this.look
    context.setTransform(1, 0, 0, 1, 0, 0)
    const { before } = moment
    if (before || this.look.isClear) context.clearRect(0, 0, size.w, size.h)
    if (!before) return this.paintSheet(context, moment)
    const layerOf = (one: SheetMoment): OffscreenCanvas => {
      const canvas = new OffscreenCanvas(size.w, size.h)
      const on = canvas.getContext('2d')
      if (on) this.paintSheet(on, one)
      return canvas
    }
    putBoth(context, layerOf(before), layerOf(moment), before, size)
  }

  /** Lets go of what was composed: pictures have come since. */
  forget(): void {
    this.sheets.clear()
  }

  private filmOf(sheetId: string): SheetFilm {
    const known = this.sheets.get(sheetId) ?? new SheetFilm()
    this.sheets.set(sheetId, known)
    return known
  }

  private paintSheet(context: Context, moment: SheetMoment): void {
    const { size, isClear } = this.look
    const own = sheetOf(this.project, moment.sheetId).size
    const { scale, left, top, w, h } = placeOf({ size: own }, size)
    const painting: Painting = {
      view: compose(translation(left, top), scaling(w / own.w, h / own.h)),
      device: { x0: Math.floor(left), y0: Math.floor(top), x1: Math.ceil(left + w), y1: Math.ceil(top + h) },
      imageFor: (op) => this.imageFor(op, scale),
      createLayer,
    }
    if (!isClear) {
      if (left > 0 || top > 0 || w < size.w || h < size.h) {
        context.fillStyle = AROUND
        context.fillRect(0, 0, size.w, size.h)
      }
      context.fillStyle = WHITE
      context.fillRect(left, top, w, h)
    }
    context.save()
    context.beginPath()
    context.rect(left, top, w, h)
    context.clip()
    const film = this.filmOf(moment.sheetId)
    film.paint(context, film.nodesAt(this.project, moment), painting)
    context.restore()
    context.setTransform(1, 0, 0, 1, 0, 0)
  }
}

/** Two sheets while one follows the other. */
const putBoth = (
  context: Context,
  going: OffscreenCanvas,
  coming: OffscreenCanvas,
  { transition, share }: NonNullable<FilmMoment['before']>,
  size: Size,
): void => {
  if (transition.kind === 'slide') {
    const places = slidePlaces(transition.side ?? 'right', share)
    for (const [layer, [x, y]] of [
      [going, places.going],
      [coming, places.coming],
    ] as const)
      context.drawImage(layer, Math.round(x * size.w), Math.round(y * size.h))
    return
  }
  // One gives up what the other takes, also where nothing lies.
  context.globalAlpha = 1 - share
  context.drawImage(going, 0, 0)
  context.globalCompositeOperation = 'lighter'
  context.globalAlpha = share
  context.drawImage(coming, 0, 0)
  context.globalAlpha = 1
  context.globalCompositeOperation = 'source-over'
}
