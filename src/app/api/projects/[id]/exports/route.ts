import { exportRequestSchema } from '@/contract/exports'
import { answer, readJson, route } from '@/server/http/route'
import { startExport } from '@/server/useCases/exports'

export const POST = route<{ readonly id: string }>(async (request, { id }) =>
  answer({ id: await startExport(id, await readJson(request, exportRequestSchema), request.signal) }, 202),
)
