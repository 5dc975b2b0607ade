import { trialRequestSchema } from '@/contract/exports'
import { answer, readJson, route } from '@/server/http/route'
import { exportTrial } from '@/server/useCases/exports'

export const POST = route<{ readonly id: string }>(async (request, { id }) =>
  answer(await exportTrial(id, await readJson(request, trialRequestSchema), request.signal)),
)
