import { array, object, string } from 'yup'
import { answer, readJson, route } from '@/server/http/route'
import { LIMITS } from '@/server/limits'
import { changePicture } from '@/server/pictures/catalogue'
import { removePicture } from '@/server/useCases/library'

interface Params {
  readonly hash: string
}

const schema = object({
  name: string().strict().max(LIMITS.pictureNameLength),
  tags: array(string().strict().required().max(LIMITS.tagLength)).strict().max(LIMITS.pictureTags).default(undefined),
})
  .strict()
  .noUnknown()

export const PATCH = route<Params>(async (request, { hash }) => {
  const { name, tags } = await readJson(request, schema)
  return answer(await changePicture(hash, { ...(name === undefined ? {} : { name }), ...(tags ? { tags } : {}) }))
})

export const DELETE = route<Params>(async (_request, { hash }) => {
  await removePicture(hash)
  return answer({ hash })
})
