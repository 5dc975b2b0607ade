import { openingsOf } from '@/core/document/filling'
import { sheetOf } from '@/core/document/read'
import { isText } from '@/core/document/text'
import { framesOf } from '@/core/document/tree'
import type { Frame, Item, Project, Sheet } from '@/core/document/types'
import type { TemplateMark } from '@/core/template/mark'
import type { Opening, TextField } from '@/core/template/wants'

/** What a frame is marked as: an opening with a hint, a field, or art. */
export interface FrameMark {
  readonly sheetId: string
  readonly frameId: string
  readonly opening: Opening | null
  readonly field: TextField | null
  /** Empty for none. */
  readonly hint: string
}

/** What of a project is marked when it becomes a template. */
export interface Marks {
  readonly template: TemplateMark
  readonly frames: readonly FrameMark[]
  /** Ids of the slots that are offered; the others are not. */
  readonly offered: readonly string[]
  /** How each sheet is filled, by its id; empty for nothing. */
  readonly notes: Readonly<Record<string, string>>
}

const isMarked = (project: Project): boolean =>
  Object.values(project.sheets).some((sheet) => framesOf(sheet).some(({ opening, field }) => opening ?? field))

/**
 * The marks that a project has; one that has none begins with every frame that takes pictures as an opening, and all
 * its slots offered.
 */
export const marksOf = (project: Project, template: TemplateMark): Marks => {
  const isFirst = !isMarked(project)
  return {
    template,
    frames: project.order.flatMap((sheetId) => {
      const sheet = sheetOf(project, sheetId)
      const openings = new Set(openingsOf(sheet).map(({ id }) => id))
      return framesOf(sheet)
        .filter((frame) => openings.has(frame.id) || isText(frame))
        .map((frame): FrameMark => ({
          sheetId,
          frameId: frame.id,
          opening: frame.opening ?? (isFirst && openings.has(frame.id) ? {} : null),
          field: frame.field ?? null,
          hint: frame.hint ?? '',
        }))
    }),
    offered: Object.values(project.slots).flatMap(({ id, offered }) => (offered || isFirst ? [id] : [])),
    notes: Object.fromEntries(project.order.map((id) => [id, sheetOf(project, id).notes ?? ''])),
  }
}

const emptied = (frame: Frame): Frame => ({ ...frame, fill: { kind: 'none' } })

/** A sheet as it is kept: its openings empty, whatever is neither to be filled nor written locked. */
const keptSheet = (sheet: Sheet, locks: boolean): Sheet => {
  const kept = (item: Item): Item => {
    if (item.kind !== 'frame') return item
    if (item.opening) return emptied(item)
    const isArt = item.field === undefined && item.stencil.kind !== 'glyph'
    return locks && isArt ? { ...item, locked: true } : item
  }
  const items: Sheet['items'] = Object.fromEntries(Object.entries(sheet.items).map(([id, item]) => [id, kept(item)]))
  const spans = Object.fromEntries(
    Object.entries(sheet.spans).filter(([id]) =>
      Object.values(items).some(
        (item) => item.kind === 'frame' && item.fill.kind === 'span' && item.fill.spanId === id,
      ),
    ),
  )
  const made: { -readonly [K in keyof Sheet]: Sheet[K] } = { ...sheet, items, spans }
  delete made.madeFrom
  return made
}

/**
 * The template that a marked project makes: without the pictures that fill its openings. With `locks` all that is neither
 * opening nor field is locked, so that whoever fills it moves nothing by mistake.
 */
export const templateOf = (project: Project, locks: boolean): Project => {
  const sheets = Object.fromEntries(Object.entries(project.sheets).map(([id, sheet]) => [id, keptSheet(sheet, locks)]))
  return { ...project, sheets, alphabets: {} }
}
