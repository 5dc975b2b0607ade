import type { Readable } from 'node:stream'
import { setImmediate as turn } from 'node:timers/promises'
import PDFDocument from 'pdfkit'
import type { Rect } from '@/core/geometry/rect'
import { Pile } from '@/painters/outlines'

/** Kinds of named things that contents use. */
export type ResourceKind = 'XObject' | 'ExtGState' | 'Shading' | 'ColorSpace'

/** An object of the file. */
export type PdfRef = PDFKit.PDFKitReference

/** Text of a content stream, and the names that it uses. */
export class Content extends Pile {
  private readonly names = new Set<string>()

  use(name: string): string {
    this.names.add(name)
    return `/${name}`
  }

  override take(other: Content, around?: (text: string) => string): void {
    for (const name of other.names) this.names.add(name)
    super.take(other, around)
  }

  get used(): ReadonlySet<string> {
    return this.names
  }
}

export interface PageBoxes {
  /** In points. */
  readonly width: number
  readonly height: number
  /** Within the page, y downward. */
  readonly trim: Rect
  readonly bleed: Rect
}

/** What is known of a file beside its pages. */
export interface BookFacts {
  readonly title: string
  readonly made: Date
  /** The profile of the colours, which are sRGB. */
  readonly profile: Uint8Array
}

/** So many bytes may wait to be written before the next are made. */
const MOST_WAITING = 4_000_000

/**
 * Colours are those of the device, and the file's output intent says that the device is sRGB: readers that know profiles
 * then show the same as those that don't, and those that are slow at converting have nothing to convert.
 */
export const SPACE = 'DeviceRGB'

/** A text rather than a name, as the library tells them apart. */
const textOf = (text: string): unknown => new String(text)

/** Named resources: a name with its kind before it, so that one list serves all contents. */
const PREFIX: Readonly<Record<ResourceKind, string>> = { XObject: 'X', ExtGState: 'G', Shading: 'S', ColorSpace: 'C' }

/**
 * A PDF 1.7 (ISO 32000-1) as it is written: objects go out as soon as they are whole, so that no more than one picture is
 * held. Names of resources hold for the whole file.
 */
export class PdfBook {
  private readonly doc: PDFKit.PDFDocument
  private readonly named = new Map<string, { readonly kind: ResourceKind; readonly ref: unknown }>()
  private readonly states = new Map<string, string>()

  constructor({ title, made, profile }: BookFacts) {
    const maker = 'Eager Stencil'
    this.doc = new PDFDocument({
      pdfVersion: '1.7',
      autoFirstPage: false,
      // No typeface is used: letters are outlines. The types don't know that none can be asked for.
      font: null as unknown as string,
      displayTitle: true,
      info: { Title: title, Producer: maker, Creator: maker, CreationDate: made },
    })
    const { _root: root } = this.doc as unknown as Record<'_root', { data: Record<string, unknown> }>
    root.data['OutputIntents'] = [
      this.object({
        Type: 'OutputIntent',
        S: 'GTS_PDFA1',
        OutputConditionIdentifier: textOf('sRGB IEC61966-2.1'),
        Info: textOf('sRGB IEC61966-2.1'),
        DestOutputProfile: this.object({ N: 3 }, profile),
      }),
    ]
  }

  /** The bytes of the file, to be piped away before anything is written. */
  get bytes(): Readable {
    return this.doc as unknown as Readable // it is one; its types say an older interface
  }

  /** Writes an object, with a stream if there are bytes for one; those with a filter are taken as they are. */
  object(facts: Readonly<Record<string, unknown>>, bytes?: Uint8Array | string): PdfRef {
    const ref = this.doc.ref({ ...facts })
    if (bytes !== undefined) ref.write(typeof bytes === 'string' ? Buffer.from(bytes, 'latin1') : bytes)
    ref.end(undefined)
    return ref
  }

  /** Names an object for contents. */
  name(kind: ResourceKind, ref: unknown): string {
    const name = `${PREFIX[kind]}${this.named.size}`
    this.named.set(name, { kind, ref })
    return name
  }

  /** The graphics state of these entries, the same one for the same ones where they are plain. */
  state(entries: Readonly<Record<string, unknown>>, isPlain = true): string {
    const key = JSON.stringify(isPlain ? entries : [this.named.size])
    const known = this.states.get(key)
    if (known !== undefined) return known
    const name = this.name('ExtGState', this.object({ Type: 'ExtGState', ...entries }))
    this.states.set(key, name)
    return name
  }

  private resourcesOf(content: Content): Record<string, unknown> {
    const resources: Record<string, Record<string, unknown>> = {}
    for (const name of content.used) {
      const held = this.named.get(name)
      if (!held) throw new TypeError(`nothing is named ${name}`)
      resources[held.kind] = { ...resources[held.kind], [name]: held.ref }
    }
    return resources
  }

  /** A content as an object of its own, isolated; of `grey` where it is a mask. */
  form(content: Content, box: Rect, colours: 'colour' | 'grey' = 'colour'): PdfRef {
    return this.object(
      {
        Type: 'XObject',
        Subtype: 'Form',
        BBox: [box.x0, box.y0, box.x1, box.y1],
        Group: { S: 'Transparency', I: true, CS: colours === 'grey' ? 'DeviceGray' : SPACE },
        Resources: this.resourcesOf(content),
      },
      content.text,
    )
  }

  /** A state whose mask is the luminosity of a content in grey; black outside its box (ISO 32000-1, 11.6.5.2). */
  maskState(content: Content, box: Rect): string {
    return this.state({ SMask: { S: 'Luminosity', G: this.form(content, box, 'grey') } }, false)
  }

  /** Adds a page with a content whose points run down from its top left corner. */
  page({ width, height, trim, bleed }: PageBoxes, content: Content): void {
    this.doc.addPage({ size: [width, height], margin: 0 })
    const { dictionary, resources } = this.doc.page as unknown as Record<'dictionary' | 'resources', { data: object }>
    const upright = ({ x0, y0, x1, y1 }: Rect): readonly number[] => [x0, height - y1, x1, height - y0]
    Object.assign(dictionary.data, {
      TrimBox: upright(trim),
      BleedBox: upright(bleed),
      Group: { S: 'Transparency', I: true, CS: SPACE },
    })
    Object.assign(resources.data, this.resourcesOf(content))
    this.doc.addContent(content.text)
  }

  /** Waits until what was made is written away. */
  async written(): Promise<void> {
    while (this.bytes.readableLength > MOST_WAITING) {
      if (this.bytes.destroyed) throw new TypeError('The file is not written any more.')
      await turn()
    }
  }

  end(): void {
    this.doc.end()
  }
}
