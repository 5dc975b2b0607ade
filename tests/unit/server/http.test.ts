/** Answers over HTTP: parts of files, what is known already, NUL, and addresses that cannot be read. */
import { describe, expect, it } from '@jest/globals'
import { readdirSync, readlinkSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { object, string } from 'yup'
import { isReadable } from '@/server/http/addresses'
import { attachment, fileAnswer, partOf, streamAnswer } from '@/server/http/files'
import { answer, readJson, route } from '@/server/http/route'
import { inFolder } from '@tests/helpers/files'

const asked = (headers: Record<string, string> = {}): Request =>
  new Request('http://127.0.0.1/x', { headers: { host: '127.0.0.1', ...headers } })

const CONTENT = Buffer.from(Array.from({ length: 1000 }, (_, i) => i & 255))

const withFile = (act: (file: string) => Promise<void>): Promise<void> =>
  inFolder(async (folder) => {
    const file = path.join(folder, 'a.bin')
    await writeFile(file, CONTENT)
    await act(file)
  })

describe('a range', () => {
  // The examples of RFC 9110, 14.1.2, for a length of 10,000, and what is to be passed over.
  it.each([
    ['bytes=0-499', { start: 0, end: 499 }],
    ['bytes=500-999', { start: 500, end: 999 }],
    ['bytes=-500', { start: 9500, end: 9999 }],
    ['bytes=9500-', { start: 9500, end: 9999 }],
    ['bytes=0-0', { start: 0, end: 0 }],
    ['bytes=9999-20000', { start: 9999, end: 9999 }],
    ['bytes=-20000', { start: 0, end: 9999 }],
    ['bytes=10000-', 'none'],
    ['bytes=-0', 'none'],
    ['bytes=5-2', 'whole'],
    ['bytes=0-0,-1', 'whole'],
    ['lines=1-2', 'whole'],
    ['bytes=-', 'whole'],
    [null, 'whole'],
  ] as const)('%s of 10,000 bytes', (range, wanted) => expect(partOf(range, 10_000)).toEqual(wanted))
})

describe('a file', () => {
  it('is sent whole, or the part that is asked for', () =>
    withFile(async (file) => {
      const whole = await fileAnswer(asked(), file, 'image/png', { tag: 'abc' })
      expect([whole.status, whole.headers.get('content-length'), whole.headers.get('etag')]).toEqual([
        200,
        '1000',
        '"abc"',
      ])
      expect(whole.headers.get('cache-control')).toContain('immutable')
      expect(Buffer.from(await whole.arrayBuffer())).toEqual(CONTENT)
      const part = await fileAnswer(asked({ range: 'bytes=10-19' }), file, 'image/png', { tag: 'abc' })
      expect([part.status, part.headers.get('content-range'), part.headers.get('content-length')]).toEqual([
        206,
        'bytes 10-19/1000',
        '10',
      ])
      expect(Buffer.from(await part.arrayBuffer())).toEqual(CONTENT.subarray(10, 20))
      const beyond = await fileAnswer(asked({ range: 'bytes=1000-' }), file, 'image/png')
      expect([beyond.status, beyond.headers.get('content-range')]).toEqual([416, 'bytes */1000'])
      // Of other content than is held no part is of use.
      const other = await fileAnswer(asked({ range: 'bytes=0-1', 'if-range': '"old"' }), file, 'image/png', {
        tag: 'abc',
      })
      expect(other.status).toBe(200)
    }))
  it('that is held already is not sent again', () =>
    withFile(async (file) => {
      for (const held of ['"abc"', '"x", W/"abc"', '*'])
        expect((await fileAnswer(asked({ 'if-none-match': held }), file, 'image/png', { tag: 'abc' })).status).toBe(304)
      expect((await fileAnswer(asked({ 'if-none-match': '"abd"' }), file, 'image/png', { tag: 'abc' })).status).toBe(
        200,
      )
    }))
  it('is opened when it is read, and closed when its reader goes away', () =>
    withFile(async (file) => {
      const isOpen = (): boolean =>
        readdirSync('/proc/self/fd').some((link) => {
          try {
            return readlinkSync(`/proc/self/fd/${link}`) === file
          } catch {
            return false // closed meanwhile
          }
        })
      const unread = await fileAnswer(asked(), file, 'image/png')
      expect(isOpen()).toBe(false)
      const reader = unread.body?.getReader()
      await reader?.read()
      await reader?.cancel()
      await new Promise((resolve) => setTimeout(resolve, 50))
      expect(isOpen()).toBe(false)
    }))
  it('that is made when it is read is not made for nothing', async () => {
    let made = 0
    const open = (): Readable => {
      made += 1
      return Readable.from([Buffer.from('zip')])
    }
    const unread = streamAnswer(open, 'application/zip', 'a.zip')
    expect(made).toBe(0)
    expect(await unread.text()).toBe('zip')
    expect(made).toBe(1)
  })
})

describe('a name to be saved under', () => {
  it('stands in ASCII, and as it is for those who know how (RFC 6266, 4.3; RFC 8187, 3.2.1)', () => {
    expect(attachment('Crew-1.png')).toBe('attachment; filename="Crew-1.png"')
    // The example of RFC 8187, 3.2.2.
    expect(attachment('€ rates')).toBe(`attachment; filename=" rates"; filename*=UTF-8''%E2%82%AC%20rates`)
    expect(attachment('Été.png')).toContain('filename="Ete.png"')
    expect(attachment('東京')).toMatch(/^attachment; filename="file"; filename\*=UTF-8''[%0-9A-F]+$/)
    // Nothing in a name ends the header or its value.
    expect(attachment('a"\r\nX: y; b.png')).toMatch(
      /^attachment; filename="[A-Za-z0-9 ._-]+"; filename\*=UTF-8''[A-Za-z0-9%._~-]+$/,
    )
  })
})

describe('a request', () => {
  const schema = object({ name: string().strict().required() })
  const post = (body: string): Request =>
    new Request('http://127.0.0.1/x', { method: 'POST', body, headers: { host: '127.0.0.1' } })
  it('with a NUL in a text is refused; the same signs typed by a person are not', async () => {
    await expect(readJson(post('{"name":"a\\u0000b"}'), schema)).rejects.toThrow(/NUL/)
    await expect(readJson(post('{"name":"a","\\u0000":1}'), schema)).rejects.toThrow(/NUL/)
    expect(await readJson(post('{"name":"a\\\\u0000b"}'), schema)).toEqual({ name: 'a\\u0000b' })
  })
  it('larger than may be is refused, and up to its own limit is not', async () => {
    const body = JSON.stringify({ name: 'x'.repeat(2000) })
    await expect(readJson(post(body), schema, { most: 1000 })).rejects.toMatchObject({ code: 'too-large' })
    expect(await readJson(post(body), schema, { most: 3000 })).toBeTruthy()
  })
  it.each([
    [{ code: 'SQLITE_FULL' }, 507, /disk is full.*Free some space/],
    [{ original: { code: 'SQLITE_FULL' } }, 507, /disk is full/],
    [{ code: 'ENOSPC' }, 507, /disk is full/],
    [{ original: { code: 'SQLITE_BUSY' } }, 503, /held by another program.*nothing is lost/],
  ] as const)('that meets %j is answered %d in words', async (fields, status, words) => {
    const handler = route(() => Promise.reject(Object.assign(new Error('inner words'), fields)))
    const response = await handler(asked(), { params: Promise.resolve({}) })
    expect(response.status).toBe(status)
    const { message } = (await response.json()) as { message: string }
    expect(message).toMatch(words)
    expect(message).not.toContain('inner')
  })
  it('for a name with NUL is answered 400, not 500', async () => {
    const handler = route<{ readonly id: string }>(() => Promise.resolve(answer({})))
    expect((await handler(asked(), { params: Promise.resolve({ id: 'a\0b' }) })).status).toBe(400)
    expect((await handler(asked(), { params: Promise.resolve({ id: 'ab' }) })).status).toBe(200)
  })
  it.each([
    ['/api/projects/%zz', false],
    ['/%', false],
    ['/api/%E0%A4%A', false],
    ['/api/projects/a%20b?x=%zz', true],
    ['/api/projects/%00', true],
  ])('to %s can be read: %p', (url, wanted) => expect(isReadable(url)).toBe(wanted))
})
