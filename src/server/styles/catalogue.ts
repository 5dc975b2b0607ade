import { randomUUID } from 'node:crypto'
import { Failure, type Fault } from '@/core/failure'
import { slotRefsIn } from '@/core/document/colours'
import { schemaFaults } from '@/core/document/schema'
import { namedFinishSchema } from '@/core/document/schema/finish'
import { namedLookSchema } from '@/core/document/schema/placed'
import type { KeptStyle, NewStyle, StyleValues } from '@/contract/styles'
import { StyleRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'

const plain = ({ id, name, category, kind, values }: StyleRow): KeptStyle => ({
  id,
  name,
  category,
  // Checked when they were written.
  ...({ kind, values: JSON.parse(values) } as StyleValues),
})

/** Every finish and look kept for all projects, by kind, category and name. */
export const listStyles = async (): Promise<readonly KeptStyle[]> => {
  await database()
  const rows = await StyleRow.findAll({
    order: [
      ['kind', 'ASC'],
      ['category', 'ASC'],
      ['name', 'ASC'],
      ['id', 'ASC'],
    ],
  })
  return rows.map(plain)
}

const faultsOf = (style: NewStyle): readonly Fault[] => {
  const named = { id: 'kept', name: style.name }
  return style.kind === 'finish'
    ? schemaFaults(namedFinishSchema, { ...named, category: style.category, ...style.values })
    : schemaFaults(namedLookSchema, { ...named, adjustments: style.values })
}

const WORDS = { finish: 'finish', look: 'look' } as const

const checked = (style: NewStyle): NewStyle => {
  const word = WORDS[style.kind]
  const named = { ...style, name: style.name.trim() || word, category: style.category.trim() }
  const [fault] = faultsOf(named)
  if (fault)
    throw new Failure('refused', `The ${word} has a fault: ${fault.path} ${fault.message}. Correct it and try again.`)
  if (slotRefsIn(named.values).length)
    throw new Failure('refused', `The ${word} has colours of one project’s slots. Give it colours of its own.`)
  return named
}

/** Keeps a finish or a look; the same one of the same name is not kept twice. Throws `refused` or `too-large`. */
export const keepStyle = async (asked: NewStyle): Promise<KeptStyle> => {
  const { kind, name, category, values } = checked(asked)
  const text = JSON.stringify(values)
  const db = await database()
  const row = await db.write(async (transaction) => {
    const held = await StyleRow.findAll({ transaction })
    const known = held.find((one) => one.kind === kind && one.name === name && one.values === text)
    if (known) return known
    if (held.length >= LIMITS.keptStyles)
      throw new Failure(
        'too-large',
        `${LIMITS.keptStyles} finishes and looks can be kept for all projects. Remove some you no longer need first.`,
      )
    const id = `ks-${randomUUID()}`
    return StyleRow.create({ id, kind, name, category, values: text, addedAt: new Date() }, { transaction })
  })
  return plain(row)
}

/** Forgets one; projects that have it keep it. Throws `not-found`. */
export const forgetStyle = async (id: string): Promise<void> => {
  const db = await database()
  const count = await db.write((transaction) => StyleRow.destroy({ where: { id }, transaction }))
  if (!count) throw new Failure('not-found', 'This is no longer kept. Reload the page to see what is.')
}
