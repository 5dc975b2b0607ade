import { Op } from 'sequelize'
import { database } from '@/server/db/open'
import { ProjectRow, SnapshotRow, StepRow } from '@/server/db/models'
import { LIMITS } from '@/server/limits'
import { marksUpTo } from '@/server/projects/history'

/** The revision of the oldest snapshot that is kept: nothing before it can be opened. */
export const oldestKept = async (projectId: string): Promise<number> =>
  (await SnapshotRow.min<number | null, SnapshotRow>('revision', { where: { projectId } })) ?? 0

/** Up to which revision steps are needed no more: by no history, and by none of the snapshots that stay. */
const needlessUpTo = async (row: ProjectRow): Promise<number> => {
  const kept = await SnapshotRow.findAll({
    where: { projectId: row.id },
    attributes: ['revision'],
    order: [['revision', 'DESC']],
    limit: LIMITS.snapshotsKept,
  })
  const oldest = kept.length < LIMITS.snapshotsKept ? 0 : (kept.at(-1)?.revision ?? 0)
  const { undo, redo } = await marksUpTo(row, row.revision)
  const needed = [...undo, ...redo].map(({ revision }) => revision - 1)
  return Math.min(oldest, ...needed)
}

/**
 * Lets go of snapshots and steps that nothing can go back to any more, once there are many of them: a project that is worked
 * on for months would else grow without end, and take ever longer to open.
 */
export const thinned = async (projectId: string): Promise<void> => {
  const row = await ProjectRow.findByPk(projectId)
  const first = await StepRow.min<number | null, StepRow>('revision', { where: { projectId } })
  if (!row || first === null || row.revision - first < LIMITS.historySteps + LIMITS.stepsBeyondHistory) return
  const last = await needlessUpTo(row)
  if (last < first) return
  const db = await database()
  await db.write(async (transaction) => {
    const fresh = await ProjectRow.findByPk(projectId, { transaction })
    if (!fresh) return
    const before = await SnapshotRow.findOne({
      where: { projectId, revision: { [Op.lte]: last } },
      attributes: ['revision'],
      order: [['revision', 'DESC']],
      transaction,
    })
    // Steps after a snapshot that stays are needed to go on from it.
    const upTo = before?.revision ?? 0
    await SnapshotRow.destroy({ where: { projectId, revision: { [Op.lt]: upTo } }, transaction })
    await StepRow.destroy({ where: { projectId, revision: { [Op.lte]: upTo } }, transaction })
    await fresh.update({ historyFrom: Math.max(fresh.historyFrom, upTo) }, { transaction })
  })
}
