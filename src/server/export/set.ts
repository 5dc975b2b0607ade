import { createWriteStream } from 'node:fs'
import { rename, rm, stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { ZipFile } from 'yazl'
import type { Project } from '@/core/document/types'
import { hasPicturesBeside, type ExportOptions } from '@/contract/exports'
import type { ExportPart } from '@/server/export/lists'
import { exportFile } from '@/server/export/file'
import { BesideDrawings } from '@/server/export/svg/beside'
import { settled, valueOf } from '@/server/export/settled'
import type { Exported, Phase, Progress } from '@/server/export/write'
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

/** So many files are written while the next is painted: writing one takes longer, and keeps to one processor. */
const WRITTEN_AT_ONCE = 2

/** Files that are made one after another, of which the last few are still being written while the next is painted. */
class Line {
  private readonly shares: number[]
  private readonly made: Promise<PromiseSettledResult<Exported>>[] = []

  constructor(
    count: number,
    private readonly progress: Progress,
  ) {
    this.shares = Array.from({ length: count }, () => 0)
  }

  private tell(share: number, i: number, phase: Phase): void {
    this.shares[i] = share
    const all = this.shares.reduce((sum, one) => sum + one, 0)
    this.progress(all, this.shares.length + 1, phase)
  }

  /** Begins the next file; it is painted, and few enough are still written, when this is over. Throws what went wrong. */
  async begin(make: (tell: Progress) => Promise<Exported>): Promise<void> {
    const i = this.made.length
    await new Promise<void>((painted) => {
      const tell: Progress = (done, of, phase) => {
        this.tell(done / of, i, phase)
        if (phase === 'writing') painted()
      }
      const one = settled(make(tell))
      this.made.push(one)
      void one.then(() => painted())
    })
    const before = this.made[i - WRITTEN_AT_ONCE]
    if (before) valueOf(await before)
  }

  /** All, once nothing is under way any more; the last of them. Throws what went wrong with any. */
  async last(): Promise<Exported> {
    const all = (await Promise.all(this.made)).map(valueOf)
    return all.at(-1) ?? { bytes: 0, width: 0, height: 0 }
  }

  /** Waits until nothing is written any more, whatever became of it. */
  async ended(): Promise<void> {
    await Promise.all(this.made)
  }
}

/** Makes files one after another and packs them, drawings with the pictures beside them. Width and height are those of the last. */
export const exportSet = async (job: SetJob, progress: Progress = () => undefined): Promise<Exported> => {
  const { project, options, files, wordsFile, out, set } = job
  const words = wordsFile === undefined ? {} : { wordsFile }
  const parts = set.map((_, i) => `${out}.${i}.sheet`)
  const beside = new BesideDrawings({ folder: PICTURES, fileOf: (name) => `${out}.${name}` })
  const keep = hasPicturesBeside(options) ? beside.keep : undefined
  const line = new Line(set.length, progress)
  try {
    for (const [i, { parts: pages }] of set.entries())
      await line.begin((tell) =>
        exportFile({ project, parts: pages, ...words, options, files, out: parts[i] ?? '' }, tell, keep),
      )
    const { width, height } = await line.last()
    progress(set.length, set.length + 1, 'writing')
    const zip = new ZipFile()
    // Pictures are compressed already.
    set.forEach(({ fileName }, i) => zip.addFile(parts[i] ?? '', fileName, { compress: false }))
    for (const { name, file } of beside.files) zip.addFile(file, name, { compress: false })
    zip.end()
    await pipeline(zip.outputStream, createWriteStream(`${out}.part`))
    await rename(`${out}.part`, out)
    return { bytes: (await stat(out)).size, width, height }
  } catch (error) {
    throw asStorageFailure(error)
  } finally {
    await line.ended()
    await Promise.all([...parts, `${out}.part`].map((part) => rm(part, { force: true })))
    await beside.drop()
  }
}
