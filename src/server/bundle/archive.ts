import { createHash } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { Transform, Writable, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { crc32 } from 'node:zlib'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { Failure, isFailure, type FailureCode } from '@/core/failure'
import { LIMITS } from '@/server/limits'
import { asStorageFailure } from '@/server/storage/failures'

/** What a zip is called when it is refused, and what is to be done then. */
export interface ArchiveKind {
  readonly name: string
  readonly code: FailureCode
  readonly whenUnreadable: string
  readonly whenTooLarge: string
}

export const BUNDLE: ArchiveKind = {
  name: 'The bundle',
  code: 'bundle-unreadable',
  whenUnreadable: 'Save it again and bring that file in.',
  whenTooLarge: 'Split it and bring the parts in.',
}

export const unreadable = (why: string, { name, code, whenUnreadable }: ArchiveKind = BUNDLE): Failure =>
  new Failure(code, `${name} cannot be read: ${why}. ${whenUnreadable}`)

/** The library's reasons in words of ours. */
const zipWords = (error: Error): string => {
  if (/relative path|absolute path|invalid characters/i.test(error.message))
    return 'it holds a file whose path leads outside of it'
  if (/too many bytes|not enough bytes|size/i.test(error.message)) return 'a file in it is not as large as it says'
  return 'it is not a whole zip file'
}

/** An error of the zip in words; those of the disk and our own are passed on. */
export const asZipFailure = (error: unknown, kind: ArchiveKind = BUNDLE): unknown => {
  const said = asStorageFailure(error)
  return isFailure(said) ? said : unreadable(error instanceof Error ? zipWords(error) : 'it is damaged', kind)
}

const openZip = (file: string, kind: ArchiveKind): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.open(
      file,
      { lazyEntries: true, autoClose: false, validateEntrySizes: true, strictFileNames: true },
      (error, zip) => (error ? reject(unreadable(zipWords(error), kind)) : resolve(zip)),
    )
  })

const readEntries = (zip: ZipFile, kind: ArchiveKind): Promise<readonly Entry[]> =>
  new Promise((resolve, reject) => {
    const entries: Entry[] = []
    zip.on('error', (error: Error) => reject(unreadable(zipWords(error), kind)))
    zip.on('end', () => resolve(entries))
    zip.on('entry', (entry: Entry) => {
      entries.push(entry)
      if (entries.length <= LIMITS.bundleEntries) return zip.readEntry()
      reject(
        new Failure('too-large', `${kind.name} holds more than ${LIMITS.bundleEntries} files. ${kind.whenTooLarge}`),
      )
    })
    zip.readEntry()
  })

/** Bytes of a local file header without its name and extra field (APPNOTE.TXT, 4.3.7). */
const LOCAL_HEADER = 30

/** No two files of a zip may lie on the same bytes: that is how a small one unpacks to any size. */
const checkApart = (entries: readonly Entry[], kind: ArchiveKind): void => {
  const spans = entries
    .map((entry) => ({
      from: entry.relativeOffsetOfLocalHeader,
      to: entry.relativeOffsetOfLocalHeader + LOCAL_HEADER + entry.fileNameLength + entry.compressedSize,
    }))
    .sort((a, b) => a.from - b.from)
  if (spans.some(({ from }, i) => i > 0 && from < (spans[i - 1]?.to ?? 0)))
    throw unreadable('files in it lie on top of one another', kind)
}

const tooLarge = ({ name, whenTooLarge }: ArchiveKind): Failure =>
  new Failure('too-large', `${name} unpacks to more than is allowed. ${whenTooLarge}`)

/** What came out of the zip. */
export interface Unzipped {
  readonly hash: string
  readonly bytes: number
}

/** A zip that is read file by file, by name. */
export class Archive {
  private total = 0

  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
    private readonly kind: ArchiveKind,
    private readonly signal: AbortSignal | undefined,
  ) {}

  /** Throws `too-large`, or that it cannot be read. */
  static async open(file: string, signal?: AbortSignal, kind: ArchiveKind = BUNDLE): Promise<Archive> {
    const zip = await openZip(file, kind)
    try {
      const entries = await readEntries(zip, kind)
      checkApart(entries, kind)
      const byName = new Map(entries.map((entry) => [entry.fileName, entry]))
      if (byName.size < entries.length) throw unreadable('it holds two files of one name', kind)
      return new Archive(zip, byName, kind, signal)
    } catch (error) {
      zip.close()
      throw error
    }
  }

  close(): void {
    this.zip.close()
  }

  get names(): readonly string[] {
    return [...this.entries.keys()]
  }

  has(name: string): boolean {
    return this.entries.has(name)
  }

  /** The text of a file, or null where there is none. */
  async text(name: string): Promise<string | null> {
    const entry = this.entries.get(name)
    if (!entry) return null
    const chunks: Buffer[] = []
    const gather = new Writable({
      write(chunk: Buffer, _encoding, done) {
        chunks.push(chunk)
        done()
      },
    })
    await this.pour(entry, LIMITS.documentBytes, gather)
    return Buffer.concat(chunks).toString('utf8')
  }

  /** Unpacks a file of at most `most` bytes. Throws `picture-unreadable` for one whose checksum is wrong. */
  async unpack(name: string, to: string, most: number): Promise<Unzipped> {
    const entry = this.entries.get(name)
    if (!entry) throw unreadable(`it has no ${name}`, this.kind)
    return this.pour(entry, most, createWriteStream(to))
  }

  /** Counts what really comes out of the zip, whatever its directory says, and sums it up (CRC-32 as in APPNOTE.TXT, 4.4.7). */
  private async pour(entry: Entry, most: number, sink: Writable): Promise<Unzipped> {
    const hash = createHash('sha256')
    let bytes = 0
    let sum = 0
    const meter = new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        bytes += chunk.length
        this.total += chunk.length
        sum = crc32(chunk, sum)
        hash.update(chunk)
        if (bytes > most || this.total > LIMITS.bundleUnpackedBytes) done(tooLarge(this.kind))
        else done(null, chunk)
      },
    })
    await pipeline(await this.contentOf(entry), meter, sink, { ...(this.signal ? { signal: this.signal } : {}) })
    if (sum !== entry.crc32)
      throw new Failure('picture-unreadable', 'is damaged: its checksum is wrong. Put the whole file in its place.')
    return { hash: hash.digest('hex'), bytes }
  }

  private contentOf(entry: Entry): Promise<Readable> {
    return new Promise((resolve, reject) => {
      this.zip.openReadStream(entry, (error, stream) =>
        error ? reject(unreadable(zipWords(error), this.kind)) : resolve(stream),
      )
    })
  }
}
