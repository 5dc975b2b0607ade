import { answer, route } from '@/server/http/route'
import { listTemplates } from '@/server/templates/catalogue'

export const GET = route(async () => answer(await listTemplates()))
