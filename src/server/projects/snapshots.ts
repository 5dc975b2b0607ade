import { isFailure } from '@/core/failure'
import type { Project } from '@/core/document/types'
import { database } from '@/server/db/open'
import { SnapshotRow } from '@/server/db/models'
import { checkedDocument } from '@/server/projects/check'
import { textInTurns } from '@/server/projects/text'
import { thinned } from '@/server/projects/thinning'
import { asStorageFailure } from '@/server/storage/failures'

const underWay = new Set<Promise<void>>()

const write = async (project: Project, revision: number): Promise<void> => {
  const document = await textInTurns(project)
  try {
    // A snapshot stands for all steps before it: what is not sound as a whole never becomes one.
    await checkedDocument(document, { apart: true })
    const db = await database()
    await db.write((transaction) => SnapshotRow.upsert({ projectId: project.id, revision, document }, { transaction }))
    await thinned(project.id)
  } catch (error) {
    // The steps are stored; the next snapshot is tried in its turn. The one who runs the server should know why.
    const said = asStorageFailure(error)
    console.error(
      `No snapshot of ${project.id} at revision ${revision}: ${isFailure(said) ? said.message : String(said)}`,
    )
  }
}

/** Writes a snapshot after the answer has gone out: checked in a thread of its own, and only then written. */
export const snapshotLater = (project: Project, revision: number): void => {
  const task = write(project, revision).finally(() => underWay.delete(task))
  underWay.add(task)
}

/** Resolves when the snapshots under way are written, for programs that end. */
export const snapshotsWritten = async (): Promise<void> => {
  await Promise.all(underWay)
}
