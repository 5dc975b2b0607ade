import { readFile } from 'node:fs/promises'
import { probeFace } from '@/faces/probe'

export type FaceEnding = 'ttf' | 'otf' | 'woff' | 'woff2'

/** What is kept of a typeface that was read. */
export interface FaceFacts {
  readonly name: string
  readonly ending: FaceEnding
  /** The fsType of its OS/2 table. */
  readonly embedding: number
}

/** Reads a typeface. Throws `face-unreadable`. To be done apart from the server: one that is made to harm can only harm that. */
export const readFace = async ({ file }: { readonly file: string }): Promise<FaceFacts> => {
  const { family, style, ending, embedding } = probeFace(await readFile(file))
  const isPlain = !style || /^regular$/i.test(style) || family.toLowerCase().endsWith(style.toLowerCase())
  return { name: isPlain ? family : `${family} ${style}`, ending, embedding }
}
