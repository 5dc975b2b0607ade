import { SHIPPED_FACES } from '@/faces/shipped'
import { DemoFaces } from '@demo/faces'
import { CARDS } from './cards'
import { COLLAGES } from './collages'
import { DEVICES } from './devices'
import { GOODS } from './goods'
import type { Template } from './kit'
import { LYING } from './lying'
import { PLACES } from './places'
import { LAYERED } from './layered'
import { ALBUMS } from './albums'
import { STRIPS_AND_SHEETS } from './strips'
import { TEAMS_AND_MONTHS } from './teams'
import { PAPERS } from './papers'
import { PIECES_AND_LETTERS } from './pieces'
import { PRINTS } from './prints'

/** Every template that ships with the program, in the order of the gallery. */
export const shippedTemplates = async (): Promise<readonly Template[]> => {
  const faces = new DemoFaces()
  await faces.read(SHIPPED_FACES.map(({ id }) => id))
  return [
    ...PRINTS,
    ...STRIPS_AND_SHEETS,
    ...COLLAGES,
    ...LAYERED,
    ...PAPERS,
    ...CARDS,
    ...PIECES_AND_LETTERS,
    ...ALBUMS,
    ...TEAMS_AND_MONTHS,
    ...DEVICES,
    ...GOODS,
    ...LYING,
    ...PLACES,
  ].map((make) => make(faces))
}
