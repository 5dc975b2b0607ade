/** Where a table's entry stands in the directory of a TrueType file (OpenType 1.9, table directory). */
export const tableOf = (bytes: Uint8Array, tag: string): number => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let i = 0; i < view.getUint16(4); i += 1) {
    const at = 12 + 16 * i
    if (String.fromCharCode(...bytes.subarray(at, at + 4)) === tag) return at
  }
  throw new TypeError(`The file has no table ${tag}.`)
}

const offsetOf = (bytes: Uint8Array, tag: string): number => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  return view.getUint32(tableOf(bytes, tag) + 8)
}

/** The file with an fsType of one's own in its OS/2 table. */
export const embeddingFont = (bytes: Uint8Array, fsType: number): Uint8Array => {
  const made = bytes.slice()
  new DataView(made.buffer).setUint16(offsetOf(made, 'OS/2') + 8, fsType)
  return made
}

/** The file with every glyph large enough made a composite of itself (OpenType 1.9, glyf, composite glyphs). */
export const cyclicFont = (bytes: Uint8Array): Uint8Array => {
  const made = bytes.slice()
  const view = new DataView(made.buffer)
  const [glyf, loca, head, maxp] = [
    offsetOf(made, 'glyf'),
    offsetOf(made, 'loca'),
    offsetOf(made, 'head'),
    offsetOf(made, 'maxp'),
  ]
  const isLong = view.getInt16(head + 50) === 1
  const start = (glyph: number): number =>
    isLong ? view.getUint32(loca + 4 * glyph) : view.getUint16(loca + 2 * glyph) * 2
  for (let glyph = 0; glyph < view.getUint16(maxp + 4); glyph += 1) {
    const at = glyf + start(glyph)
    if (start(glyph + 1) - start(glyph) < 20) continue
    view.setInt16(at, -1)
    view.setUint16(at + 10, 0x0002) // arguments are offsets, no more components
    view.setUint16(at + 12, glyph)
    view.setInt8(at + 14, 0)
    view.setInt8(at + 15, 0)
  }
  return made
}
