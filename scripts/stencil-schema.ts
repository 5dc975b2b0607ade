/** Writes the stencils' part of docs/bundle.schema.json from the one description of their values. */
import { readFileSync, writeFileSync } from 'node:fs'
import { RANGE } from '@/core/tolerance'
import { FILL_RULES } from '@/core/path/path'
import { CORNER_STYLES } from '@/core/stencil/corners'
import type { Param } from '@/core/stencil/params'
import { SHAPES, STRAIGHT_SHAPES } from '@/core/stencil/registry'

const FILE = 'docs/bundle.schema.json'

const measure = (most: number): object => ({
  oneOf: [
    strict({ share: { type: 'number', minimum: 0, maximum: most } }),
    strict({ points: { type: 'number', minimum: RANGE.measure.min, maximum: RANGE.measure.max } }),
  ],
})

const strict = (
  properties: Readonly<Record<string, object>>,
  optional: Readonly<Record<string, object>> = {},
): object => ({
  type: 'object',
  additionalProperties: false,
  required: Object.keys(properties),
  properties: { ...properties, ...optional },
})

const paramSchema = (param: Param): object => {
  switch (param.type) {
    case 'count':
      return { type: 'integer', minimum: param.min, maximum: param.max }
    case 'share':
    case 'angle':
    case 'number':
      return { type: 'number', minimum: param.min, maximum: param.max }
    case 'seed':
      return { type: 'integer', minimum: 0, maximum: RANGE.seed }
    case 'measure':
      return measure(param.max)
    case 'choice':
      return { enum: [...param.options] }
  }
}

const corners = (kind: string): object => {
  const one = strict({ style: { enum: [...CORNER_STYLES] }, size: measure(0.5) })
  const list = (count: number): object => ({ type: 'array', items: one, minItems: count, maxItems: count })
  return kind === 'rectangle' ? { oneOf: [list(1), list(4)] } : list(1)
}

const parametric = Object.entries(SHAPES).map(([kind, { params }]) =>
  strict(
    {
      kind: { const: kind },
      ...Object.fromEntries(Object.entries(params).map(([name, param]) => [name, paramSchema(param)])),
    },
    Object.hasOwn(STRAIGHT_SHAPES, kind) ? { corners: corners(kind) } : {},
  ),
)

const own = {
  d: {
    type: 'string',
    minLength: 4,
    maxLength: RANGE.outlineText,
    pattern: '^\\s*[Mm][\\sMmLlHhVvCcSsQqTtAaZz0-9eE+.,-]*$',
  },
  fillRule: { enum: [...FILL_RULES] },
}

const id = { type: 'string', pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$' }

const stencil = {
  oneOf: [
    ...parametric,
    strict({ kind: { const: 'path' }, ...own }),
    strict({ kind: { const: 'mask' }, pictureId: id, ...own }),
  ],
}

const replaceStencil = (node: unknown): void => {
  if (typeof node !== 'object' || node === null) return
  for (const [key, value] of Object.entries(node)) {
    if (key === 'stencil') Object.assign(node, { stencil })
    else replaceStencil(value)
  }
}

const schema: unknown = JSON.parse(readFileSync(FILE, 'utf8').replace(/"const": 2\b/, '"const": 3'))
replaceStencil(schema)
writeFileSync(FILE, `${JSON.stringify(schema, null, 2)}\n`)
