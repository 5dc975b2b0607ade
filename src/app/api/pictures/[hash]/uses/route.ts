import { answer, route } from '@/server/http/route'
import { usesOfPicture } from '@/server/useCases/library'

export const GET = route<{ readonly hash: string }>(async (_request, { hash }) => answer(await usesOfPicture(hash)))
