import { Failure } from '@/core/failure'
import { readFace, type FaceFile } from '@/faces/fontkit'

/** Letters, digits and signs that a typeface is tried with: what it holds of them must draw. */
const TRIED = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&@?!.,-ÀÉÑÖßçøłőžΩЖ'

/** The signatures of the four kinds of file (OpenType 1.9, WOFF 1.0 and 2.0). */
const SIGNATURES: Readonly<Record<string, 'ttf' | 'otf' | 'woff' | 'woff2'>> = {
  '00010000': 'ttf',
  '74727565': 'ttf',
  '4f54544f': 'otf',
  '774f4646': 'woff',
  '774f4632': 'woff2',
}

const signatureOf = (bytes: Uint8Array): string =>
  [...bytes.subarray(0, 4)].map((byte) => byte.toString(16).padStart(2, '0')).join('')

export interface ProbedFace extends FaceFile {
  readonly ending: 'ttf' | 'otf' | 'woff' | 'woff2'
}

const unreadable = (why: string): Failure =>
  new Failure('face-unreadable', `This typeface cannot be used: ${why} Choose another file.`)

/**
 * Reads a typeface and draws with it, so that damage shows now and not on the sheet. Throws `face-unreadable`. What
 * never ends or takes all memory must be stopped from outside.
 */
export const probeFace = (bytes: Uint8Array): ProbedFace => {
  const ending = SIGNATURES[signatureOf(bytes)]
  if (!ending)
    throw new Failure(
      'face-unreadable',
      'This file is no typeface. Choose an OTF, TTF, WOFF or WOFF2 file of a single face.',
    )
  const file = readFace(bytes)
  let drawn = 0
  try {
    const held = [...TRIED].filter((letter) => file.face.has(letter.codePointAt(0) ?? 0))
    for (const letter of held) {
      const glyphs = file.face.shape(letter, { kerning: true, ligatures: true })
      drawn += glyphs.reduce((sum, { path }) => sum + path.length, 0)
      if (glyphs.some(({ advance }) => !Number.isFinite(advance))) throw unreadable('its measures are damaged.')
    }
    file.face.shape(held.join(''), { kerning: true, ligatures: true })
  } catch (error) {
    if (error instanceof Failure) throw error
    throw unreadable('some of its letters are damaged.')
  }
  if (!drawn) throw unreadable('it draws none of the usual letters as outlines.')
  return { ...file, ending }
}
