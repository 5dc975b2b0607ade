import { answer, route } from '@/server/http/route'
import { fillDemo } from '@/server/useCases/demo'

export const POST = route(async () => answer({ id: await fillDemo() }, 201))
