/** Names of files that every system takes, whatever the names they are made of hold. */
import { describe, expect, it } from '@jest/globals'
import { holdsFor, fc } from '@tests/helpers/property'
import { safeFileName } from '@/core/formats/fileName'

describe('a file name', () => {
  it('holds nothing that a system refuses, and fits with its ending and a number', () => {
    holdsFor(
      fc.string({
        unit: fc.oneof(
          fc.constantFrom('/', '\\', '.', '\0', '..', 'é', '字', '𐍈', ' ', 'a'),
          fc.string({ unit: 'binary', maxLength: 1, minLength: 1 }),
        ),
        maxLength: 300,
      }),
      (text) => {
        const name = safeFileName(text)
        // Reserved by Windows (Microsoft, Naming Files, Paths, and Namespaces) or POSIX (IEEE 1003.1, 3.170).
        expect(name).not.toMatch(/[<>:"/\\|?*\u0000-\u001f]|^[. ]|[. ]$|^$/)
        // 255 bytes are common practice; APFS and ext4 both hold them.
        expect(Buffer.byteLength(`${name}-999.jpeg`)).toBeLessThanOrEqual(255)
        expect(safeFileName(name)).toBe(name)
        expect(name.isWellFormed()).toBe(true)
      },
    )
  })
  it('keeps letters of every script and marks upon them, in one form', () => {
    expect(safeFileName('Été à Ωmega 東京 कि')).toBe('Été-à-Ωmega-東京-कि')
    expect(safeFileName('e\u0301')).toBe('\u00e9')
  })
  it('that nothing is left of says what it is', () => {
    for (const text of ['', '///', '..', '?*|"<>', ' \u0000\ud800']) expect(safeFileName(text)).toBe('sheet')
    expect(safeFileName('con')).toBe('con-sheet')
  })
})
