import { newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addTemplateSheets, turnSwitch } from '@/core/document/edits/templates'
import { openingsOf, planFilling } from '@/core/document/filling'
import { sheetOf } from '@/core/document/read'
import type { PictureRef, Project } from '@/core/document/types'
import type { Template } from '../templates/kit'
import { allPictures } from './known'

interface Use {
  readonly template: string
  readonly sheetId: string
  readonly pictures: readonly string[]
}

/** What is filled with what: each picture finds its opening by itself. */
const USES: readonly Use[] = [
  { template: 'two-instant-prints', sheetId: 'snaps', pictures: ['tamsel', 'wivvy'] },
  { template: 'kite-tails', sheetId: 'tails', pictures: ['dune-kites', 'ode', 'brannoch'] },
  {
    template: 'film-across',
    sheetId: 'film',
    pictures: ['gull-steps-dusk', 'dune-evening', 'beach-huts', 'headland-wide', 'dune-kites'],
  },
]

const FIRST = 'sheet-1'

const withTemplate = (
  project: Project,
  templates: readonly Template[],
  { template: id, sheetId, pictures }: Use,
): Project => {
  const template = templates.find((each) => each.template.id === id)
  const [from] = template?.order ?? []
  if (!template || from === undefined) throw new TypeError(`There is no template ${id}.`)
  const added = addTemplateSheets(project, {
    template,
    newIds: { [from]: sheetId },
    after: project.order.at(-1) ?? null,
    ...(project.sheets[FIRST] ? { instead: FIRST } : {}),
  })
  const sheet = sheetOf(added, sheetId)
  const { pairs } = planFilling(added, sheet, openingsOf(sheet), pictures)
  return pairs.reduce((held, pair) => placePicture(held, { sheetId, ...pair }), added)
}

/** Project 5: festival snaps, three templates filled; the instant prints with their look on. */
export const snaps = (pictures: Readonly<Record<string, PictureRef>>, templates: readonly Template[]): Project => {
  const size = { unit: 'px', size: { w: 100, h: 100 }, ppi: 72, bleed: 0 } as const
  const blank = newProject('demo-snaps', 'Festival snaps', newSheet(FIRST, 'Sheet 1', size))
  const filled = USES.reduce((held, use) => withTemplate(held, templates, use), allPictures(blank, pictures))
  const [vintage] = Object.keys(sheetOf(filled, 'snaps').switches)
  return turnSwitch(filled, { sheetId: 'snaps', switchId: vintage ?? '', on: true })
}
