import { newFrame, newProject, newSheet } from '@/core/document/create'
import { poseAbout } from '@/core/document/edits/lettering/newWord'
import { addWord } from '@/core/document/edits/lettering/words'
import { addText } from '@/core/document/edits/texts'
import { isText, newText } from '@/core/document/text'
import { laidCorners } from '@/core/document/laid'
import type { Background, Frame, ItemFinish, Laid, Project, Sheet } from '@/core/document/types'
import type { Bend } from '@/core/geometry/bend'
import type { Adjustments } from '@/core/adjust/adjustments'
import type { Blend } from '@/core/colour/blend'
import type { Colour } from '@/core/colour/colour'
import { slotRef, type ColourRef, type SlotRef } from '@/core/colour/slots'
import type { Gradient } from '@/core/colour/gradient'
import { newLayer, type FinishLayer, type LayerKind } from '@/core/finish/layers'
import { applyVector, rotation } from '@/core/geometry/matrix'
import { extentAlong } from '@/core/path/extent'
import { parseSvgPath } from '@/core/path/svgPath'
import { newSetting, type Setting } from '@/core/lettering/settings'
import type { Stencil } from '@/core/stencil/stencil'
import type { TemplateMark } from '@/core/template/mark'
import type { Wants } from '@/core/template/wants'
import { FIRST_LAYOUT, type LookRun, type TextLayout } from '@/core/text/block'
import { toPoints, type Unit } from '@/core/units'
import type { DemoFaces } from '@demo/faces'
import { trimmedSheet } from './trimming'

/** A document that is a template. */
export type Template = Project & { readonly template: TemplateMark }

export interface Head {
  readonly id: string
  readonly version?: number
  readonly name: string
  readonly category: string
  readonly words: string
  readonly unit: Unit
  /** Trim size, bleed and safe margin in the unit. */
  readonly size: readonly [number, number]
  readonly ppi?: number
  readonly bleed?: number
  readonly safe?: number
  readonly notes?: string
}

/** Left, top, width and height in the sheet's unit, as the frame lies before it is turned. */
export type Place = readonly [x: number, y: number, w: number, h: number]

/**
 * Where a part of something turned comes to lie, by its left, top, width and height within the whole of that size; the
 * whole turns about its middle, which stands at `centre`.
 */
export const partsOfTurned =
  ([cx, cy]: readonly [number, number], turn: number, [w, h]: readonly [number, number]) =>
  (x: number, y: number, pw: number, ph: number): Place => {
    const by = applyVector(rotation(turn), { x: x + (pw - w) / 2, y: y + (ph - h) / 2 })
    return [cx + by.x - pw / 2, cy + by.y - ph / 2, pw, ph]
  }

/** How most lines of a card lie: in the middle of their box, smaller where they would not fit. */
export const CENTRED = { align: 'centre', stand: 'middle', shrinks: true } as const

interface Standing {
  readonly turn?: number
  readonly layers?: readonly FinishLayer[]
  readonly opacity?: number
  readonly blend?: Blend
  readonly flip?: boolean
  readonly bleed?: number
  /** How far inward its edge fades. */
  readonly feather?: number
}

export interface ArtOptions extends Standing {
  readonly fill: ColourRef | Gradient
}

export interface OpeningOptions extends Standing {
  readonly stencil?: Stencil
  readonly hint?: string
  readonly wants?: Wants
  readonly mayStayEmpty?: true
  /** It shows the same as all others of its name. */
  readonly alike?: true
  /** Where its corners are seen, from the left upper one clockwise; flat without them. */
  readonly corners?: Corners
  readonly bend?: Bend
  /** Behind the picture, seen through it. */
  readonly backing?: ColourRef
}

type Dot = readonly [x: number, y: number]
export type Corners = readonly [Dot, Dot, Dot, Dot]

export interface TextOptions extends Standing, Partial<TextLayout> {
  readonly face: string
  /** In points. */
  readonly size: number
  readonly colour: ColourRef
  /** It is to be written: the most letters, or null for as many as fit. Without it the text stays as it is. */
  readonly field?: number | null
}

export interface WordOptions extends Partial<Omit<Setting, 'face'>> {
  readonly face: string
  readonly size: number
  readonly layers?: readonly FinishLayer[]
}

const RECTANGLE: Stencil = { kind: 'rectangle' }

/** Makes a template sheet by sheet. Lengths are in the sheet's unit; what is put down later lies above. */
export class Maker {
  private project: Project
  private sheetId = 'sheet-1'
  private count = 0

  constructor(
    readonly head: Head,
    private readonly faces: DemoFaces,
  ) {
    this.project = newProject(`t-${head.id}`, head.name, this.blank('sheet-1', head.name))
  }

  private get ppi(): number {
    return this.head.ppi ?? (this.head.unit === 'px' ? 72 : 300)
  }

  /** Points of a length. */
  u(length: number): number {
    return toPoints(length, this.head.unit, this.ppi)
  }

  private blank(id: string, name: string): Sheet {
    const { size, unit, bleed = 0, safe = 0, notes } = this.head
    const made = newSheet(id, name, {
      unit,
      ppi: this.ppi,
      size: { w: this.u(size[0]), h: this.u(size[1]) },
      bleed: this.u(bleed),
    })
    return { ...made, safe: this.u(safe), ...(notes === undefined ? {} : { notes }) }
  }

  /** One more sheet, of the same size; what follows is put on it. */
  sheet(name: string): this {
    const id = `sheet-${this.project.order.length + 1}`
    this.sheetId = id
    this.project = {
      ...this.project,
      order: [...this.project.order, id],
      sheets: { ...this.project.sheets, [id]: this.blank(id, name) },
    }
    return this
  }

  /** Gives the first sheet a name of its own. */
  named(name: string): this {
    return this.change((sheet) => ({ ...sheet, name }))
  }

  private change(make: (sheet: Sheet) => Sheet): this {
    const sheet = this.project.sheets[this.sheetId]
    if (!sheet) throw new TypeError(`There is no sheet ${this.sheetId}.`)
    this.project = { ...this.project, sheets: { ...this.project.sheets, [this.sheetId]: make(sheet) } }
    return this
  }

  /** A colour that whoever fills the template may change. */
  slot(name: string, colour: Colour): SlotRef {
    const id = `${this.head.id}-${name.toLowerCase().replace(/[^a-z]+/g, '-')}`
    this.project = {
      ...this.project,
      slots: { ...this.project.slots, [id]: { id, name, colour, offered: true } },
    }
    return slotRef(id)
  }

  paper(colour: ColourRef | Gradient): this {
    const background: Background =
      typeof colour === 'string' ? { kind: 'colour', colour } : { kind: 'gradient', ...colour }
    return this.change((sheet) => ({ ...sheet, background }))
  }

  private nextId(): string {
    this.count += 1
    return `f-${this.count}`
  }

  private box([x, y, w, h]: Place) {
    return { cx: this.u(x + w / 2), cy: this.u(y + h / 2), w: this.u(w), h: this.u(h) }
  }

  private standing({ turn = 0, layers, opacity, blend, flip, bleed, feather }: Standing): Partial<Frame> {
    const finish: ItemFinish | undefined = layers?.length
      ? { layers: layers.map((layer, i) => ({ ...layer, id: `l-${i + 1}` })) }
      : undefined
    return {
      turn,
      ...(finish ? { finish } : {}),
      ...(opacity === undefined ? {} : { opacity }),
      ...(blend === undefined ? {} : { blend }),
      ...(flip ? { flip } : {}),
      ...(bleed === undefined ? {} : { bleed: this.u(bleed) }),
      ...(feather === undefined ? {} : { feather: this.u(feather) }),
    }
  }

  private put(frame: Frame): this {
    return this.change((sheet) => ({
      ...sheet,
      order: [...sheet.order, frame.id],
      items: { ...sheet.items, [frame.id]: frame },
    }))
  }

  /** Something that is there to be seen: it takes no pictures and stays where it is. */
  art(name: string, at: Place, stencil: Stencil, { fill, ...standing }: ArtOptions): this {
    return this.put({
      ...newFrame(this.nextId(), stencil, this.box(at), name),
      ...this.standing(standing),
      takesPictures: false,
      locked: true,
      fill: typeof fill === 'string' ? { kind: 'colour', colour: fill } : { kind: 'gradient', ...fill },
    })
  }

  /** Art drawn as path text in the sheet's unit, where it stands. */
  drawn(name: string, d: string, { evenOdd = false, ...options }: ArtOptions & { readonly evenOdd?: boolean }): this {
    const path = parseSvgPath(d)
    const across = extentAlong(path, 0)
    const down = extentAlong(path, 90)
    const stencil: Stencil = { kind: 'path', d, fillRule: evenOdd ? 'evenodd' : 'nonzero' }
    const at: Place = [across.min, down.min, across.max - across.min, down.max - down.min]
    return this.art(name, at, stencil, options)
  }

  /** A place for a picture. */
  opening(
    name: string,
    at: Place,
    { stencil = RECTANGLE, hint, wants, mayStayEmpty, alike, corners, bend, backing, ...standing }: OpeningOptions = {},
  ): this {
    const frame = {
      ...newFrame(this.nextId(), stencil, this.box(at), name),
      ...this.standing(standing),
      ...(hint === undefined ? {} : { hint }),
      ...(backing === undefined ? {} : { backing }),
      opening: { ...(wants ? { wants } : {}), ...(mayStayEmpty ? { mayStayEmpty } : {}), ...(alike ? { alike } : {}) },
    }
    return this.put(corners ? { ...frame, laid: this.laidIn(frame, corners, bend) } : frame)
  }

  private laidIn(frame: Frame, [p, q, r, s]: Corners, bend?: Bend): Laid {
    const point = ([x, y]: Dot) => ({ x: this.u(x), y: this.u(y) })
    const corners = laidCorners(frame, [point(p), point(q), point(r), point(s)])
    return { corners, ...(bend ? { bend } : {}) }
  }

  /** A text in a box; a field, or words that stay. */
  text(
    name: string,
    text: string,
    at: Place,
    { face, size, colour, field, turn, layers, opacity, blend, flip, bleed, ...layout }: TextOptions,
  ): this {
    const looks: readonly LookRun[] = [{ face: this.faces.ref(face), size, length: text.length }]
    const { runs, drawings } = this.faces.text(text, looks)
    const stencil = { kind: 'text', text, runs, drawings, ...FIRST_LAYOUT, ...layout } as const
    const frame: Frame = {
      ...newText(this.nextId(), stencil, this.box(at), colour),
      ...this.standing({
        ...(turn === undefined ? {} : { turn }),
        ...(layers ? { layers } : {}),
        ...(opacity === undefined ? {} : { opacity }),
        ...(blend === undefined ? {} : { blend }),
        ...(flip ? { flip } : {}),
        ...(bleed === undefined ? {} : { bleed }),
      }),
      name,
      ...(field === undefined ? { locked: true } : { field: field === null ? {} : { longest: field } }),
    }
    if (!isText(frame)) throw new TypeError(`“${name}” is no text.`)
    this.project = addText(this.project, { sheetId: this.sheetId, frame })
    return this
  }

  /** Live letters, a picture in each, about a point. */
  word(name: string, text: string, at: readonly [number, number], { face, size, layers, ...more }: WordOptions): this {
    const setting: Setting = { ...newSetting(text, this.faces.ref(face), size), ...more }
    const layout = this.faces.layout(setting)
    const groupId = this.nextId()
    const letterIds = layout.letters.map((_, i) => `${groupId}-${i + 1}`)
    const pose = poseAbout(layout, { x: this.u(at[0]), y: this.u(at[1]) })
    this.project = addWord(this.project, { sheetId: this.sheetId, groupId, setting, layout, letterIds, pose })
    return this.change((sheet) => {
      const items = { ...sheet.items }
      for (const id of letterIds) {
        const item = items[id]
        if (item?.kind !== 'frame') continue
        const finish = layers ? { finish: { layers: layers.map((layer, i) => ({ ...layer, id: `l-${i + 1}` })) } } : {}
        items[id] = { ...item, ...finish, opening: {} }
      }
      const group = items[groupId]
      if (group?.kind === 'group') items[groupId] = { ...group, name }
      return { ...sheet, items }
    })
  }

  /** A change of tones that can be switched. */
  look(name: string, adjustments: Adjustments, on = false): this {
    const id = `sw-${name.toLowerCase().replace(/[^a-z]+/g, '-')}`
    return this.change((sheet) => ({ ...sheet, switches: { ...sheet.switches, [id]: { id, name, on, adjustments } } }))
  }

  /** A layer of a finish with its lengths in the sheet's unit. */
  layer<K extends LayerKind>(kind: K, lengths: Partial<Extract<FinishLayer, { kind: K }>>): FinishLayer {
    const scaled = Object.fromEntries(
      Object.entries(lengths).map(([key, value]) => [
        key,
        typeof value === 'number' && LENGTHS.has(key) ? this.u(value) : value,
      ]),
    )
    return { ...newLayer(kind, 'l', this.u(1)), ...scaled } as FinishLayer // of the same kind
  }

  /** A soft fall of shade beneath: how high it lies above the paper. */
  fall(height: number, opacity = 0.35): FinishLayer {
    return this.layer('shadow', { dx: height * 0.35, dy: height, blur: height * 1.1, opacity })
  }

  /** A line along the edge. */
  edge(width: number, colour: ColourRef, side: 'inside' | 'centre' | 'outside' = 'inside'): FinishLayer {
    return this.layer('stroke', { width, side, paint: { kind: 'colour', colour }, join: 'miter' })
  }

  done(): Template {
    const { id, version = 1, category, words } = this.head
    const sheets = Object.entries(this.project.sheets).map(([key, sheet]) => [key, trimmedSheet(sheet)])
    return {
      ...this.project,
      sheets: Object.fromEntries(sheets) as Project['sheets'], // each by its id
      template: { id, version, category, words },
    }
  }
}

/** Keys of layers that are lengths. */
const LENGTHS: ReadonlySet<string> = new Set(['width', 'dx', 'dy', 'blur', 'spread', 'grow', 'depth', 'softness'])
