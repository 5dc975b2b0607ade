import { slotRef, type ColourRef, type SlotRef } from '@/core/colour/slots'
import type { Gradient } from '@/core/colour/gradient'
import { flatMesh, type MeshBend } from '@/core/geometry/bend'
import { project, unitToQuad } from '@/core/geometry/homography'
import type { Quad } from '@/core/geometry/quad'
import { Maker, type ArtOptions, type Corners, type Head } from './kit'
import type { Colour } from '@/core/colour/colour'
import type { DemoFaces } from '@demo/faces'

/** Parts of scenes that show a design on things: ground and light, screens with their glass, shapes in perspective. */

export type Dot = readonly [x: number, y: number]

const CATEGORY = 'Mock-ups'
/** The longer side of every scene, in pixels. */
export const LONG = 3000

/** A scene of so many pixels. */
export const scene = (
  faces: DemoFaces,
  head: Pick<Head, 'id' | 'name' | 'words' | 'notes'>,
  [w, h]: readonly [number, number] = [LONG, 2250],
): Scene => new Scene({ ...head, category: CATEGORY, unit: 'px', size: [w, h] }, faces)

const text = ([x, y]: Dot): string => `${Math.round(x * 100) / 100} ${Math.round(y * 100) / 100}`

/** A closed path through dots. */
export const shape = (dots: readonly Dot[]): string => `M${dots.map(text).join('L')}Z`

/** A closed path through dots with its corners rounded by so many pixels, as far as their sides go. */
export const rounded = (dots: readonly Dot[], radius: number): string => {
  const towards = (from: Dot, to: Dot): Dot => {
    const length = Math.hypot(to[0] - from[0], to[1] - from[1])
    const by = Math.min(radius, length / 2) / length
    return [from[0] + (to[0] - from[0]) * by, from[1] + (to[1] - from[1]) * by]
  }
  const pieces = dots.map((dot, i) => {
    const before = dots[(i + dots.length - 1) % dots.length] ?? dot
    const after = dots[(i + 1) % dots.length] ?? dot
    return `${i === 0 ? 'M' : 'L'}${text(towards(dot, before))}Q${text(dot)} ${text(towards(dot, after))}`
  })
  return `${pieces.join('')}Z`
}

/** A circle, or an ellipse where a second radius is given. */
export const round = ([x, y]: Dot, rx: number, ry = rx): string =>
  `M${x - rx} ${y}A${rx} ${ry} 0 1 1 ${x + rx} ${y}A${rx} ${ry} 0 1 1 ${x - rx} ${y}Z`

export const box = (x: number, y: number, w: number, h: number): Corners => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
]

const quadOf = ([p, q, r, s]: Corners): Quad => {
  const point = ([x, y]: Dot) => ({ x, y })
  return [point(p), point(q), point(r), point(s)]
}

/** A place on something seen in perspective, by its shares across and down. */
export const onto = (corners: Corners) => {
  const map = unitToQuad(quadOf(corners))
  return (u: number, v: number): Dot => {
    const { x, y } = project(map, { x: u, y: v })
    return [x, y]
  }
}

/** The part of something seen in perspective between shares across and down. */
export const partOf = (corners: Corners, u0: number, v0: number, u1: number, v1: number): Corners => {
  const at = onto(corners)
  return [at(u0, v0), at(u1, v0), at(u1, v1), at(u0, v1)]
}

/** Colours from one side to the other; `turn` 0 goes right, 90 down. */
export const blend = (turn: number, ...colours: readonly ColourRef[]): Gradient => ({
  shape: 'linear',
  turn,
  stops: colours.map((colour, i) => ({ at: i / (colours.length - 1), colour })),
})

/** Colours at places of their own. */
export const stops = (turn: number, ...all: readonly (readonly [number, ColourRef])[]): Gradient => ({
  shape: 'linear',
  turn,
  stops: all.map(([at, colour]) => ({ at, colour })),
})

export const glow = (...colours: readonly ColourRef[]): Gradient => ({ ...blend(0, ...colours), shape: 'radial' })

/** A mesh whose inner points and sides are moved, in shares of the frame: across and down by formulas of the place. */
export const swung = (columns: number, rows: number, by: (u: number, v: number) => Dot): MeshBend => {
  const flat = flatMesh(columns, rows)
  const last = columns * rows - 1
  const corners = new Set([0, columns - 1, last - columns + 1, last])
  const points = flat.points.map(({ x, y }, i) => {
    if (corners.has(i)) return { x, y }
    const [dx, dy] = by(x, y)
    return { x: x + dx, y: y + dy }
  })
  return { ...flat, points }
}

/** Lighter and darker tints of one slot. */
export const tints = (slot: SlotRef, ...all: readonly number[]): readonly ColourRef[] =>
  all.map((tint) => slotRef(slot.slice(1), tint))

type Fill = ArtOptions['fill']

/** A template with the ways that scenes are painted. */
export class Scene extends Maker {
  /** The ground that all stands on: a wall above, a table below from `edge`, both lit from the left. */
  room(wall: Colour, table: Colour, edge: number): this {
    const [w, h] = this.head.size
    const back = this.slot('Background', wall)
    const top = this.slot('Table', table)
    this.paper(blend(115, ...tints(back, 30, 0, -14)))
    this.art('Table top', [0, edge, w, h - edge], { kind: 'rectangle' }, { fill: blend(80, ...tints(top, -12, 8, 22)) })
    return this.soft('Edge of the table', shape(box(0, edge, w, 26)), 12, blend(90, '#9a938a', '#ffffff'), 0.5)
  }

  /** A soft patch of shade. */
  shade(name: string, d: string, feather: number, opacity: number, fill: Fill = '#1d1a22'): this {
    return this.drawn(name, d, { fill, feather, opacity, blend: 'multiply' })
  }

  /** What darkens by its colours, white leaving all as it is. */
  soft(name: string, d: string, feather: number, fill: Fill, opacity = 1): this {
    return this.drawn(name, d, { fill, feather, opacity, blend: 'multiply' })
  }

  /** What lightens by its colours, black leaving all as it is. */
  light(name: string, d: string, fill: Fill, opacity = 1, feather = 0): this {
    return this.drawn(name, d, { fill, opacity, blend: 'screen', ...(feather > 0 ? { feather } : {}) })
  }

  /** A screen: its opening, the light of its place over it, and two bands of reflection. */
  screen(
    name: string,
    corners: Corners,
    size: readonly [number, number],
    radius: number,
    options: { readonly hint: string; readonly isAlike?: boolean },
  ): this {
    const [w, h] = size
    const [[x0, y0], , [x1, y1]] = corners
    this.opening(name, [(x0 + x1) / 2 - w / 2, (y0 + y1) / 2 - h / 2, w, h], {
      corners,
      hint: options.hint,
      stencil: { kind: 'rectangle', corners: [{ style: 'round', size: { points: this.u(radius) } }] },
      ...(options.isAlike ? { alike: true as const } : {}),
    })
    const edge = rounded(corners, radius)
    this.soft('Light on the screen', edge, 0, blend(110, '#ffffff', '#ffffff', '#dcd9e2'))
    const at = onto(corners)
    const slanted = (u0: number, u1: number, lean: number): Corners => [
      at(u0 + lean, 0),
      at(u1 + lean, 0),
      at(u1, 1),
      at(u0, 1),
    ]
    this.light('Reflection', shape(slanted(0.08, 0.4, 0.32)), blend(90, '#2b2b30', '#0c0c0e'), 0.55)
    return this.light('Thin reflection', shape(slanted(0.47, 0.54, 0.3)), blend(90, '#242428', '#0a0a0c'), 0.5)
  }
}
