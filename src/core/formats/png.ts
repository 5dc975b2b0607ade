/** PNG files (W3C, third edition) as far as their compressed data can be passed on: chunks, never pixels. */
export interface PngData {
  readonly width: number
  readonly height: number
  readonly bits: number
  readonly colourType: number
  readonly isInterlaced: boolean
  /** The zlib stream of filtered rows: all IDAT chunks joined. */
  readonly rows: Uint8Array
}

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]

/** Takes a PNG apart. Throws where it is none. */
export const pngData = (data: Uint8Array): PngData => {
  if (!SIGNATURE.every((byte, i) => data[i] === byte)) throw new TypeError('no PNG')
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength)
  const parts: Uint8Array[] = []
  let at = SIGNATURE.length
  while (at + 8 <= data.length) {
    const length = view.getUint32(at)
    const isRows = data[at + 4] === 0x49 && data[at + 5] === 0x44 // ID of IDAT, which no other chunk begins with
    if (isRows) parts.push(data.subarray(at + 8, at + 8 + length))
    at += length + 12
  }
  const rows = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let filled = 0
  for (const part of parts) {
    rows.set(part, filled)
    filled += part.length
  }
  return {
    width: view.getUint32(16),
    height: view.getUint32(20),
    bits: data[24] ?? 0,
    colourType: data[25] ?? 0,
    isInterlaced: data[28] !== 0,
    rows,
  }
}
