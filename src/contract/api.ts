import type { Blend } from '@/core/colour/blend'
import { array, mixed, number, object, string } from 'yup'
import type { History, LoggedStep } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import type { ClipFile, Container } from '@/core/film/clip'
import type { FaceKind } from '@/core/lettering/face'
import type { Stencil } from '@/core/stencil/stencil'

/** What client and server say to one another. */
export interface ProjectSummary {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly sheetCount: number
  /** Trim size of the first sheet in points. */
  readonly width: number
  readonly height: number
  readonly changedAt: string
  readonly removed: boolean
}

export interface OpenedProject {
  readonly project: Project
  readonly revision: number
  readonly history: History
  /** It could not be read as it was saved: so many steps were left out. */
  readonly mended?: { readonly leftOut: number }
}

/** A document as it was at a revision. */
export interface ProjectAt {
  readonly project: Project
}

/** What became of one project when a picture was replaced everywhere. */
export interface Replaced {
  readonly projectId: string
  readonly name: string
  /** Why it was not changed; it was, without it. */
  readonly fault?: string
}

/** A typeface that letters can be set in. */
export interface FaceAnswer {
  /** Its word, or of one's own the SHA-256 of its file. */
  readonly id: string
  readonly name: string
  readonly kind: FaceKind
  /** Its licence lets it travel in bundles. */
  readonly canTravel: boolean
  /** The face that is its bold, or of which it is the bold. */
  readonly bold?: string
  readonly regular?: string
}

/** An outline kept in a category of one's own. */
export interface KeptStencil {
  readonly id: string
  readonly name: string
  readonly category: string
  readonly stencil: Stencil
  /** Width over height at which it is put on a sheet. */
  readonly aspect: number
}

export type NewStencil = Omit<KeptStencil, 'id'>

/** A template as the gallery lists it. */
export interface TemplateAnswer {
  readonly id: string
  /** The newest. */
  readonly version: number
  readonly name: string
  readonly category: string
  /** Words that it is found by. */
  readonly words: string
  readonly sheetCount: number
  /** How many pictures it takes. */
  readonly openings: number
  /** Trim size of the first sheet in points. */
  readonly width: number
  readonly height: number
  readonly isShipped: boolean
}

/** What a bundle was brought in as. */
export interface BroughtIn {
  readonly id: string
  readonly kind: 'project' | 'template'
}

/** A version of a template, whole. */
export interface TemplateDocument {
  readonly template: Project
}

/** What can be changed of a kept outline. */
export interface StencilChange {
  readonly name?: string
  readonly category?: string
}

export interface PictureAnswer {
  readonly hash: string
  readonly name: string
  readonly kind: string
  readonly bytes: number
  readonly width: number
  readonly height: number
  readonly levels: number
  readonly hasAlpha: boolean
  readonly tags: readonly string[]
  /** When it was added and last put to use, in ISO 8601; never used without the latter. */
  readonly addedAt: string
  readonly usedAt: string | null
  /** The clip that it is a still of. */
  readonly clip?: ClipFile
}

/** A clip that came in. */
export interface ClipAnswer {
  readonly file: string
  readonly container: Container
  readonly bytes: number
  /** The picture of the library that stands for it, if it has one already. */
  readonly picture: PictureAnswer | null
}

/** A layer of art, as a picture of the library that is as large as the whole. */
export interface ArtLayerAnswer {
  readonly name: string
  readonly picture: PictureAnswer
  /** In [0, 1]. */
  readonly opacity: number
  readonly blend: Blend
  readonly isVisible: boolean
}

/** Layered art that came in. */
export interface ArtAnswer {
  readonly name: string
  readonly width: number
  readonly height: number
  /** From the bottom up. */
  readonly layers: readonly ArtLayerAnswer[]
  /** What could not be taken as it is, in words. */
  readonly notes: readonly string[]
}

/** What can be changed of a picture of the library. */
export interface PictureChange {
  readonly name?: string
  readonly tags?: readonly string[]
}

/** A project in which a picture is shown or kept. */
export interface PictureUse {
  readonly projectId: string
  readonly name: string
  readonly count: number
}

/** What a stock service tells of a picture it offers. */
export interface StockItem {
  readonly id: string
  readonly title: string
  readonly words: readonly string[]
  readonly width: number
  readonly height: number
  readonly credit: string
}

export interface StockPage {
  /** Name of the service. */
  readonly service: string
  readonly total: number
  /** Counted from 1. */
  readonly page: number
  readonly pages: number
  readonly items: readonly StockItem[]
}

export interface SavedSteps {
  readonly revision: number
}

export interface SaveRequest {
  readonly base: number
  readonly steps: readonly LoggedStep[]
}

/** An answer that says what went wrong. */
export interface Refusal {
  readonly code: string
  readonly message: string
  readonly faults?: readonly { readonly path: string; readonly message: string }[]
  readonly facts?: Readonly<Record<string, string | number>>
}

/** Ids of sheets and items, as requests name them. */
export const ID = /^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/

export const saveRequestSchema = object({
  base: number().strict().integer().min(0).required(),
  steps: array(
    object({
      id: string().strict().matches(ID).required(),
      kind: mixed<LoggedStep['kind']>().oneOf(['do', 'undo', 'redo']).required(),
      of: string().strict().matches(ID),
      name: string().strict().max(200).required(),
      forward: array(patch()).strict().required().max(20000),
      inverse: array(patch()).strict().required().max(20000),
    })
      .strict()
      .noUnknown(),
  )
    .strict()
    .min(1)
    .max(500)
    .required(),
})
  .strict()
  .noUnknown()

function patch() {
  return object({
    op: mixed<'add' | 'remove' | 'replace'>().oneOf(['add', 'remove', 'replace']).required(),
    path: array(
      mixed<string | number>()
        .test('part', 'must be text or a number', (v) => typeof v === 'string' || typeof v === 'number')
        .required(),
    )
      .strict()
      .min(1)
      .max(40)
      .required(),
    value: mixed().nullable(),
  }).strict()
}

const label = () => string().strict().max(120)

export const keepStencilsSchema = object({
  stencils: array(
    object({
      name: label().defined(),
      category: label().defined(),
      // Checked in full by the schema of documents.
      stencil: mixed<Stencil>()
        .test('stencil', 'must be an object', (held) => typeof held === 'object' && held !== null)
        .required(),
      aspect: number().strict().min(0.001).max(1000).required(),
    })
      .strict()
      .noUnknown(),
  )
    .strict()
    .min(1)
    .max(500)
    .required(),
})
  .strict()
  .noUnknown()

export const stencilChangeSchema = object({ name: label(), category: label() }).strict().noUnknown()
