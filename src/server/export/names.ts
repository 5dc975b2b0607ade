/** Names that some systems keep for devices, whatever their ending. */
const DEVICES = /^(con|prn|aux|nul|com\d|lpt\d)$/i

/** A name that is safe as a file name on every system. */
export const safeFileName = (name: string): string => {
  const plain = name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9 _-]+/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .slice(0, 80)
  if (!plain) return 'sheet'
  return DEVICES.test(plain) ? `${plain}-sheet` : plain
}
