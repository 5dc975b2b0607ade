import { mixed, number, object, string } from 'yup'
import { RANGE } from '@/core/tolerance'
import { UNITS, type Unit } from '@/core/units'
import { answer, readJson, route } from '@/server/http/route'
import { LIMITS } from '@/server/limits'
import { adoptProject, projectSummaries, startProject } from '@/server/useCases/projects'

const side = () => number().strict().min(RANGE.sheetSide.min).max(RANGE.sheetSide.max).required()
const schema = object({
  name: string().strict().max(RANGE.nameLength),
  /** A new sheet … */
  sheet: object({
    unit: mixed<Unit>()
      .oneOf([...UNITS])
      .required(),
    size: object({ w: side(), h: side() }).required(),
    ppi: number().strict().min(RANGE.ppi.min).max(RANGE.ppi.max).required(),
    bleed: number().strict().min(RANGE.bleed.min).max(RANGE.bleed.max).required(),
  }).default(undefined),
  /** … or a whole document, kept as a project of its own. */
  document: object().default(undefined),
})

export const GET = route(async () => answer(await projectSummaries()))

export const POST = route(async (request) => {
  const body = await readJson(request, schema, { most: 2 * LIMITS.documentBytes })
  const name = body.name?.trim() || 'Untitled'
  const id = body.document
    ? await adoptProject(body.document, body.name)
    : await startProject(name, body.sheet ?? { unit: 'px', size: { w: 1080, h: 1080 }, ppi: 72, bleed: 0 })
  return answer({ id }, 201)
})
