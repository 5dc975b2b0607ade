import type { Draft } from 'immer'
import { graphemesOf } from '@/core/lettering/graphemes'
import { isLetter, lettersOf } from '@/core/lettering/slots'
import { type Aside, type Sheet } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'

const letteringOf = (sheet: Draft<Sheet>, groupId: string | null) => {
  const group = groupId === null ? undefined : sheet.items[groupId]
  return group?.kind === 'group' ? group.lettering : undefined
}

/** The place in a text's graphemes of its n-th letter. */
const placeOfLetter = (graphemes: readonly string[], n: number): number => {
  let seen = 0
  return graphemes.findIndex((grapheme) => isLetter(grapheme) && seen++ === n)
}

/** A letter that leaves the group of its text leaves the text too. */
export const loseLetter = (sheet: Draft<Sheet>, groupId: string | null, id: string): void => {
  const lettering = letteringOf(sheet, groupId)
  const n = lettering?.letters.findIndex((letter) => letter.id === id) ?? -1
  if (!lettering || n < 0) return
  const graphemes = [...graphemesOf(lettering.text)]
  graphemes.splice(placeOfLetter(graphemes, n), 1)
  lettering.text = graphemes.join('')
  lettering.letters.splice(n, 1)
}

/** Keeps a letter's pictures aside before it is removed. */
export const keepAside = (sheet: Draft<Sheet>, groupId: string | null, id: string): void => {
  const lettering = letteringOf(sheet, groupId)
  const n = lettering?.letters.findIndex((letter) => letter.id === id) ?? -1
  const frame = sheet.items[id]
  if (!lettering || n < 0 || frame?.kind !== 'frame' || frame.fill.kind !== PICTURES) return
  const text = lettersOf(lettering.text)[n] ?? ''
  const kept: Draft<Aside> = { letterId: id, text, fill: frame.fill }
  lettering.aside = [...lettering.aside.filter(({ letterId }) => letterId !== id), kept]
}
