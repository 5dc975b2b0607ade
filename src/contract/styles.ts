import { mixed, object, string } from 'yup'
import type { NamedFinish, NamedLook } from '@/core/document/types'

/** A finish or a look as it is kept for all projects: its values, without the id that a project gives it. */
export type StyleValues =
  | { readonly kind: 'finish'; readonly values: Omit<NamedFinish, 'id' | 'name' | 'category'> }
  | { readonly kind: 'look'; readonly values: NamedLook['adjustments'] }

export type NewStyle = StyleValues & { readonly name: string; readonly category: string }

/** One that is kept. */
export type KeptStyle = NewStyle & { readonly id: string }

const label = () => string().strict().max(120).defined()

export const newStyleSchema = object({
  kind: mixed<'finish' | 'look'>().oneOf(['finish', 'look'], 'must be finish or look').required(),
  name: label(),
  category: label(),
  // Checked in full by the schemas of documents.
  values: mixed<object>()
    .test('values', 'must be an object', (held) => typeof held === 'object' && held !== null)
    .required(),
})
  .strict()
  .noUnknown()
