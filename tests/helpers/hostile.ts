import { createBrotliCompress, constants, crc32, deflateSync } from 'node:zlib'
import { buffer } from 'node:stream/consumers'
import { Readable } from 'node:stream'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { newLayer } from '@/core/finish/layers'
import type { Project } from '@/core/document/types'
import { randomFrom } from '@/core/random'

/** Material that is made to hang or fill what reads it. All of it is made here; none is larger than a megabyte. */
const svg = (inner: string, size = 'width="400" height="400"'): Buffer =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inner}</svg>`)

/** Nested lazy repeats try every way to part this text. */
export const commentsBeforeNothing = (): Buffer => Buffer.from(`${'<!---->'.repeat(30)}x`)

export const manyAddresses = (): Buffer => svg(`<rect width="9" height="9" style="fill:${'url('.repeat(40_000)}"/>`)

/** Noise of 2,000 octaves over the whole drawing (SVG 1.1, 15.24). */
export const endlessNoise = (): Buffer =>
  svg(
    '<filter id="n" x="0" y="0" width="1" height="1"><feTurbulence baseFrequency="0.9" numOctaves="2000" type="fractalNoise"/></filter><rect width="400" height="400" filter="url(#n)"/>',
  )

/** Masks within masks, each a layer as large as the drawing. */
export const nestedMasks = (depth = 90): Buffer => {
  const masks = Array.from(
    { length: depth },
    (_, i) =>
      `<mask id="m${i}"><rect width="400" height="400" fill="#fff"${i ? ` mask="url(#m${i - 1})"` : ''}/></mask>`,
  )
  return svg(`${masks.join('')}<rect width="400" height="400" mask="url(#m${depth - 1})"/>`)
}

/** Blurs of blurs, each over all of it. */
export const manyBlurs = (count = 300): Buffer =>
  svg(
    `<filter id="b" x="-1" y="-1" width="3" height="3">${'<feGaussianBlur stdDeviation="90"/><feMorphology operator="dilate" radius="40"/>'.repeat(count)}</filter><rect width="400" height="400" filter="url(#b)"/>`,
  )

const chunk = (type: string, data: Buffer): Buffer => {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data])
  const framed = Buffer.alloc(body.length + 8)
  framed.writeUInt32BE(data.length)
  body.copy(framed, 4)
  framed.writeUInt32BE(crc32(body), body.length + 4)
  return framed
}

/** A whole PNG of one bit a pixel (ISO/IEC 15948): 119 megapixels in some kilobytes. */
export const widePng = (side = 10_900): Buffer => {
  const header = Buffer.alloc(13)
  header.writeUInt32BE(side, 0)
  header.writeUInt32BE(side, 4)
  header.set([1, 0, 0, 0, 0], 8)
  const rows = Buffer.alloc((1 + Math.ceil(side / 8)) * side)
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(rows, { level: 9 })),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

/** A WOFF 2.0 file (W3C, 4) whose one table unpacks to as many bytes of nothing. */
export const swollenFace = async (megabytes = 1800): Promise<Buffer> => {
  const piece = Buffer.alloc(1024 * 1024)
  const packed = await buffer(
    Readable.from(
      (function* () {
        for (let i = 0; i < megabytes; i += 1) yield piece
      })(),
    ).pipe(createBrotliCompress({ params: { [constants.BROTLI_PARAM_QUALITY]: 5 } })),
  )
  // UIntBase128 (WOFF 2.0, 4.1): seven bits a byte, the highest first.
  const base128 = (value: number): number[] => {
    const parts = [value & 0x7f]
    for (let rest = Math.floor(value / 128); rest > 0; rest = Math.floor(rest / 128))
      parts.unshift((rest & 0x7f) | 0x80)
    return parts
  }
  const table = Buffer.from([1, ...base128(megabytes * 1024 * 1024)]) // flag 1: head, not transformed
  const header = Buffer.alloc(48)
  header.write('wOF2', 0, 'latin1')
  header.writeUInt32BE(0x00010000, 4)
  header.writeUInt32BE(48 + table.length + packed.length, 8)
  header.writeUInt16BE(1, 12)
  header.writeUInt32BE(0xfffffff0, 16)
  header.writeUInt32BE(packed.length, 20)
  return Buffer.concat([header, table, packed])
}

/** A project with one frame whose outline crosses itself as often as it can, with a line around it. */
export const crossingProject = (lines = 4800): Project => {
  const random = randomFrom(7)
  const at = (): string => `${(random() * 400 - 200).toFixed(2)} ${(random() * 400 - 200).toFixed(2)}`
  const d = `M${at()}${Array.from({ length: lines }, () => `L${at()}`).join('')}Z`
  const box = { cx: 200, cy: 200, w: 400, h: 400 }
  const frame = {
    ...newFrame('f', { kind: 'path', d, fillRule: 'nonzero' }, box),
    fill: { kind: 'colour', colour: '#aa3344' } as const,
    finish: { layers: [newLayer('stroke', 'l-1', 12)] },
  }
  const sheet = newSheet('s', 'S', { unit: 'px', size: { w: 400, h: 400 }, ppi: 72, bleed: 0 })
  return addFrame(newProject('p', 'Crossing', sheet), { sheetId: 's', frame })
}
