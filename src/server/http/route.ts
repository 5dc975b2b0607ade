import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { ValidationError, type Schema } from 'yup'
import { Failure, isFailure, type FailureCode } from '@/core/failure'
import type { Refusal } from '@/contract/api'
import { LIMITS } from '@/server/limits'

/** The one place that turns situations into HTTP answers. */
const STATUS: Readonly<Record<FailureCode, number>> = {
  refused: 400,
  'document-invalid': 422,
  'format-unknown': 422,
  'not-found': 404,
  conflict: 409,
  'too-large': 413,
  'picture-unreadable': 422,
  'picture-kind': 415,
  'face-unreadable': 415,
  'picture-missing': 410,
  'picture-used': 409,
  'bundle-unreadable': 422,
  'disk-full': 507,
  'job-failed': 500,
  forbidden: 403,
}

const LOCAL = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/

/** Only pages of this program, on this machine, may call it. */
const guard = (request: Request): void => {
  const host = request.headers.get('host') ?? ''
  const origin = request.headers.get('origin')
  const site = request.headers.get('sec-fetch-site')
  const foreign =
    origin !== null &&
    (origin === 'null' ||
      !LOCAL.test(origin.replace(/^https?:\/\//, '')) ||
      origin.replace(/^https?:\/\//, '') !== host)
  if (!LOCAL.test(host) || foreign || site === 'cross-site')
    throw new Failure(
      'forbidden',
      'This program answers only its own pages on this machine. Open it at its own address.',
    )
}

export const answer = (body: unknown, status = 200): Response =>
  Response.json(body, { status, headers: { 'Cache-Control': 'no-store' } })

const refusal = (error: unknown): Response => {
  if (isFailure(error)) {
    const body: Refusal = {
      code: error.code,
      message: error.message,
      faults: error.faults.slice(0, 100),
      facts: error.facts,
    }
    return answer(body, STATUS[error.code])
  }
  // Not a situation we know: the one who runs the server sees it, the person gets plain words.
  console.error(error)
  const body: Refusal = {
    code: 'job-failed',
    message: 'Something went wrong on the server. Try it again; nothing saved is lost.',
  }
  return answer(body, 500)
}

export type Handler<P> = (request: Request, params: P) => Promise<Response>

/** A route handler: guards the request, runs the use case, answers refusals in words. */
export const route =
  <P = Record<never, never>>(handler: Handler<P>) =>
  async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      guard(request)
      return await handler(request, await context.params)
    } catch (error) {
      return refusal(error)
    }
  }

/** Reads and checks a JSON body. Refuses one that is too large, not JSON, or not of the schema. */
export const readJson = async <T>(request: Request, schema: Schema<T>): Promise<T> => {
  const chunks: Uint8Array[] = []
  let bytes = 0
  for await (const chunk of bodyOf(request)) {
    const part = chunk as Uint8Array // a request's body yields bytes
    bytes += part.length
    if (bytes <= LIMITS.jsonBytes) chunks.push(part)
    else if (bytes > 4 * LIMITS.jsonBytes) break
  }
  // A body somewhat too large is read to its end, so that the answer reaches the one who sent it.
  if (bytes > LIMITS.jsonBytes) throw new Failure('too-large', 'The request is too large. Save in smaller steps.')
  let value: unknown
  try {
    value = JSON.parse(Buffer.concat(chunks).toString('utf8'))
  } catch {
    throw new Failure('refused', 'The request is not JSON. Reload the page and try again.')
  }
  try {
    return schema.validateSync(value, { strict: true })
  } catch (error) {
    if (error instanceof ValidationError)
      throw new Failure(
        'refused',
        `The request has a fault: ${error.errors[0]?.slice(0, 300)}. Correct it and try again.`,
      )
    throw error
  }
}

/** The body as a Node stream. */
export const bodyOf = (request: Request): Readable =>
  request.body ? Readable.fromWeb(request.body as import('node:stream/web').ReadableStream) : Readable.from([])

export const declaredLength = (request: Request): number | undefined => {
  const text = request.headers.get('content-length')
  const length = text === null ? NaN : Number(text)
  return Number.isSafeInteger(length) && length >= 0 ? length : undefined
}

/** Streams a file; `download` offers it to be saved under that name. */
export const fileAnswer = async (
  file: string,
  type: string,
  options: { readonly download?: string; readonly keep?: boolean } = {},
): Promise<Response> => {
  const { size } = await stat(file)
  const headers = new Headers({
    'Content-Type': type,
    'Content-Length': String(size),
    'X-Content-Type-Options': 'nosniff',
    'Cache-Control': options.keep ? 'private, max-age=31536000, immutable' : 'no-store',
  })
  if (options.download) headers.set('Content-Disposition', `attachment; filename="${options.download}"`)
  return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, { headers })
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

export const streamAnswer = (body: Readable, type: string, download: string): Response =>
  new Response(Readable.toWeb(body) as ReadableStream, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename="${download}"`,
      'Cache-Control': 'no-store',
    },
  })
