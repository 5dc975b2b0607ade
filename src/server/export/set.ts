import { createWriteStream } from 'node:fs'
import { rename, rm, stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { ZipFile } from 'yazl'
import type { Project } from '@/core/document/types'
import { hasPicturesBeside, type ExportOptions } from '@/contract/exports'
import type { ExportPart } from '@/server/export/lists'
import { exportFile } from '@/server/export/file'
import { BesideDrawings } from '@/server/export/svg/beside'
import type { Exported, Progress } from '@/server/export/write'
import { asStorageFailure } from '@/server/storage/failures'

/** One file of a set. */
export interface SetFile {
  readonly fileName: string
  readonly parts: readonly ExportPart[]
}

/** Several files as one zip; plain data, so that it can be handed to another process. */
export interface SetJob {
  readonly project: Project
  /** In the order of the zip; names with their ending. */
  readonly set: readonly SetFile[]
  readonly options: ExportOptions
  /** Original files by picture hash. */
  readonly files: Readonly<Record<string, string>>
  readonly wordsFile?: string
  readonly out: string
}

/** The folder of the pictures of drawings. */
const PICTURES = 'pictures'

/** Makes files one after another and packs them, drawings with the pictures beside them. Width and height are those of the last. */
export const exportSet = async (job: SetJob, progress: Progress = () => undefined): Promise<Exported> => {
  const { project, options, files, wordsFile, out, set } = job
  const words = wordsFile === undefined ? {} : { wordsFile }
  const parts: string[] = []
  const beside = new BesideDrawings({ folder: PICTURES, fileOf: (name) => `${out}.${name}` })
  const keep = hasPicturesBeside(options) ? beside.keep : undefined
  let size = { width: 0, height: 0 }
  try {
    for (const [i, { parts: pages }] of set.entries()) {
      const part = `${out}.${i}.sheet`
      parts.push(part)
      const tell: Progress = (done, of, phase) => progress(i + done / of, set.length + 1, phase)
      const made = await exportFile({ project, parts: pages, ...words, options, files, out: part }, tell, keep)
      size = { width: made.width, height: made.height }
    }
    progress(set.length, set.length + 1, 'writing')
    const zip = new ZipFile()
    // Pictures are compressed already.
    set.forEach(({ fileName }, i) => zip.addFile(parts[i] ?? '', fileName, { compress: false }))
    for (const { name, file } of beside.files) zip.addFile(file, name, { compress: false })
    zip.end()
    await pipeline(zip.outputStream, createWriteStream(`${out}.part`))
    await rename(`${out}.part`, out)
    return { bytes: (await stat(out)).size, ...size }
  } catch (error) {
    throw asStorageFailure(error)
  } finally {
    await Promise.all([...parts, `${out}.part`].map((part) => rm(part, { force: true })))
    await beside.drop()
  }
}
