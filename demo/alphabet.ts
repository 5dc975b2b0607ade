import { toPoints } from '@/core/units'
import { alphabetSheets, placesOf, setLetters, type AlphabetSheets } from '@/core/document/alphabet'
import { placePicture } from '@/core/document/edits/fills'
import { newProject, newSheet } from '@/core/document/create'
import type { Alphabet, PictureRef, Project } from '@/core/document/types'
import { CHARACTER_LISTS, lettersOfList } from '@/core/lettering/alphabet'
import type { DemoFaces } from './faces'
import { allPictures } from './known'

export const ALPHABET_FACES = ['alfa-slab-one'] as const

const PICTURES = [
  'dune-kites',
  'cobalt-ripstop',
  'beach-huts',
  'marigold-ripstop',
  'long-waves',
  'scarlet-ripstop',
  'dune-evening',
  'spools',
  'green-ripstop',
] as const

const mm = (value: number): number => toPoints(value, 'mm', 300)

const SHEETS: AlphabetSheets = {
  of: { unit: 'mm', ppi: 300, size: { w: mm(105), h: mm(148) }, bleed: mm(3) },
  on: 'each',
  name: 'Alphabet A–Z',
}

/** Project 7: an alphabet to print, one letter a sheet. */
export const alphabetSet = async (
  pictures: Readonly<Record<string, PictureRef>>,
  faces: DemoFaces,
): Promise<Project> => {
  const look = { face: faces.ref('alfa-slab-one'), heights: 'common' as const, margin: 0.09 }
  const places = placesOf(lettersOfList(CHARACTER_LISTS.capitals), SHEETS)
  const set = await setLetters(places, look, async (setting) => faces.layout(setting))
  const counts = new Map<string, number>()
  const newId = (kind: string): string => {
    const n = (counts.get(kind) ?? 0) + 1
    counts.set(kind, n)
    return `${kind}-${n}`
  }
  const made = alphabetSheets(places, set, SHEETS, newId)
  const alphabet: Alphabet = { id: 'alphabet', name: SHEETS.name, ...look, members: made.members }
  const blank = newProject('demo-alphabet', 'Alphabet set', newSheet('none', '', SHEETS.of))
  const project: Project = {
    ...blank,
    order: made.sheets.map(({ id }) => id),
    sheets: Object.fromEntries(made.sheets.map((sheet) => [sheet.id, sheet])),
    alphabets: { [alphabet.id]: alphabet },
  }
  const known = allPictures(project, pictures)
  return made.sheets.reduce((held, sheet, i) => {
    const frameId = Object.values(sheet.items).find(({ kind }) => kind === 'frame')?.id
    if (frameId === undefined) return held
    const pictureId = PICTURES[i % PICTURES.length] ?? PICTURES[0]
    return placePicture(held, { sheetId: sheet.id, frameId, pictureId })
  }, known)
}
