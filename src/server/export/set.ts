import { createWriteStream } from 'node:fs'
import { rename, rm, stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { ZipFile } from 'yazl'
import type { Project } from '@/core/document/types'
import type { ExportOptions } from '@/contract/exports'
import type { ExportPart } from '@/server/export/lists'
import { exportFile } from '@/server/export/file'
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

/** Renders sheets one after another and packs them. Width and height are those of the last. */
export const exportSet = async (job: SetJob, progress: Progress = () => undefined): Promise<Exported> => {
  const { project, options, files, wordsFile, out, set } = job
  const words = wordsFile === undefined ? {} : { wordsFile }
  const parts: string[] = []
  let size = { width: 0, height: 0 }
  try {
    for (const [i, { parts: pages }] of set.entries()) {
      const part = `${out}.${i}.sheet`
      parts.push(part)
      size = await exportFile({ project, parts: pages, ...words, options, files, out: part }, (done, of, phase) =>
        progress(i + done / of, set.length + 1, phase),
      )
    }
    progress(set.length, set.length + 1, 'writing')
    const zip = new ZipFile()
    // Pictures are compressed already.
    set.forEach(({ fileName }, i) => zip.addFile(parts[i] ?? '', fileName, { compress: false }))
    zip.end()
    await pipeline(zip.outputStream, createWriteStream(`${out}.part`))
    await rename(`${out}.part`, out)
    return { bytes: (await stat(out)).size, ...size }
  } catch (error) {
    throw asStorageFailure(error)
  } finally {
    await Promise.all([...parts, `${out}.part`].map((part) => rm(part, { force: true })))
  }
}
