import { deflateSync, crc32 } from 'node:zlib'
import sharp, { type Sharp } from 'sharp'

/** A small picture with a red top left, green top right, blue bottom left and white bottom right. */
export const quarters = (w = 80, h = 60): Sharp => {
  const data = Buffer.alloc(w * h * 3)
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const colour = y < h / 2 ? (x < w / 2 ? [255, 0, 0] : [0, 255, 0]) : x < w / 2 ? [0, 0, 255] : [255, 255, 255]
      data.set(colour, (y * w + x) * 3)
    }
  return sharp(data, { raw: { width: w, height: h, channels: 3 } })
}

const chunk = (type: string, data: Buffer): Buffer => {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data])
  const length = Buffer.alloc(4)
  length.writeUInt32BE(data.length)
  const check = Buffer.alloc(4)
  check.writeUInt32BE(pngCrc(body))
  return Buffer.concat([length, body, check])
}

/** CRC-32 as PNG (ISO/IEC 15948) wants it; Node's own where there is one. */
const pngCrc = (data: Buffer): number => {
  if (typeof crc32 === 'function') return crc32(data)
  let crc = 0xffffffff
  for (const byte of data) {
    crc ^= byte
    for (let k = 0; k < 8; k += 1) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1
  }
  return (crc ^ 0xffffffff) >>> 0
}

/** A PNG that says it is 30,000 × 30,000 and holds next to nothing. */
export const bombPng = (side = 30000): Buffer => {
  const header = Buffer.alloc(13)
  header.writeUInt32BE(side, 0)
  header.writeUInt32BE(side, 4)
  header.set([8, 2, 0, 0, 0], 8)
  const rows = deflateSync(Buffer.alloc(1_000_000))
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    chunk('IDAT', rows),
    chunk('IEND', Buffer.alloc(0)),
  ])
}
