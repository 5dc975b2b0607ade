import { createHash } from 'node:crypto'
import { mkdir, rm, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { KeepImage } from '@/server/export/svg/store'

/** Where the images of drawings go, and what they are called from there. */
export interface BesidePlace {
  /** The file that an image is written to, by its name such as 1.jpg. */
  readonly fileOf: (name: string) => string
  /** The folder beside the drawings that it will lie in. */
  readonly folder: string
}

/** Images in a folder beside drawings: each is there once, however many drawings show it. */
export class BesideDrawings {
  private readonly known = new Map<string, string>()

  constructor(private readonly place: BesidePlace) {}

  /** Names in the folder with the files that hold them. */
  get files(): readonly { readonly name: string; readonly file: string }[] {
    const { folder, fileOf } = this.place
    return [...this.known.values()].map((name) => ({ name: `${folder}/${name}`, file: fileOf(name) }))
  }

  readonly keep: KeepImage = async (ending, data) => {
    const hash = createHash('sha256').update(data).digest('hex')
    const known = this.known.get(hash)
    const name = known ?? `${this.known.size + 1}.${ending}`
    if (known === undefined) {
      this.known.set(hash, name)
      const file = this.place.fileOf(name)
      await mkdir(path.dirname(file), { recursive: true })
      await writeFile(file, data)
    }
    // A reference is a URI (SVG 1.1, 5.8.5 and RFC 3986): what a name may not hold there is written by its bytes.
    return `${encodeURIComponent(this.place.folder)}/${name}`
  }

  /** Removes what was written. */
  async drop(): Promise<void> {
    await Promise.all(this.files.map(({ file }) => rm(file, { force: true })))
  }
}
