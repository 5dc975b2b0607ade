import type { Project } from '@/core/document/types'
import type { TemplateAnswer } from '@/contract/api'
import { api } from '@/client/http/api'

/** Versions of templates are never changed: what was read once is kept. One that could not be read is asked for again. */
const read = new Map<string, Promise<Project>>()

/** The document of a template in the version that is listed. */
export const templateDocument = ({ id, version }: Pick<TemplateAnswer, 'id' | 'version'>): Promise<Project> => {
  const key = `${id} ${version}`
  const known = read.get(key)
  if (known) return known
  const asked = api.template(id, version).then(({ template }) => template)
  read.set(key, asked)
  asked.catch(() => read.delete(key))
  return asked
}
