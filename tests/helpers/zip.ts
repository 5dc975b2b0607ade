import { createWriteStream } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import yauzl, { type Entry } from 'yauzl'
import { ZipFile } from 'yazl'

/** Writes a zip of named contents. */
export const writeZip = async (file: string, entries: Readonly<Record<string, Buffer | string>>): Promise<void> => {
  const zip = new ZipFile()
  for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name)
  zip.end()
  await pipeline(zip.outputStream, createWriteStream(file))
}

/** The same zip with one name written over another of equal length, as a hostile tool would make it. */
export const renamedInZip = (zip: Buffer, from: string, to: string): Buffer => {
  const changed = Buffer.from(zip)
  for (let at = changed.indexOf(from); at >= 0; at = changed.indexOf(from, at + 1)) changed.write(to, at, 'latin1')
  return changed
}

/** Every file of a zip, by its name. */
export const unzip = (data: Buffer): Promise<Readonly<Record<string, Buffer>>> =>
  new Promise((resolve, reject) => {
    const entries: Record<string, Buffer> = {}
    yauzl.fromBuffer(data, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error)
      zip.on('error', reject)
      zip.on('end', () => resolve(entries))
      zip.on('entry', (entry: Entry) =>
        zip.openReadStream(entry, (fault, stream) => {
          if (fault) return reject(fault)
          const chunks: Buffer[] = []
          stream.on('data', (chunk: Buffer) => chunks.push(chunk))
          stream.on('end', () => {
            entries[entry.fileName] = Buffer.concat(chunks)
            zip.readEntry()
          })
        }),
      )
      zip.readEntry()
    })
  })
