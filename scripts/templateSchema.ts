/** The parts of the published schema that templates have. */
import { POSTURES, WANTS_RANGE } from '@/core/template/wants'
import { RANGE } from '@/core/tolerance'
import { ref, strict, whole } from './schemaParts'

const words200 = { type: 'string', maxLength: RANGE.nameLength }
export const mark = { const: true }
export const opening = strict(
  {},
  {
    wants: strict(
      {},
      {
        posture: { enum: [...POSTURES] },
        subject: strict({ x: ref('share'), y: ref('share') }),
        line: ref('share'),
        tag: words200,
        pixels: whole(WANTS_RANGE.pixels),
      },
    ),
    mayStayEmpty: mark,
    alike: mark,
  },
)
export const lookSwitch = strict(
  { id: ref('id'), name: ref('name'), on: { type: 'boolean' }, adjustments: ref('adjustments') },
  { frames: { type: 'array', maxItems: RANGE.items, items: ref('id') } },
)
export const madeFrom = strict({
  id: ref('id'),
  version: whole(RANGE.template.version),
  sheetId: ref('id'),
  name: ref('name'),
})
export const template = strict({
  id: ref('id'),
  version: whole(RANGE.template.version),
  category: ref('name'),
  words: ref('name'),
})

export const textField = strict({}, { longest: whole(WANTS_RANGE.longest) })
