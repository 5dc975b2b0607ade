import { randomUUID } from 'node:crypto'
import { newClip } from '@/core/film/clip'
import { Failure, isFailure } from '@/core/failure'
import { relinkHash } from '@/core/document/edits/project'
import type { PictureAnswer, PictureUse, Replaced } from '@/contract/api'
import { findPicture, forgetPicture, longAside, oldStills, setPictureAside } from '@/server/pictures/catalogue'
import { editProject } from '@/server/projects/store'
import { templatesUsing } from '@/server/templates/catalogue'
import { hashesInUse, projectsUsing, refreshUses } from '@/server/projects/uses'

/** The projects that show or keep a picture. Deleted ones do not count: brought back, they show it as missing. */
export const usesOfPicture = async (hash: string): Promise<readonly PictureUse[]> => {
  await refreshUses()
  return projectsUsing(hash)
}

const pictureOrThrow = async (hash: string): Promise<PictureAnswer> => {
  const picture = await findPicture(hash)
  if (!picture) throw new Failure('not-found', 'There is no such picture in the library. Reload the page.')
  return picture
}

/** Lets go of the files of what was taken out long ago, and of stills of clips that were of use long ago; what a project shows stays. */
const sweepAside = async (now: Date): Promise<void> => {
  for (const hash of new Set([...(await longAside(now)), ...(await oldStills(now))]))
    if ((await projectsUsing(hash)).length === 0) await forgetPicture(hash)
}

/** The hashes of all pictures that a project shows or keeps. */
export const usedPictures = async (): Promise<readonly string[]> => {
  await refreshUses()
  return hashesInUse()
}

/** Takes a picture out of the library; for a day it can be brought back. Refused with `picture-used` while a project shows it. */
export const removePicture = async (hash: string, now = new Date()): Promise<void> => {
  await refreshUses()
  await sweepAside(now)
  await setPictureAside(hash, now, async (transaction) => {
    const uses = await projectsUsing(hash, transaction)
    if (uses.length)
      throw new Failure(
        'picture-used',
        `This picture is used in ${uses.map(({ name }) => `“${name}”`).join(', ')}. Replace it there first, or choose another picture in its place.`,
        [],
        { projects: uses.length },
      )
    const templates = await templatesUsing(hash, transaction)
    if (templates.length)
      throw new Failure(
        'picture-used',
        `This picture is part of the template ${templates.map((name) => `“${name}”`).join(', ')}. Remove that from the gallery first.`,
      )
  })
}

/**
 * Puts one picture's file in place of another's in every project, as a step that each project can take back.
 * Placements stay. What could not be changed is told by project; the others are.
 */
export const replaceEverywhere = async (hash: string, by: string): Promise<readonly Replaced[]> => {
  await pictureOrThrow(hash)
  const next = await pictureOrThrow(by)
  const to = {
    name: next.name,
    hash: next.hash,
    pixels: { w: next.width, h: next.height },
    ...(next.clip ? { clip: newClip(next.clip) } : {}),
  }
  const replaced: Replaced[] = []
  for (const { projectId, name } of await usesOfPicture(hash)) {
    try {
      const isChanged = await editProject(projectId, {
        stepId: `s-${randomUUID()}`,
        name: 'Replace picture file',
        edit: (project) => relinkHash.record(project, { hash, to }),
      })
      if (isChanged) replaced.push({ projectId, name })
    } catch (error) {
      if (!isFailure(error)) throw error
      replaced.push({ projectId, name, fault: error.message })
    }
  }
  return replaced
}
