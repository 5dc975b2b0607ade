import { saveRequestSchema } from '@/contract/api'
import type { LoggedStep } from '@/core/document/history'
import { answer, readJson, route } from '@/server/http/route'
import { LIMITS } from '@/server/limits'
import { saveSteps } from '@/server/useCases/projects'

export const POST = route<{ readonly id: string }>(async (request, { id }) => {
  const { base, steps } = await readJson(request, saveRequestSchema, { most: LIMITS.stepsBytes })
  // The schema has checked each field; patches are checked by what they make of the document.
  return answer(await saveSteps(id, base, steps as readonly LoggedStep[]))
})
