import { exportRequestSchema } from '@/contract/exports'
import { answer, readJson, route } from '@/server/http/route'
import { clearExports, exportsMade, startExport } from '@/server/useCases/exports'

export const GET = route<{ readonly id: string }>(async (_request, { id }) => answer(await exportsMade(id)))

export const DELETE = route<{ readonly id: string }>(async (_request, { id }) => answer(await clearExports(id)))

export const POST = route<{ readonly id: string }>(async (request, { id }) =>
  answer({ id: await startExport(id, await readJson(request, exportRequestSchema), request.signal) }, 202),
)
