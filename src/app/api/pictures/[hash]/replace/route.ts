import { object, string } from 'yup'
import { answer, readJson, route } from '@/server/http/route'
import { replaceEverywhere } from '@/server/useCases/library'

const schema = object({
  by: string()
    .strict()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
})

/** Puts another picture of the library in this one's place in every project. */
export const POST = route<{ readonly hash: string }>(async (request, { hash }) => {
  const { by } = await readJson(request, schema)
  return answer(await replaceEverywhere(hash, by))
})
