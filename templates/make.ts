import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { projectFaults } from '@/core/document/validate'
import { shippedTemplates } from './shipped'

/** Writes the templates that ship as one JSON file. One that is not sound stops the build. */
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

await write(process.argv[2] ?? path.join('dist', 'templates.json'))
