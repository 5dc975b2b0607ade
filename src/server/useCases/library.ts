import { randomUUID } from 'node:crypto'
import { Failure } from '@/core/failure'
import { relinkHash } from '@/core/document/edits/project'
import { pictureUses } from '@/core/document/roots'
import type { Project } from '@/core/document/types'
import type { PictureAnswer, PictureUse } from '@/contract/api'
import { findPicture, forgetPicture } from '@/server/pictures/catalogue'
import { appendSteps, listProjects, openProject } from '@/server/projects/store'

/** How often a picture's file is shown or kept in a project. */
const countOf = (project: Project, hash: string): number => {
  let count = 0
  for (const [id, uses] of pictureUses(project)) if (project.pictures[id]?.hash === hash) count += uses
  return count
}

/** The projects that show or keep a picture. Deleted ones do not count: brought back, they show it as missing. */
export const usesOfPicture = async (hash: string): Promise<readonly PictureUse[]> => {
  const uses: PictureUse[] = []
  for (const row of await listProjects()) {
    if (row.removedAt) continue
    const count = countOf((await openProject(row.id)).project, hash)
    if (count) uses.push({ projectId: row.id, name: row.name, count })
  }
  return uses
}

const pictureOrThrow = async (hash: string): Promise<PictureAnswer> => {
  const picture = await findPicture(hash)
  if (!picture) throw new Failure('not-found', 'There is no such picture in the library. Reload the page.')
  return picture
}

/** Takes a picture out of the library. Refused with `picture-used` while a project shows it. */
export const removePicture = async (hash: string): Promise<void> => {
  const uses = await usesOfPicture(hash)
  if (uses.length)
    throw new Failure(
      'picture-used',
      `This picture is used in ${uses.map(({ name }) => `“${name}”`).join(', ')}. Replace it there first, or choose another picture in its place.`,
      [],
      { projects: uses.length },
    )
  await forgetPicture(hash)
}

/**
 * Puts one picture's file in place of another's in every project, as a step that each project can take back.
 * Placements stay. Returns how many projects were changed.
 */
export const replaceEverywhere = async (hash: string, by: string): Promise<number> => {
  await pictureOrThrow(hash)
  const next = await pictureOrThrow(by)
  let changed = 0
  for (const row of await listProjects()) {
    if (row.removedAt) continue
    const { project, revision } = await openProject(row.id)
    const { forward, inverse } = relinkHash.record(project, {
      hash,
      to: { name: next.name, hash: next.hash, pixels: { w: next.width, h: next.height } },
    })
    if (!forward.length) continue
    await appendSteps(row.id, revision, [
      { id: `s-${randomUUID()}`, kind: 'do', name: 'Replace picture file', forward, inverse },
    ])
    changed += 1
  }
  return changed
}
