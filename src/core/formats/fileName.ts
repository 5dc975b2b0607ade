/** Names that some systems keep for devices, whatever their ending. */
const DEVICES = /^(con|prn|aux|nul|com\d|lpt\d)$/i

/** Most characters, and most bytes: with an ending and a number it stays within the 255 that file systems allow. */
const MOST = { characters: 80, bytes: 200 } as const

/** Bytes in UTF-8. */
const weightOf = (signs: readonly string[]): number => new TextEncoder().encode(signs.join('')).length

const cut = (name: string): string => {
  const signs = [...name].slice(0, MOST.characters)
  while (weightOf(signs) > MOST.bytes) signs.pop()
  return signs.join('')
}

/** A name that is safe as a file name on every system: letters and numbers of any script, spaces as dashes. */
export const safeFileName = (name: string): string => {
  const plain = cut(
    name
      .normalize('NFC')
      .replace(/[^\p{L}\p{M}\p{N} _-]+/gu, '')
      .trim()
      .replace(/\s+/g, '-'),
  )
  if (!plain) return 'sheet'
  return DEVICES.test(plain) ? `${plain}-sheet` : plain
}
