import path from 'node:path'
import { shippedFace } from '@/faces/shipped'
import { rootDirectory } from '@/server/config'

/** The typeface of words that are not on the sheet: on tiles of empty frames, and on slugs. */
export const WORDS_FACE = 'archivo-black'

/** The file of a typeface that ships with the program; null for any other. */
export const shippedFaceFile = (id: string): string | null => {
  const shipped = shippedFace(id)
  if (!shipped) return null
  return path.join(/*turbopackIgnore: true*/ rootDirectory(), 'node_modules', '@expo-google-fonts', shipped.file)
}
