import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { SHIPPED_FACES } from '@/faces/shipped'
import { projectFaults } from '@/core/document/validate'
import { DemoFaces } from '@demo/faces'
import { CARDS } from './cards'
import { COLLAGES } from './collages'
import type { Template } from './kit'
import { LAYERED } from './layered'
import { PAGES } from './pages'
import { PAPERS } from './papers'
import { PIECES_AND_LETTERS } from './pieces'
import { PRINTS } from './prints'

/** Every template that ships with the program, in the order of the gallery. */
export const shippedTemplates = async (): Promise<readonly Template[]> => {
  const faces = new DemoFaces()
  await faces.read(SHIPPED_FACES.map(({ id }) => id))
  return [...PRINTS, ...COLLAGES, ...LAYERED, ...PAPERS, ...CARDS, ...PIECES_AND_LETTERS, ...PAGES].map((make) =>
    make(faces),
  )
}

/** Writes them as one JSON file. One that is not sound stops the build. */
const write = async (file: string): Promise<void> => {
  const templates = await shippedTemplates()
  for (const template of templates) {
    const [fault] = projectFaults(template)
    if (fault) throw new TypeError(`The template ${template.name} has a fault: ${fault.path} ${fault.message}`)
  }
  await mkdir(path.dirname(file), { recursive: true })
  await writeFile(file, JSON.stringify(templates))
  console.log(`${templates.length} templates`)
}

const file = process.argv[2]
if (file !== undefined) await write(file)
