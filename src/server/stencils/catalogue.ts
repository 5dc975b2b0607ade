import { randomUUID } from 'node:crypto'
import { Failure } from '@/core/failure'
import { stencilFaults } from '@/core/document/schema'
import type { Stencil } from '@/core/stencil/stencil'
import type { KeptStencil, NewStencil, StencilChange } from '@/contract/api'
import { StencilRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'

const plain = (row: StencilRow): KeptStencil => ({
  id: row.id,
  name: row.name,
  category: row.category,
  aspect: row.aspect,
  stencil: JSON.parse(row.stencil) as Stencil, // checked when it was written
})

/** Every kept outline, by category and name. */
export const listStencils = async (): Promise<readonly KeptStencil[]> => {
  await database()
  const rows = await StencilRow.findAll({
    order: [
      ['category', 'ASC'],
      ['name', 'ASC'],
      ['id', 'ASC'],
    ],
  })
  return rows.map(plain)
}

const checked = ({ name, category, stencil, aspect }: NewStencil): NewStencil => {
  const [fault] = stencilFaults(stencil, 'stencil')
  if (fault)
    throw new Failure('refused', `The stencil has a fault: ${fault.path} ${fault.message}. Correct it and try again.`)
  if (stencil.kind === 'mask')
    throw new Failure('refused', 'A soft mask belongs to its picture and cannot be kept. Trace its outline instead.')
  return { name: name.trim() || 'Outline', category: category.trim() || 'Mine', stencil, aspect }
}

/** Keeps outlines; one that its category holds already is not kept twice. Throws `refused` or `too-large`. */
export const keepStencils = async (asked: readonly NewStencil[]): Promise<readonly KeptStencil[]> => {
  const all = asked.map(checked)
  const db = await database()
  const rows = await db.write(async (transaction) => {
    const held = await StencilRow.findAll({ transaction })
    if (held.length + all.length > LIMITS.keptStencils)
      throw new Failure(
        'too-large',
        `${LIMITS.keptStencils} outlines can be kept. Remove some you no longer need, then keep these.`,
      )
    const made: StencilRow[] = []
    for (const { name, category, stencil, aspect } of all) {
      const text = JSON.stringify(stencil)
      const known = [...held, ...made].find((row) => row.category === category && row.stencil === text)
      made.push(
        known ??
          (await StencilRow.create(
            { id: `st-${randomUUID()}`, name, category, stencil: text, aspect, addedAt: new Date() },
            { transaction },
          )),
      )
    }
    return made
  })
  return rows.map(plain)
}

const notThere = (): Failure =>
  new Failure('not-found', 'This outline is no longer kept. Reload the page to see which are.')

/** Gives a kept outline another name or category. Throws `not-found`. */
export const changeStencil = async (id: string, { name, category }: StencilChange): Promise<KeptStencil> => {
  const db = await database()
  const row = await db.write(async (transaction) => {
    const held = await StencilRow.findByPk(id, { transaction })
    if (!held) throw notThere()
    const [newName, newCategory] = [name?.trim(), category?.trim()]
    return held.update(
      { ...(newName ? { name: newName } : {}), ...(newCategory ? { category: newCategory } : {}) },
      { transaction },
    )
  })
  return plain(row)
}

/** Forgets a kept outline. Frames that have it keep it. Throws `not-found`. */
export const forgetStencil = async (id: string): Promise<void> => {
  const db = await database()
  const count = await db.write((transaction) => StencilRow.destroy({ where: { id }, transaction }))
  if (!count) throw notThere()
}
