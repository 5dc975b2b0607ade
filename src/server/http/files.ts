import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { Readable } from 'node:stream'

/**
 * A stream that is opened when it is first read, and closed when its reader goes away: a request that asks only for the
 * head of an answer, or is dropped before it, opens nothing.
 */
const openedOnRead = (open: () => Promise<Readable> | Readable): ReadableStream<Uint8Array> => {
  let reader: ReadableStreamDefaultReader<Uint8Array> | null = null
  return new ReadableStream<Uint8Array>(
    {
      async pull(controller) {
        reader ??= (Readable.toWeb(await open()) as ReadableStream<Uint8Array>).getReader()
        const { done, value } = await reader.read()
        if (done) controller.close()
        else controller.enqueue(value)
      },
      async cancel(reason) {
        await reader?.cancel(reason)
      },
    },
    { highWaterMark: 0 },
  )
}

/** Bytes of a file, both ends included. */
interface Part {
  readonly start: number
  readonly end: number
}

/**
 * The part that a Range header asks for (RFC 9110, 14.1.2 and 14.2): one range of bytes. `whole` where there is none, or
 * several, or it is not understood; `none` where nothing of it is there.
 */
export const partOf = (range: string | null, size: number): Part | 'whole' | 'none' => {
  const match = /^bytes=(\d{0,15})-(\d{0,15})$/.exec((range ?? '').trim())
  const [from, to] = [match?.[1] ?? '', match?.[2] ?? '']
  if (!match || (from === '' && to === '')) return 'whole'
  const start = from === '' ? Math.max(0, size - Number(to)) : Number(from)
  const end = from === '' || to === '' ? size - 1 : Math.min(Number(to), size - 1)
  if (from !== '' && to !== '' && Number(to) < Number(from)) return 'whole'
  return start > end || start >= size ? 'none' : { start, end }
}

export interface FileOptions {
  /** Offers it to be saved under this name. */
  readonly download?: string
  /** What is behind the address never changes: this names it, and it may be kept for good. */
  readonly tag?: string
}

/** To be saved under a name (RFC 6266, 4.3; RFC 8187, 3.2), which those who do not know the second form get in ASCII. */
export const attachment = (name: string): string => {
  const plain = name.normalize('NFKD').replace(/[^A-Za-z0-9 ._-]+/g, '') || 'file'
  const coded = encodeURIComponent(name).replace(/['()*!]/g, (sign) => `%${sign.charCodeAt(0).toString(16)}`)
  return `attachment; filename="${plain}"${plain === name ? '' : `; filename*=UTF-8''${coded}`}`
}

/** Has the one who asks what is behind the tag already (RFC 9110, 13.1.2)? */
const isKnown = (request: Request, tag: string): boolean =>
  (request.headers.get('if-none-match') ?? '').split(',').some((one) => {
    const held = one.trim().replace(/^W\//, '')
    return held === '*' || held === tag
  })

/** A part counts only of the same content (RFC 9110, 13.1.5). */
const wantsPart = (request: Request, tag: string): boolean => {
  const condition = request.headers.get('if-range')
  return condition === null || condition === tag
}

/** Streams a file, or the part of it that is asked for. */
export const fileAnswer = async (
  request: Request,
  file: string,
  type: string,
  { download, tag: name }: FileOptions = {},
): Promise<Response> => {
  const { size, mtimeMs } = await stat(file)
  const tag = `"${name ?? `${size}-${Math.round(mtimeMs)}`}"`
  const headers = new Headers({
    'Content-Type': type,
    'X-Content-Type-Options': 'nosniff',
    'Accept-Ranges': 'bytes',
    ETag: tag,
    'Cache-Control': name === undefined ? 'no-store' : 'private, max-age=31536000, immutable',
  })
  if (download) headers.set('Content-Disposition', attachment(download))
  if (name !== undefined && isKnown(request, tag)) return new Response(null, { status: 304, headers })
  const part = wantsPart(request, tag) ? partOf(request.headers.get('range'), size) : 'whole'
  if (part === 'none') {
    headers.set('Content-Range', `bytes */${size}`)
    return new Response(null, { status: 416, headers })
  }
  const { start, end } = part === 'whole' ? { start: 0, end: size - 1 } : part
  headers.set('Content-Length', String(end - start + 1))
  if (part !== 'whole') headers.set('Content-Range', `bytes ${start}-${end}/${size}`)
  const body = size === 0 ? null : openedOnRead(() => createReadStream(file, { start, end }))
  return new Response(body, { status: part === 'whole' ? 200 : 206, headers })
}

/** Bytes made for this request, the same each time. */
export const bytesAnswer = (bytes: Buffer, type: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': type,
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, max-age=86400',
    },
  })

/** A stream that is made when it is read. */
export const streamAnswer = (open: () => Promise<Readable> | Readable, type: string, download: string): Response =>
  new Response(openedOnRead(open), {
    headers: {
      'Content-Type': type,
      'Content-Disposition': attachment(download),
      'Cache-Control': 'no-store',
    },
  })
