import { object } from 'yup'
import { answer, readJson, route } from '@/server/http/route'
import { LIMITS } from '@/server/limits'
import { keepTemplate, listTemplates } from '@/server/templates/catalogue'

const schema = object({ document: object().required() })

export const GET = route(async () => answer(await listTemplates()))

/** Keeps a document that is marked as a template, as a new one or the next version of one's own. */
export const POST = route(async (request) => {
  const { document } = await readJson(request, schema, { most: 2 * LIMITS.documentBytes })
  return answer(await keepTemplate(document), 201)
})
