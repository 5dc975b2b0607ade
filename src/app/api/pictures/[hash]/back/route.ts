import { answer, route } from '@/server/http/route'
import { bringPictureBack } from '@/server/pictures/catalogue'

/** Brings a picture back that was taken out of the library. */
export const POST = route<{ readonly hash: string }>(async (_request, { hash }) => answer(await bringPictureBack(hash)))
