import { Readable } from 'node:stream'
import { ValidationError, type Schema } from 'yup'
import { Failure, isFailure, type FailureCode } from '@/core/failure'
import type { Refusal } from '@/contract/api'
import { LIMITS } from '@/server/limits'
import { asStorageFailure } from '@/server/storage/failures'

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
  busy: 503,
  'folder-in-use': 503,
  cancelled: 499,
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

const refusal = (thrown: unknown): Response => {
  const error = asStorageFailure(thrown)
  if (isFailure(error)) {
    const body: Refusal = {
      code: error.code,
      message: error.message,
      faults: error.faults.slice(0, LIMITS.faultsListed),
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

/** Parts of a path are names: with a NUL in them they name nothing. */
const checkedParams = <P>(params: P): P => {
  if (Object.values(params ?? {}).some((part) => typeof part === 'string' && part.includes('\0')))
    throw new Failure(
      'refused',
      'The address holds the character NUL, which names nothing here. Go back to the projects page.',
    )
  return params
}

export type Handler<P> = (request: Request, params: P) => Promise<Response>

/** A route handler: guards the request, runs the use case, answers refusals in words. */
export const route =
  <P = Record<never, never>>(handler: Handler<P>) =>
  async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      guard(request)
      return await handler(request, checkedParams(await context.params))
    } catch (error) {
      return refusal(error)
    }
  }

const holdsNul = (value: unknown): boolean => {
  if (typeof value === 'string') return value.includes('\0')
  if (typeof value !== 'object' || value === null) return false
  return Object.entries(value).some(([key, inner]) => key.includes('\0') || holdsNul(inner))
}

/**
 * Reads and checks a JSON body of at most `most` bytes. Refuses one that is larger, not JSON, not of the schema, or that
 * holds a NUL, at which databases end a text.
 */
export const readJson = async <T>(
  request: Request,
  schema: Schema<T>,
  { most = LIMITS.jsonBytes }: { readonly most?: number } = {},
): Promise<T> => {
  const chunks: Uint8Array[] = []
  let bytes = 0
  for await (const chunk of bodyOf(request)) {
    const part = chunk as Uint8Array // a request's body yields bytes
    bytes += part.length
    if (bytes <= most) chunks.push(part)
    else if (bytes > 4 * most) break
  }
  // A body somewhat too large is read to its end, so that the answer reaches the one who sent it.
  if (bytes > most) throw new Failure('too-large', 'The request is too large. Save in smaller steps.')
  const text = Buffer.concat(chunks).toString('utf8')
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new Failure('refused', 'The request is not JSON. Reload the page and try again.')
  }
  // JSON can hold it only as this escape; a person may have typed the same signs.
  if (text.includes('\\u0000') && holdsNul(value))
    throw new Failure('refused', 'The request holds the character NUL, which no text here may hold. Take it out.')
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
