import { Failure } from '@/core/failure'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { POINTS_PER_INCH } from '@/core/units'
import { fileNeeds, renderSheet } from '@/core/render/drawList'
import { levelCount, levelFor } from '@/core/render/needs'
import { exportSheet, type Exported } from '@/server/export/write'
import { LIMITS } from '@/server/limits'
import { levelFile } from '@/server/pictures/levels'
import { exists } from '@/server/storage/files'

/** Where the pyramid of a picture lies. */
export interface Pyramid {
  readonly folder: string
  readonly hasAlpha: boolean
}

export interface ThumbnailJob {
  readonly project: Project
  readonly sheetId: string
  /** By the hash of a picture. */
  readonly pyramids: Readonly<Record<string, Pyramid>>
  readonly out: string
}

const missing = (): Failure =>
  new Failure('picture-missing', 'A picture of this project is missing. Open the project to put it back or replace it.')

/** Paints the small picture of a sheet from the levels that suffice for it. Done apart from the server. */
export const paintThumbnail = async ({ project, sheetId, pyramids, out }: ThumbnailJob): Promise<Exported> => {
  const sheet = sheetOf(project, sheetId)
  const ppi = (LIMITS.thumbnailSide / Math.max(sheet.size.w, sheet.size.h)) * POINTS_PER_INCH
  const files: Record<string, string> = {}
  for (const { source, density, pixels } of fileNeeds(renderSheet(project, sheet), ppi / POINTS_PER_INCH)) {
    const pyramid = pyramids[source.hash]
    if (!pyramid) throw missing()
    files[source.hash] ??= levelFile(pyramid.folder, levelFor(density, levelCount(pixels)), pyramid.hasAlpha)
  }
  const there = await Promise.all(Object.values(files).map(exists))
  if (!there.every(Boolean)) throw missing()
  const options = { format: 'webp', sizing: { by: 'ppi', ppi }, quality: 88, bleed: false } as const
  return exportSheet({ project, sheetId, files, options, out })
}
