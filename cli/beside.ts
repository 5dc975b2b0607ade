import path from 'node:path'
import { hasPicturesBeside, type ExportOptions } from '@/contract/exports'
import { BesideDrawings } from '@/server/export/svg/beside'
import type { KeepImage } from '@/server/export/svg/store'

/** The folder of the pictures of drawings, beside them. */
export const picturesBeside = (where: string, folder: string): BesideDrawings =>
  new BesideDrawings({ folder, fileOf: (name) => path.join(where, folder, name) })

/** Makes drawings, with their pictures beside them if that is asked for; what is there of those goes when one fails. */
export const keptBeside = async <T>(
  beside: BesideDrawings,
  options: ExportOptions,
  make: (keep?: KeepImage) => Promise<T>,
): Promise<T> => {
  if (!hasPicturesBeside(options)) return make()
  try {
    return await make(beside.keep)
  } catch (error) {
    await beside.drop()
    throw error
  }
}
