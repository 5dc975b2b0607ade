import { array, object, string } from 'yup'
import { answer, readJson, route } from '@/server/http/route'
import { usedPictures } from '@/server/useCases/library'
import { markUsed } from '@/server/pictures/catalogue'

const schema = object({
  hashes: array(
    string()
      .strict()
      .matches(/^[0-9a-f]{64}$/)
      .required(),
  )
    .strict()
    .max(2000)
    .required(),
})

/** The hashes of pictures that some project shows or keeps. */
export const GET = route(async () => answer(await usedPictures()))

/** Notes that pictures were put to use, so that they come first. */
export const POST = route(async (request) => {
  const { hashes } = await readJson(request, schema)
  await markUsed(hashes, new Date())
  return answer({ marked: hashes.length })
})
